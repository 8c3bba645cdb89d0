// A studio's own entries over the shipped ones: what is in force, what differs, and what an upgrade has changed since.
import { isRecord } from '../keyed';
import type { Repertoire } from './entries';

/** Kinds that a studio may write its own version of. */
export const editableKinds = ['exercises', 'faults', 'corrections', 'props', 'sequences'] as const;
export type EditableKind = (typeof editableKinds)[number];

/** One own entry: a new one, or a version over a shipped one with the shipped text it was made from. */
export type OwnEntry = {
  readonly kind: EditableKind;
  readonly id: string;
  readonly entry: unknown;
  /** The shipped entry as it was when this version was made; null for a new entry. */
  readonly base: unknown;
};

/** The shipped repertoire with the studio's own entries in their places; new ones come last. */
export function withOwn(shipped: Repertoire, own: readonly OwnEntry[]): Repertoire {
  if (own.length === 0) return shipped;
  const merged: Record<string, unknown> = { ...shipped };
  for (const kind of editableKinds) {
    const mine = own.filter((one) => one.kind === kind);
    if (mine.length === 0) continue;
    const byId = new Map(mine.map(({ id, entry }) => [id, entry]));
    const known = new Set(shipped[kind].map(({ id }) => id));
    merged[kind] = [
      ...shipped[kind].map((one) => byId.get(one.id) ?? one),
      ...mine.filter(({ id }) => !known.has(id)).map(({ entry }) => entry),
    ];
  }
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- shipped lists with entries of their own kind, which were read by its shape
  return merged as Repertoire;
}

/** One place where two entries differ: `levels.2.name`, before and after as text; absent where one has nothing. */
export type Difference = { readonly path: string; readonly before?: string; readonly after?: string };

const isPlain = (value: unknown): boolean => typeof value !== 'object' || value === null;
const asText = (value: unknown): string => (typeof value === 'string' ? value : JSON.stringify(value));

/** What a list's members are known by, so that one taken out does not shift the rest. */
function keyOf(value: unknown, index: number): string {
  if (!isRecord(value)) return String(index + 1);
  for (const name of ['id', 'number', 'fault', 'measure', 'view', 'name', 'block'])
    if (typeof value[name] === 'string' || typeof value[name] === 'number') return String(value[name]);
  return String(index + 1);
}

function fieldsOf(value: unknown): Map<string, unknown> {
  if (Array.isArray(value)) {
    const found = new Map<string, unknown>();
    for (const [i, one] of value.entries()) {
      const key = keyOf(one, i);
      found.set(found.has(key) ? `${key} (${i + 1})` : key, one);
    }
    return found;
  }
  return new Map(isRecord(value) ? Object.entries(value).filter(([, one]) => one !== undefined) : []);
}

/** Everything in which two entries differ, in the order in which they are written. Lists of plain values count as one. */
export function differences(before: unknown, after: unknown, path = ''): Difference[] {
  const isList = (value: unknown) => Array.isArray(value) && value.every(isPlain);
  if (isPlain(before) || isPlain(after) || isList(before) || isList(after)) {
    if (JSON.stringify(before) === JSON.stringify(after)) return [];
    return [
      {
        path,
        ...(before === undefined ? {} : { before: asText(before) }),
        ...(after === undefined ? {} : { after: asText(after) }),
      },
    ];
  }
  const [a, b] = [fieldsOf(before), fieldsOf(after)];
  return [...new Set([...a.keys(), ...b.keys()])].flatMap((key) =>
    differences(a.get(key), b.get(key), path ? `${path}.${key}` : key),
  );
}

/** How a studio's version stands to what ships. */
export type OwnState = 'new' | 'changed' | 'same' | 'shippedChanged' | 'shippedGone';

/** `shippedChanged`: an upgrade brought another text than this version was made from; the studio's stays in force. */
export function stateOf(shipped: Repertoire, { kind, id, entry, base }: OwnEntry): OwnState {
  const now = shipped[kind].find((one) => one.id === id);
  if (base === null || base === undefined) return now ? 'changed' : 'new';
  if (!now) return 'shippedGone';
  if (differences(base, now).length > 0) return 'shippedChanged';
  return differences(now, entry).length > 0 ? 'changed' : 'same';
}
