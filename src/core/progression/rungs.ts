// Rungs of a ladder, whole and half: between two levels there is one half-way.
import { between } from '../body/movement';
import type { Body } from '../body/segments';
import type { Exercise, Level } from '../knowledge/entries';
import { demandOf } from '../load/demand';
import { leapAt, leastCapacityPct } from './words';

/** How far toward the next level a half-way step goes, tried from the farthest. */
const shares = [0.5, 0.35, 0.2] as const;

/** The level at a number, or half-way to the next (2.5); absent where the ladder has no such rung. */
export function rungAt(exercise: Pick<Exercise, 'levels'>, number: number, body: Body): Level | undefined {
  const below = exercise.levels.find((level) => level.number === Math.floor(number));
  if (!below || Number.isInteger(number)) return below;
  const above = exercise.levels.find((level) => level.number === Math.floor(number) + 1);
  return above && halfWay(below, above, body);
}

/** Half-way from one level to the next: the pose between them, no farther than a step from what is held below. */
function halfWay(below: Level, above: Level, body: Body): Level {
  const held = demandOf(body, below.top);
  const fits = (share: number): boolean => {
    const asked = demandOf(body, between(body, below.top, above.top, share));
    return held === undefined || asked === undefined || asked <= leapAt * Math.max(held, leastCapacityPct);
  };
  const share = shares.find(fits) ?? shares[shares.length - 1] ?? 0.2;
  const way = share === 0.5 ? 'Half' : share === 0.35 ? 'A third' : 'A fifth';
  return {
    ...above,
    number: below.number + 0.5,
    name: `Toward ${above.name.toLowerCase()}`,
    change: `${way} of the way from “${below.name.toLowerCase()}” to “${above.name.toLowerCase()}”.`,
    top: between(body, below.top, above.top, share),
    dose: below.dose,
  };
}

/** `3`, `3½`. */
export const levelText = (number: number): string =>
  Number.isInteger(number) ? String(number) : `${Math.floor(number)}½`;

/** Where a decision leads from here: never beyond the ladder. */
export function levelAfter(
  { levels }: Pick<Exercise, 'levels'>,
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
