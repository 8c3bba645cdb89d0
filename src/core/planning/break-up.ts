// An order in which nobody lies flat for longer in a row than she may: found from one that does, step by step. What the composer proves is
// the best without that limit, so its bound holds for this one as well.
import type { Item, Task } from './compose-input';
import { changeBetween, scoreOrder } from './score';

/** What a minute too long and a broken wish weigh against the worth of an order: a wish more than any minute, both more than worth. */
const perMinute = 20;
const perWish = 1000;
const stepsAtMost = 60;

const isFlat = ({ tags }: Item): boolean => tags.includes('flat');

/** The longest time in a row on the back, and how much of all such times is beyond the limit; minutes, change-over between two included. */
export function flatRuns(
  task: Pick<Task, 'change'>,
  order: readonly Item[],
  limit: number,
): { readonly longest: number; readonly beyond: number } {
  let [run, longest, beyond] = [0, 0, 0];
  order.forEach((item, i) => {
    const before = order[i - 1];
    if (!isFlat(item)) {
      run = 0;
      return;
    }
    const was = Math.max(0, run - limit);
    run += item.minutes + (run > 0 && before ? changeBetween(task, before, item) : 0);
    longest = Math.max(longest, run);
    beyond += Math.max(0, run - limit) - was;
  });
  return { longest, beyond };
}

/** Every order one step from this: two changed about, one moved, another in a place, one more, one less. */
function* oneStepFrom(order: readonly string[], others: readonly string[]): Generator<readonly string[]> {
  for (let i = 0; i < order.length; i += 1) {
    const id = order[i] ?? '';
    const without = order.toSpliced(i, 1);
    yield without;
    for (let k = 0; k <= without.length; k += 1) if (k !== i) yield without.toSpliced(k, 0, id);
    for (let k = i + 1; k < order.length; k += 1) yield order.with(i, order[k] ?? '').with(k, id);
    for (const other of others) yield order.with(i, other);
  }
  for (const other of others) for (let k = 0; k <= order.length; k += 1) yield order.toSpliced(k, 0, other);
}

/** The best that steps of betterment lead to; the same order where it keeps the limit, or none is better. */
export function brokenUp(task: Task, order: readonly string[], limit: number): readonly string[] {
  const byId = new Map(task.items.map((item) => [item.id, item]));
  const worth = (ids: readonly string[]): number => {
    const { value, broken } = scoreOrder({ ...task, count: ids.length, curve: true }, ids);
    const items = ids.flatMap((id) => byId.get(id) ?? []);
    return value - perWish * broken.length - perMinute * flatRuns(task, items, limit).beyond;
  };
  let [best, bestWorth] = [order, worth(order)];
  for (let step = 0; step < stepsAtMost; step += 1) {
    const from = best;
    const others = task.items.filter(({ id, fixed }) => fixed !== 'out' && !from.includes(id)).map(({ id }) => id);
    for (const next of oneStepFrom(from, others)) {
      const own = worth(next);
      if (own > bestWorth + 1e-9) [best, bestWorth] = [next, own];
    }
    if (best === from) return best;
  }
  return best;
}
