// Rungs of a ladder, whole and half: between two levels there is one half-way.
import type { Body } from '../body/segments';
import type { Ladder, LadderLevel } from './ladder-level';
import { halfStepsBetween } from './half-steps';
import { remembering } from '../remember';
import type { HalfStepKind } from './half-steps';

/** The level at a number, or half-way to the next (2.5); absent where the ladder has no such rung. */
export function rungAt<L extends LadderLevel>({ levels }: Ladder<L>, number: number, body: Body): L | undefined {
  const below = levels.find((level) => level.number === Math.floor(number));
  if (!below || Number.isInteger(number)) return below;
  const above = levels.find((level) => level.number === Math.floor(number) + 1);
  return above && halfWay(below, above, body);
}

/** Kinds of half steps that a pose alone tells. */
const drawn: readonly HalfStepKind[] = ['oneBent', 'lever', 'range'];

const remember = remembering<LadderLevel, LadderLevel>();

/** Half-way from one level to the next, by whatever lands best between what they ask. Worked out once for each body. */
// What is kept was made of these very levels, so it is of their kind.
const halfWay = <L extends LadderLevel>(below: L, above: L, body: Body): L =>
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is kept was made of these very levels, so it is of their kind
  remember(below, JSON.stringify([above.number, above.top, body]), () => workOutHalfWay(below, above, body)) as L;

function workOutHalfWay(below: LadderLevel, above: LadderLevel, body: Body): LadderLevel {
  const step = halfStepsBetween(body, below, above).find(({ kind }) => drawn.includes(kind));
  return {
    ...above,
    number: below.number + 0.5,
    name: `Toward ${above.name.toLowerCase()}`,
    change: step?.words ?? above.change,
    top: step?.pose ?? above.top,
    dose: below.dose,
  };
}

/** `3`, `3½`. */
export const levelText = (number: number): string =>
  Number.isInteger(number) ? String(number) : `${Math.floor(number)}½`;

/** Where a decision leads from here: never beyond the ladder. */
export function levelAfter(
  { levels }: Ladder,
  number: number,
  decision: 'advance' | 'halfStep' | 'hold' | 'back',
): number {
  const top = levels.at(-1)?.number ?? number;
  switch (decision) {
    case 'advance':
      return Math.min(top, Math.floor(number) + 1);
    case 'halfStep':
      return Math.min(top, number + 0.5);
    case 'hold':
      return number;
    case 'back':
      return Math.max(levels[0]?.number ?? 1, Math.ceil(number) - 1);
  }
}
