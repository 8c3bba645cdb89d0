// What an order is worth, how long it takes, and which wishes it breaks: plainly, from the task itself.
import type { Item, Task } from './compose-input';

export type Score = {
  readonly value: number;
  /** All in all, change-over and all. */
  readonly minutes: number;
  readonly changeMinutes: number;
  /** Paths of the wishes that it breaks. */
  readonly broken: readonly string[];
};

/** Minutes are sums of decimals: a sum that is over by no more than this is not over. */
export const slackMinutes = 1e-9;

type Setup = Item['setup'];

/** Minutes from one set-up to another. */
export function changeOf({ position, apparatus, springs }: Task['change'], from: Setup, to: Setup): number {
  const settings = from[2] === to[2] ? 0 : springs;
  return (position[from[0]]?.[to[0]] ?? 0) + (from[1] === to[1] ? settings : apparatus);
}

/** Minutes from one item to the next. */
export const changeBetween = ({ change }: Pick<Task, 'change'>, from: Item, to: Item): number =>
  changeOf(change, from.setup, to.setup);

/** Places where the heaviest may stand: the middle third, as far as places can be parted so. */
export const middleOf = (count: number): readonly [first: number, beyond: number] => [
  Math.floor(count / 3),
  Math.ceil((2 * count) / 3),
];

/** Whether an item stands where it is too heavy for the curve of the session. */
export function offCurve({ curve, count }: Pick<Task, 'curve' | 'count'>, { load }: Item, place: number): boolean {
  if (!curve || count === undefined || load < 3) return false;
  const [first, beyond] = middleOf(count);
  return place < first || place >= beyond;
}

/** Whether an item has a tag that is asked for. */
export const isOfTag = ({ tags }: Item, tag: string | undefined): boolean => tag === undefined || tags.includes(tag);

/** Minutes in a row once an item has come, `step` minutes of change-over after `run` of them. */
export const runAfter = (run: number, step: number, minutes: number, isOne: boolean): number =>
  isOne ? minutes + (run > 0 ? run + step : 0) : 0;

/** The longest time in a row spent with items of the tag that is limited so; 0 where none is. */
export function longestInARow({ change, inARow }: Pick<Task, 'change' | 'inARow'>, order: readonly Item[]): number {
  let [run, longest] = [0, 0];
  order.forEach((item, i) => {
    const before = order[i - 1];
    const step = before ? changeBetween({ change }, before, item) : 0;
    run = runAfter(run, step, item.minutes, inARow !== undefined && item.tags.includes(inARow.tag));
    longest = Math.max(longest, run);
  });
  return longest;
}

const tooLoaded = (item: Item | undefined, most: number | undefined): boolean =>
  most !== undefined && item !== undefined && item.load > most;

function brokenOf(task: Task, order: readonly Item[], minutes: number): string[] {
  const { items, needs, count, cover, atMost, edges, inARow } = task;
  const placeOf = new Map(order.map(({ id }, place) => [id, place]));
  const tagged = (tag: string) => order.filter(({ tags }) => tags.includes(tag)).length;
  return [
    ...(minutes > task.minutes + slackMinutes ? ['minutes'] : []),
    ...(count !== undefined && order.length !== count ? ['count'] : []),
    ...Object.entries(cover)
      .filter(([tag, least]) => tagged(tag) < least)
      .map(([tag]) => `cover.${tag}`),
    ...Object.entries(atMost)
      .filter(([tag, most]) => tagged(tag) > most)
      .map(([tag]) => `atMost.${tag}`),
    ...(tooLoaded(order[0], edges.first) ? ['edges.first'] : []),
    ...(order[0] && !isOfTag(order[0], edges.firstTag) ? ['edges.firstTag'] : []),
    ...(tooLoaded(order.at(-1), edges.last) ? ['edges.last'] : []),
    ...(order.some((item, place) => offCurve(task, item, place)) ? ['curve'] : []),
    ...(inARow && longestInARow(task, order) > inARow.minutes + slackMinutes ? ['inARow'] : []),
    ...items.flatMap(({ id, fixed, at }, i) => [
      ...(fixed && (fixed === 'in') !== placeOf.has(id) ? [`items.${i}.fixed`] : []),
      ...(at !== undefined && placeOf.get(id) !== at ? [`items.${i}.at`] : []),
    ]),
    ...needs.flatMap(([before, after], i) => {
      const [earlier, later] = [placeOf.get(before), placeOf.get(after)];
      return later !== undefined && (earlier === undefined || earlier >= later) ? [`needs.${i}`] : [];
    }),
    ...task.order.flatMap(([before, after], i) => {
      const [earlier, later] = [placeOf.get(before), placeOf.get(after)];
      return earlier !== undefined && later !== undefined && earlier >= later ? [`order.${i}`] : [];
    }),
  ];
}

/** Judges an order, whether a search made it or hands did. Ids that the task does not know are passed over. */
export function scoreOrder(task: Task, ids: readonly string[]): Score {
  const byId = new Map(task.items.map((item) => [item.id, item]));
  const order = ids.flatMap((id) => byId.get(id) ?? []);
  const changeMinutes = order.slice(1).reduce((sum, item, i) => {
    const before = order[i];
    return before ? sum + changeBetween(task, before, item) : sum;
  }, 0);
  const minutes = order.reduce((sum, item) => sum + item.minutes, changeMinutes);
  const value = order.reduce((sum, item) => sum + item.value, 0) - task.weight * changeMinutes;
  return { value, minutes, changeMinutes, broken: brokenOf(task, order, minutes) };
}
