import type { Finding } from '../alignment/judge';
import type { View } from '../anatomy/positions';
import { entry, faultIds } from './find';
import { plainOf } from './names';
import { fits } from './load-fit';
import { loadOf } from './loads';
import type { Exercise, Level, Repertoire } from './entries';

export type Watch = {
  readonly fault: string;
  readonly plain: string;
  readonly standAt: View;
  readonly safety: boolean;
  readonly because: string;
};

export type LastFinding = Pick<Finding, 'fault' | 'verdict' | 'severity' | 'side'>;

/** A level, and its exercise with the faults that fit it. */
export type Watched = { readonly exercise: Exercise; readonly level: Level };

/** So many places further up its exercise's list comes a fault that a level brings on, and one that could hurt there. */
const sooner = 2.5;
const soonerIfItHurts = 4;

/** An exercise's faults as they matter at a level: in their own order, but what it asks brings some of them on. */
function likeliestFirst(repertoire: Pick<Repertoire, 'faults'>, { exercise, level }: Watched): readonly string[] {
  const load = loadOf(exercise, level);
  const placeOf = (id: string, at: number): number => {
    const { broughtOnBy, safety } = entry(repertoire.faults, id);
    if (!broughtOnBy?.some((query) => fits(query, load))) return at;
    return at - (safety ? soonerIfItHurts : sooner);
  };
  return faultIds(exercise)
    .map((id, at) => ({ id, place: placeOf(id, at) }))
    .sort((a, b) => a.place - b.place)
    .map(({ id }) => id);
}

/**
 * What to watch for this person in this level, at most `most`: what could hurt her first, then what was out last
 * time, with the side on which it was, then what could not be told, then what this level brings on.
 */
export function watchFor(
  repertoire: Repertoire,
  { exercise, level }: Watched,
  conditions: readonly string[],
  last: readonly LastFinding[],
  most = 3,
): Watch[] {
  const found = new Map<string, Watch>();
  const add = (id: string, because: string, safety: boolean) => {
    const watched = exercise.faults.find(({ fault }) => fault === id);
    if (!watched || found.has(id)) return;
    const named = entry(repertoire.faults, id);
    const { safety: alwaysUnsafe } = named;
    const plain = plainOf(named, last.find(({ fault }) => fault === id)?.side);
    found.set(id, { fault: id, plain, standAt: watched.standAt, safety: safety || alwaysUnsafe, because });
  };
  const unsafeFor = new Map(
    conditions.flatMap((id) => {
      const condition = repertoire.conditions.find((one) => one.id === id);
      return condition?.safetyFaults.map((fault): [string, string] => [fault, condition.name]) ?? [];
    }),
  );
  const seen = (verdict: Finding['verdict']) => last.filter((finding) => finding.verdict === verdict);
  for (const { fault, severity } of seen('out'))
    if (unsafeFor.has(fault)) add(fault, `${severity} last time; ${unsafeFor.get(fault)}`, true);
  for (const [fault, name] of unsafeFor) add(fault, name, true);
  for (const { fault, severity } of seen('out')) add(fault, `${severity} last time`, false);
  for (const { fault } of seen('unsure')) add(fault, 'could not be told last time', false);
  for (const fault of likeliestFirst(repertoire, { exercise, level })) add(fault, 'often seen here', false);
  return [...found.values()].slice(0, most);
}
