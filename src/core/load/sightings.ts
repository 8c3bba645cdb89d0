// What sessions and looks tell about how far a person goes: sightings along the axis of a family of movements.
import { isLegFree } from '../body/pose';
import type { Pose } from '../body/pose';
import { positionOf } from '../body/position';
import type { Body } from '../body/segments';
import type { LadderLevel, Ladders } from './ladder-level';
import { rungAt } from './rungs';
import { legLoad, raisedLegs } from './demand';
import { areLegsHeld, demandOfLevel } from './levels';
import { safeWindow } from './window';
import type { Axis, SafeWindow, Sighting } from './window';

/**
 * `legs`: on the back, along demand, so that one leg, two and bent knees tell of the same person. `circle`: how far a leg
 * opens. `bridge`: how far the trunk is lifted. `legBehind`: how high a leg lifts on hands and knees. Degrees but for `legs`.
 */
export const windowFamilies = ['legs', 'circle', 'bridge', 'legBehind'] as const;
export type WindowFamily = (typeof windowFamilies)[number];

export const axes: Readonly<Record<WindowFamily, Axis>> = {
  legs: { lo: 0, hi: 7, harder: 'up', unitMargin: 0.1 },
  circle: { lo: 0, hi: 45, harder: 'up', unitMargin: 2 },
  bridge: { lo: 0, hi: 45, harder: 'up', unitMargin: 2 },
  legBehind: { lo: -45, hi: 20, harder: 'up', unitMargin: 2 },
};

/** A leg goes where it was planned to within this, when nobody measures it. */
const plannedSdDeg = 5;
/** Blocks whose loss tells of the window. */
const blocksThatTell: readonly string[] = ['pelvis', 'ribs'];

type Place = { readonly family: WindowFamily; readonly at: number; readonly se: number };

const raisedOf = (pose: Pose) => [pose.left, pose.right].flatMap((leg) => (isLegFree(leg) ? [leg] : []));

/** Where a level stands on the axes that it tells of. */
export function placesOf(body: Body, level: LadderLevel): Place[] {
  const { top } = level;
  const position = positionOf(top);
  const found: Place[] = [];
  if (areLegsHeld(level)) return found;
  const legs = raisedLegs(top);
  if (legs && legs.length > 0) {
    const at = demandOfLevel(body, level, 6).peak.legs ?? 0;
    const lower = legs.map(({ thighDeg, kneeDeg }) => ({ thighDeg: thighDeg - plannedSdDeg, kneeDeg }));
    const se = Math.abs(legLoad(body, lower).demandPct - legLoad(body, legs).demandPct);
    found.push({ family: 'legs', at, se: Math.max(0.08, se) });
    const open = Math.max(...raisedOf(top).map(({ outDeg = 0 }) => Math.abs(outDeg)));
    if (open >= 5) found.push({ family: 'circle', at: open, se: 4 });
  }
  const lift = -(top.trunkDeg ?? 0);
  if (position === 'supine' && lift > 0) found.push({ family: 'bridge', at: lift, se: 4 });
  if (position === 'fourPoint')
    for (const { thighDeg } of raisedOf(top)) found.push({ family: 'legBehind', at: -thighDeg, se: plannedSdDeg });
  return found;
}

/** How an exercise went in a session. */
type SeenItem = {
  readonly exercise: string;
  readonly level: number;
  readonly repetitions: number;
  readonly faults: readonly { readonly fault: string; readonly times: number }[];
};
type SeenFinding = { readonly fault: string; readonly verdict: 'in' | 'out' | 'unsure' };

export type SeenBefore = {
  readonly sessions: readonly { readonly day: string; readonly items: readonly SeenItem[] }[];
  readonly looks: readonly {
    readonly day: string;
    readonly exercise: string;
    readonly level: number;
    readonly result: { readonly baseline: readonly SeenFinding[]; readonly retest: readonly SeenFinding[] };
  }[];
};

/** Share of the repetitions of an exercise in which pelvis and ribs were held. */
function heldIn({ repetitions, faults }: SeenItem, { faults: known }: Pick<Ladders, 'faults'>): number {
  const lost = faults.reduce(
    (sum, { fault, times }) =>
      sum + (blocksThatTell.includes(known.find(({ id }) => id === fault)?.block ?? '') ? times : 0),
    0,
  );
  return Math.max(0, 1 - lost / Math.max(1, repetitions));
}

/** Whether a moment of a look held level: none where it could not tell. */
function heldAt(findings: readonly SeenFinding[], { faults: known }: Pick<Ladders, 'faults'>): number | undefined {
  const relevant = findings.filter(({ fault }) =>
    blocksThatTell.includes(known.find(({ id }) => id === fault)?.block ?? ''),
  );
  if (relevant.some(({ verdict }) => verdict === 'out')) return 0;
  return relevant.some(({ verdict }) => verdict === 'in') && relevant.every(({ verdict }) => verdict !== 'unsure')
    ? 1
    : undefined;
}

/** Every sighting by family, oldest first. */
export function sightingsOf(
  repertoire: Ladders,
  body: Body,
  { sessions, looks }: SeenBefore,
): Readonly<Partial<Record<WindowFamily, readonly Sighting[]>>> {
  const found: Partial<Record<WindowFamily, Sighting[]>> = {};
  const level = (id: string, number: number): LadderLevel | undefined => {
    const exercise = repertoire.exercises.find((one) => one.id === id);
    return exercise && rungAt(exercise, number, body);
  };
  const add = (rung: LadderLevel | undefined, held: number, day: string) => {
    if (rung) for (const { family, at, se } of placesOf(body, rung)) (found[family] ??= []).push({ at, se, held, day });
  };
  for (const { day, items } of sessions)
    for (const item of items)
      if (item.repetitions > 0) add(level(item.exercise, item.level), heldIn(item, repertoire), day);
  // As it came, and after the correction: both tell.
  for (const { day, exercise, level: number, result } of looks)
    for (const findings of [result.baseline, result.retest]) {
      const held = heldAt(findings, repertoire);
      if (held !== undefined) add(level(exercise, number), held, day);
    }
  for (const all of Object.values(found)) all.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  return found;
}

export type Windows = Readonly<Partial<Record<WindowFamily, SafeWindow>>>;

/** A person's windows, one a family of movements of which anything was seen. */
export function windowsOf(repertoire: Ladders, body: Body, seen: SeenBefore): Windows {
  const all = sightingsOf(repertoire, body, seen);
  return Object.fromEntries(
    windowFamilies.flatMap((family) => {
      const found = safeWindow(axes[family], all[family] ?? []);
      return found ? [[family, found]] : [];
    }),
  );
}
