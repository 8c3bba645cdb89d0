import type { Finding } from '../alignment/judge';
import type { View } from '../anatomy/positions';
import { entry, faultIds } from './find';
import { plainOf } from './names';
import type { Exercise, Repertoire } from './entries';

export type Watch = {
  readonly fault: string;
  readonly plain: string;
  readonly standAt: View;
  readonly safety: boolean;
  readonly because: string;
};

export type LastFinding = Pick<Finding, 'fault' | 'verdict' | 'severity' | 'side'>;

/**
 * What to watch for this person in this exercise, at most `most`: what could hurt her first, then what was out last
 * time, with the side on which it was, then what could not be told, then what this exercise usually shows.
 */
export function watchFor(
  repertoire: Repertoire,
  exercise: Exercise,
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
  for (const fault of faultIds(exercise)) add(fault, 'often seen here', false);
  return [...found.values()].slice(0, most);
}
