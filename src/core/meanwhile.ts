// Two people change one record: what each changed is told apart from what both did.

type Fields = Readonly<Record<string, unknown>>;

/** One field that both changed, each to something else. */
export type Clash = { readonly field: string; readonly mine: unknown; readonly theirs: unknown };

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const isList = (value: unknown): value is readonly string[] =>
  Array.isArray(value) && value.every((one) => typeof one === 'string');

/** A list with what was added to and taken from its beginning since. */
const withChanges = (theirs: readonly string[], mine: readonly string[], base: readonly string[]): string[] => [
  ...theirs.filter((one) => mine.includes(one) || !base.includes(one)),
  ...mine.filter((one) => !base.includes(one) && !theirs.includes(one)),
];

/**
 * My changes to `base` laid over what stands by now (`theirs`). Lists of names take additions and removals of both; any other
 * field that both changed differently is a clash, and stands in `merged` as I have it.
 */
export function mergeChanges<T extends Fields>(
  base: T,
  mine: T,
  theirs: T,
): { readonly merged: T; readonly clashes: readonly Clash[] } {
  const clashes: Clash[] = [];
  const merged: Record<string, unknown> = { ...theirs };
  for (const field of Object.keys(mine)) {
    const [was, own, other] = [base[field], mine[field], theirs[field]];
    if (isSame(own, was) || isSame(own, other)) continue;
    if (isList(was) && isList(own) && isList(other)) {
      merged[field] = withChanges(other, own, was);
      continue;
    }
    merged[field] = own;
    if (!isSame(other, was)) clashes.push({ field, mine: own, theirs: other });
  }
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- fields of the three, each in its own place
  return { merged: merged as T, clashes };
}

type Named = Fields & { readonly id: string; readonly name: string };

const find = <T extends Named>(list: readonly T[], id: string): T | undefined => list.find((one) => one.id === id);

/**
 * Lists of things known by their ids, changed by two: what one added, changed or took away holds, and what both changed is
 * merged field by field. What I took away while the other changed it stays.
 */
export function mergeById<T extends Named>(
  base: readonly T[],
  mine: readonly T[],
  theirs: readonly T[],
): { readonly merged: T[]; readonly clashes: readonly Clash[] } {
  const clashes: Clash[] = [];
  const merged = theirs.flatMap((there): T[] => {
    const [before, here] = [find(base, there.id), find(mine, there.id)];
    if (!before) return [there];
    if (!here) return isSame(before, there) ? [] : [there];
    const both = mergeChanges(before, here, there);
    clashes.push(...both.clashes.map((clash) => ({ ...clash, field: `${there.name}: ${clash.field}` })));
    return [both.merged];
  });
  const taken = (one: T) => find(base, one.id) !== undefined || find(theirs, one.id) !== undefined;
  return { merged: [...merged, ...mine.filter((one) => !taken(one))], clashes };
}
