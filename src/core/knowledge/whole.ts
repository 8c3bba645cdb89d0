// A studio's own entries as far as they hold: what cannot be read, or leads to something that is gone, is not in force.
import { isOneOf } from '../keyed';
import * as v from 'valibot';
import { checkRepertoire } from './check';
import type { Correction, Exercise, Fault, Repertoire, Sequence } from './entries';
import { shapeOf } from './files';
import { editableKinds, withOwn } from './own-entries';
import type { EditableKind, OwnEntry } from './own-entries';

/** Kinds of entries that have ids. */
type Listed = Exclude<keyof Repertoire, 'targets'>;

/** References of an entry: kind and id of each. */
function* references(kind: EditableKind, entry: unknown): Generator<readonly [Listed, string]> {
  switch (kind) {
    case 'exercises': {
      // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- was read by the shape of this kind
      const { faults, corrections, prepares, follows, stances } = entry as Exercise;
      for (const { fault } of faults) yield ['faults', fault];
      for (const id of corrections) yield ['corrections', id];
      for (const id of [...prepares, ...follows]) yield ['exercises', id];
      for (const id of stances) yield ['stances', id];
      return;
    }
    case 'faults':
      // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- was read by the shape of this kind
      for (const id of (entry as Fault).causes) yield ['causes', id];
      return;
    case 'corrections': {
      // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- was read by the shape of this kind
      const { faults, exercises = [], prop } = entry as Correction;
      for (const id of faults) yield ['faults', id];
      for (const id of exercises) yield ['exercises', id];
      if (prop) yield ['props', prop];
      return;
    }
    case 'sequences':
      // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- was read by the shape of this kind
      for (const id of (entry as Sequence).exercises) yield ['exercises', id];
      return;
    case 'props':
      return;
  }
}

/** The repertoire in force: shipped entries with the studio's own in their places, as far as these can be read and hold. */
export function wholeWithOwn(shipped: Repertoire, own: readonly OwnEntry[]): Repertoire {
  let holding = own.flatMap((one) => {
    const parsed = v.safeParse(shapeOf(one.kind), one.entry);
    return parsed.success ? [{ ...one, entry: parsed.output }] : [];
  });
  for (;;) {
    const merged = withOwn(shipped, holding);
    const ids = new Map<string, ReadonlySet<string>>();
    const has = (kind: Listed, id: string): boolean => {
      const entries: readonly { readonly id: string }[] = merged[kind];
      if (!ids.has(kind)) ids.set(kind, new Set(entries.map((one) => one.id)));
      return ids.get(kind)?.has(id) ?? false;
    };
    const next = holding.filter(({ kind, entry }) => [...references(kind, entry)].every(([of, id]) => has(of, id)));
    if (next.length === holding.length) return merged;
    holding = next;
  }
}

/** Entries that would be left leading nowhere if the studio's version of one were taken back, by name. */
export function brokenWithout(shipped: Repertoire, own: readonly OwnEntry[], kind: EditableKind, id: string): string[] {
  const problemsOf = (entries: readonly OwnEntry[]) =>
    checkRepertoire(withOwn(shipped, entries)).map(({ path, message }) => `${path}: ${message}`);
  const before = new Set(problemsOf(own));
  const fresh = problemsOf(own.filter((one) => one.kind !== kind || one.id !== id)).filter((one) => !before.has(one));
  return [...new Set(fresh.map(whoseProblem))];
}

/** `exercises.march.faults` → `exercise march`. */
function whoseProblem(problem: string): string {
  const [kind = '', id = ''] = problem.split(/[.:]/);
  const noun = isOneOf(editableKinds, kind) ? kind.replace(/s$/, '') : kind;
  return `${noun} ${id}`;
}
