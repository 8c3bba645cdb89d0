// A task in numbers, as the searches walk it: items that may come at all, where each may stand, what it asks for before it.
import type { Item, Task } from './compose-input';
import { changeOf, isOfTag, offCurve, slackMinutes } from './score';

export type Compiled = {
  /** Items that may come; the searches know them by their place here. */
  readonly items: readonly Item[];
  /** The most places an order may have, and the fewest. */
  readonly most: number;
  readonly least: number;
  readonly minutes: number;
  readonly weight: number;
  readonly value: Float64Array;
  readonly length: Float64Array;
  readonly setupOf: Int32Array;
  readonly setups: number;
  /** Minutes from one set-up to another, row by row. */
  readonly change: Float64Array;
  /** Whether the item may stand at the place, item by item; and be the last. */
  readonly mayStand: Uint8Array;
  readonly mayEnd: Uint8Array;
  readonly mustCome: Uint8Array;
  /** What must come before it, if it comes. */
  readonly before: readonly (readonly number[])[];
  /** What must not have come before it. */
  readonly notAfter: readonly (readonly number[])[];
  readonly cover: readonly { readonly least: number; readonly has: Uint8Array }[];
  readonly atMost: readonly { readonly most: number; readonly has: Uint8Array }[];
  /** Sums over the items of an order that are never below something: what the searches price. */
  readonly sums: readonly { readonly least: number; readonly of: Float64Array }[];
  /** At most so many minutes in a row of these. */
  readonly inARow: { readonly minutes: number; readonly has: Uint8Array } | undefined;
};

/** All that an item asks for before it, straight or by others. */
function ancestorsOf(asks: readonly (readonly number[])[]): Set<number>[] {
  return asks.map((straight) => {
    const all = new Set<number>();
    const open = [...straight];
    for (let next = open.pop(); next !== undefined; next = open.pop())
      if (!all.has(next)) {
        all.add(next);
        open.push(...(asks[next] ?? []));
      }
    return all;
  });
}

const isInARow = ({ inARow }: Task, { tags }: Item): boolean => inARow !== undefined && tags.includes(inARow.tag);

/** Longer by itself than such items may last in a row. */
const isTooLong = (task: Task, item: Item | undefined): boolean =>
  item !== undefined && isInARow(task, item) && item.minutes > (task.inARow?.minutes ?? Infinity) + slackMinutes;

/** Items that may come: not left out, nor needing one that is, nor themselves. */
function thoseThatMay(task: Task): { items: Item[]; before: number[][]; ancestors: Set<number>[]; isLost: boolean } {
  const placeOf = new Map(task.items.map(({ id }, i) => [id, i]));
  const asks = task.items.map((): number[] => []);
  for (const [before, after] of task.needs) {
    const [earlier, later] = [placeOf.get(before), placeOf.get(after)];
    if (earlier !== undefined && later !== undefined) asks[later]?.push(earlier);
  }
  const all = ancestorsOf(asks);
  const isOut = (i: number) => task.items[i]?.fixed === 'out' || isTooLong(task, task.items[i]);
  const may = task.items.map((_item, i) => {
    const ancestors = all[i] ?? new Set<number>();
    return !isOut(i) && !ancestors.has(i) && ![...ancestors].some((one) => isOut(one) || all[one]?.has(one));
  });
  const kept = task.items.flatMap((_item, i) => (may[i] ? [i] : []));
  const newPlace = new Map(kept.map((old, i) => [old, i]));
  const renamed = (olds: Iterable<number>) => [...olds].flatMap((old) => newPlace.get(old) ?? []);
  return {
    items: kept.flatMap((i) => task.items[i] ?? []),
    before: kept.map((i) => [...new Set(renamed(asks[i] ?? []))]),
    ancestors: kept.map((i) => new Set(renamed(all[i] ?? []))),
    isLost: task.items.some(({ fixed, at }, i) => !may[i] && (fixed === 'in' || at !== undefined)),
  };
}

/** Set-ups that stand in the task, and the minutes between any two. */
function setupsOf(task: Task, items: readonly Item[]) {
  const key = ({ setup }: Item) => JSON.stringify(setup);
  const one = new Map(items.map((item) => [key(item), item]));
  const all = [...one.values()];
  const index = new Map([...one.keys()].map((name, i) => [name, i]));
  const change = new Float64Array(all.length ** 2);
  all.forEach(({ setup: from }, i) =>
    all.forEach(({ setup: to }, j) => (change[i * all.length + j] = changeOf(task.change, from, to))),
  );
  return { setups: all.length, setupOf: Int32Array.from(items, (item) => index.get(key(item)) ?? 0), change };
}

