// What a person holds: the load that is known to go without alignment being lost.
import type { Body } from '../body/segments';
import type { Ladders } from './ladder-level';
import { rungAt } from './rungs';
import { demandOfLevel } from './levels';
import { windowsOf } from './sightings';
import type { SeenBefore, Windows } from './sightings';

/** A rung that a client stands on. */
export type Standing = { readonly exercise: string; readonly level: number };

/** The newest row of each exercise that is still in the repertoire, with the rung it stands for. Newest come first. */
export function newestRungs<T extends { readonly exercise: string; readonly level: number; readonly half: boolean }>(
  { exercises }: Pick<Ladders, 'exercises'>,
  rows: readonly T[],
): { readonly row: T; readonly standing: Standing }[] {
  const found = new Map<string, { row: T; standing: Standing }>();
  for (const row of rows) {
    const { exercise, level, half } = row;
    const known = exercises.find(({ id }) => id === exercise)?.levels.some(({ number }) => number === level);
    if (known && !found.has(exercise))
      found.set(exercise, { row, standing: { exercise, level: half ? level + 0.5 : level } });
  }
  return [...found.values()];
}

/** The highest demand of the legs on the levels that are owned, in any exercise; % of weight × stature. */
export function ownedPct(
  repertoire: Pick<Ladders, 'exercises'>,
  body: Body,
  standings: readonly Standing[],
): number | undefined {
  const held = standings.flatMap(({ exercise: id, level }) => {
    const exercise = repertoire.exercises.find((one) => one.id === id);
    const rung = exercise && rungAt(exercise, level, body);
    return rung ? (demandOfLevel(body, rung, 6).peak.legs ?? []) : [];
  });
  return held.length > 0 ? Math.max(...held) : undefined;
}

export type Capacity = {
  /** Highest demand of the legs held cleanly, % of weight × stature. */
  readonly pct: number;
  /** The most it may be, by what is known. */
  readonly mightPct: number;
  /** `window`: the edge is known. `level`: the highest level held cleanly or owned, nothing better being known. */
  readonly from: 'window' | 'level';
};

/**
 * What a person holds: the window's working limit where the edge is known, and never less than the level that is owned; while
 * the edge is wide, the highest that was held or is owned.
 */
export function capacityOf({ legs }: Windows, ownedPct = 0): Capacity | undefined {
  const isKnown = legs !== undefined && legs.sure !== 'wide';
  const held = Math.max(ownedPct, isKnown ? 0 : (legs?.hardestHeld ?? 0));
  const limit = isKnown ? legs.limit : 0;
  const pct = Math.max(held, limit);
  if (pct <= 0) return undefined;
  return { pct, mightPct: isKnown ? Math.max(pct, legs.interval[1]) : pct, from: limit >= held ? 'window' : 'level' };
}

export type KnownLoad = { readonly windows: Windows; readonly capacity: Capacity | null };

/** Windows and capacity of a person, from what was seen and where she stands. */
export function knownLoad(
  repertoire: Ladders,
  body: Body,
  seen: SeenBefore,
  standings: readonly Standing[],
): KnownLoad {
  const windows = windowsOf(repertoire, body, seen);
  return { windows, capacity: capacityOf(windows, ownedPct(repertoire, body, standings)) ?? null };
}
