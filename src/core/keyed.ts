// Records whose keys are known: JavaScript hands their keys over as plain strings. The casts stand here, once, each right as
// long as such a record has no other keys than its type says; all of them are written out in the code or made from a list.

/** Keys of a record, as its type says. */
export const keysOf = <K extends string>(record: Readonly<Partial<Record<K, unknown>>>): K[] =>
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- see the head of this file
  Object.keys(record) as K[];

/** Keys of a record with what they hold; those that hold nothing are left out. */
export const entriesOf = <K extends string, V>(record: Readonly<Partial<Record<K, V>>>): [K, V][] =>
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- see the head of this file
  (Object.entries(record) as [K, V | undefined][]).flatMap(([key, value]) =>
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- see the head of this file
    value === undefined ? [] : [[key, value] as [K, V]],
  );

/** A record of what each of a list of keys is given. */
export const recordOf = <K extends string, V>(keys: readonly K[], value: (key: K, index: number) => V): Record<K, V> =>
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- see the head of this file
  Object.fromEntries(keys.map((key, index) => [key, value(key, index)])) as Record<K, V>;

/** Whether something is one of a list. */
export const isOneOf = <T extends string | number>(list: readonly T[], one: unknown): one is T =>
  list.some((known) => known === one);

/** Whether something read from outside has fields: no list, not nothing. */
export const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