/** By item, those that may not have come before it: it would stand before them, where both come. */
function notAfterOf({ order }: Task, items: readonly Item[]): number[][] {
  const placeOf = new Map(items.map(({ id }, i) => [id, i]));
  const all = items.map((): number[] => []);
  for (const [before, after] of order) {
    const [earlier, later] = [placeOf.get(before), placeOf.get(after)];
    if (earlier !== undefined && later !== undefined) all[earlier]?.push(later);
  }
  return all;
}

/** Whether an order may begin with an item. */
const mayBeFirst = ({ edges }: Task, item: Item): boolean =>
  item.load <= (edges.first ?? 3) && isOfTag(item, edges.firstTag);

/** How many of them fit into the minutes at most, change-over at its least. */
function mostThatFit(items: readonly Item[], change: Float64Array, minutes: number): number {
  const leastChange = change.reduce((least, one) => Math.min(least, one), Infinity);
  let used = -leastChange;
  let fit = 0;
  for (const one of items.map(({ minutes: own }) => own).toSorted((a, b) => a - b)) {
    used += one + leastChange;
    if (used > minutes + slackMinutes) break;
    fit += 1;
  }
  return fit;
}

/** Wishes of how many, and of how long in a row. */
function sumsOf(task: Task, items: readonly Item[]): Pick<Compiled, 'cover' | 'atMost' | 'inARow' | 'sums'> {
  const tagged = (tag: string) => Uint8Array.from(items, ({ tags }) => Number(tags.includes(tag)));
  const cover = Object.entries(task.cover)
    .filter(([, least]) => least > 0)
    .map(([tag, least]) => ({ least, has: tagged(tag) }));
  const atMost = Object.entries(task.atMost).map(([tag, most]) => ({ most, has: tagged(tag) }));
  const inARow = task.inARow && { minutes: task.inARow.minutes, has: tagged(task.inARow.tag) };
  return {
    ...{ cover, atMost, inARow },
    sums: [
      ...cover.map(({ least, has }) => ({ least, of: Float64Array.from(has) })),
      ...atMost.map(({ most, has }) => ({ least: -most, of: Float64Array.from(has, (one) => -one) })),
      // Rows are one more than the items that part them: all of their minutes are no more than the limit as often as that.
      ...(inARow
        ? [
            {
              least: -inARow.minutes,
              of: Float64Array.from(items, ({ minutes }, i) => (inARow.has[i] === 1 ? -minutes : inARow.minutes)),
            },
          ]
        : []),
    ],
  };
}

/** The task in numbers; undefined where one that must come can't, whatever else. */
export function compile(task: Task): Compiled | undefined {
  const { items, before, ancestors, isLost } = thoseThatMay(task);
  if (isLost) return undefined;
  const { setups, setupOf, change } = setupsOf(task, items);
  const needed = Math.max(
    items.filter(({ fixed, at }) => fixed === 'in' || at !== undefined).length,
    ...items.map(({ at }) => (at ?? -1) + 1),
  );
  const most = task.count ?? Math.max(needed, mostThatFit(items, change, task.minutes));
  const least = task.count ?? needed;
  if (most > items.length || needed > most) return undefined;
  const at = new Map(items.flatMap((item, i) => (item.at === undefined ? [] : [[item.at, i] as const])));
  if (at.size < items.filter((item) => item.at !== undefined).length) return undefined; // two at one place
  const mayStand = new Uint8Array(items.length * most);
  items.forEach((item, i) => {
    for (let place = ancestors[i]?.size ?? 0; place < most; place += 1) {
      if (item.at !== undefined && item.at !== place) continue;
      if ((at.get(place) ?? i) !== i) continue;
      if (place === 0 && !mayBeFirst(task, item)) continue;
      if (offCurve(task, item, place)) continue;
      mayStand[i * most + place] = 1;
    }
  });
  return {
    ...{ items, most, least, setups, setupOf, change, mayStand, before },
    notAfter: notAfterOf(task, items),
    minutes: task.minutes,
    weight: task.weight,
    value: Float64Array.from(items, ({ value }) => value),
    length: Float64Array.from(items, (item) => item.minutes),
    mayEnd: Uint8Array.from(items, (item) => Number(item.load <= (task.edges.last ?? 3))),
    mustCome: Uint8Array.from(items, (item) => Number(item.fixed === 'in' || item.at !== undefined)),
    ...sumsOf(task, items),
  };
}
