// Orders changed a little at a time, worse ones taken less and less often (simulated annealing); wishes broken cost more and more.
import { flag, real, int } from './cell';
import type { Compiled } from './compiled';
import { runAfter, slackMinutes } from './score';

/** What an order is worth and by how much it breaks wishes, in steps of one item or ten minutes. */
export type Judged = { readonly value: number; readonly broken: number };

/** How many items stand on the wrong side of one. */
function misplaced({ before, notAfter }: Compiled, placeOf: Int32Array, item: number, place: number): number {
  let count = 0;
  for (const other of before[item] ?? []) {
    const stands = placeOf[other] ?? -1;
    if (stands < 0 || stands > place) count += 1;
  }
  for (const other of notAfter[item] ?? []) {
    const stands = placeOf[other] ?? -1;
    if (stands >= 0 && stands < place) count += 1;
  }
  return count;
}

/** Minutes too much as a wish broken. */
const tooMuch = (over: number): number => (over > slackMinutes ? 0.1 + over / 10 : 0);

/** Judges an order of the compiled task quickly. */
export function judgeOf(problem: Compiled): (order: readonly number[]) => Judged {
  const { items, most, least, setups, setupOf, change, value, length, mayStand, mayEnd, mustCome, cover, atMost } =
    problem;
  const { inARow } = problem;
  const limited = new Int32Array(atMost.length);
  const musts = mustCome.reduce((sum, one) => sum + one, 0);
  const placeOf = new Int32Array(items.length);
  const held = new Int32Array(cover.length);
  return (order) => {
    let [worth, used, changed, broken, come, run] = [0, 0, 0, 0, 0, 0];
    placeOf.fill(-1);
    held.fill(0);
    limited.fill(0);
    order.forEach((item, place) => (placeOf[item] = place));
    order.forEach((item, place) => {
      worth += real(value, item);
      used += real(length, item);
      come += flag(mustCome, item);
      const previous = order[place - 1];
      const step = previous === undefined ? 0 : real(change, int(setupOf, previous) * setups + int(setupOf, item));
      changed += step;
      if (inARow) {
        const [had, isOne] = [run, inARow.has[item] === 1];
        run = runAfter(run, step, real(length, item), isOne);
        broken += tooMuch(run - inARow.minutes) - (isOne ? tooMuch(had - inARow.minutes) : 0);
      }
      if (place < most && mayStand[item * most + place] !== 1) broken += 1;
      broken += misplaced(problem, placeOf, item, place);
      for (let c = 0; c < cover.length; c += 1) held[c] = int(held, c) + (cover[c]?.has[item] ?? 0);
      for (let c = 0; c < atMost.length; c += 1) limited[c] = int(limited, c) + (atMost[c]?.has[item] ?? 0);
    });
    broken += tooMuch(used + changed - problem.minutes);
    cover.forEach(({ least: fewest }, c) => (broken += Math.max(0, fewest - int(held, c))));
    atMost.forEach(({ most: dearest }, c) => (broken += Math.max(0, int(limited, c) - dearest)));
    const last = order.at(-1);
    if (last !== undefined && mayEnd[last] !== 1) broken += 1;
    broken += musts - come + Math.max(0, least - order.length, order.length - most);
    return { value: worth - problem.weight * changed, broken };
  };
}

export type Annealed = { readonly order: readonly number[]; readonly value: number } | undefined;

/** The spread of what items are worth: the warmth to begin with. */
function spreadOf({ value, weight, change }: Compiled): number {
  const mean = value.reduce((sum, one) => sum + one, 0) / Math.max(1, value.length);
  const variance = value.reduce((sum, one) => sum + (one - mean) ** 2, 0) / Math.max(1, value.length);
  const dearest = change.reduce((most, one) => Math.max(most, one), 0);
  return Math.max(Math.sqrt(variance), weight * dearest * 0.25, 1e-3);
}

/** One that is not in the order; −1 where none was met with. */
function outside(problem: Compiled, order: readonly number[], below: (n: number) => number): number {
  for (let tries = 0; tries < 20; tries += 1) {
    const item = below(problem.items.length);
    if (!order.includes(item)) return item;
  }
  return -1;
}

type Change = (order: number[], place: number, below: (n: number) => number, problem: Compiled) => void;

const put: Change = (order, place, below, problem) => {
  const item = outside(problem, order, below);
  if (item >= 0 && order.length < problem.most) order.splice(place, 0, item);
};
const take: Change = (order, place, _below, { least }) => {
  if (order.length > least) order.splice(place, 1);
};
const replace: Change = (order, place, below, problem) => {
  const item = outside(problem, order, below);
  if (item >= 0) order[place] = item;
};
const exchange: Change = (order, place, below) => {
  const other = below(order.length);
  [order[place], order[other]] = [order[other] ?? 0, order[place] ?? 0];
};
/** So many together, elsewhere. */
const move =
  (most: number): Change =>
  (order, place, below) => {
    const block = order.splice(place, 1 + below(most));
    order.splice(below(order.length + 1), 0, ...block);
  };
const replaceAndMove: Change = (order, place, below, problem) => {
  replace(order, place, below, problem);
  move(1)(order, place, below, problem);
};

/** Changes of an order, each with how far up the dice it goes. */
const kinds: readonly (readonly [number, Change])[] = [
  [0.08, put],
  [0.16, take],
  [0.26, replaceAndMove],
  [0.52, replace],
  [0.74, exchange],
  [0.91, move(1)],
  [1, move(4)],
];

/** A neighbour of an order: one more, one less, one for another, two exchanged, or one or several elsewhere. */
function neighbourOf(problem: Compiled, order: readonly number[], uniform: () => number): number[] {
  const below = (n: number) => Math.floor(uniform() * n);
  const next = [...order];
  const isShort = order.length < problem.least && uniform() < 0.5;
  const dice = uniform();
  const [, kind = put] = order.length === 0 || isShort ? [0, put] : (kinds.find(([most]) => dice < most) ?? []);
  kind(next, below(Math.max(1, order.length)), below, problem);
  return next;
}

/** Orders longer than this get fewer steps, as each takes longer. */
const usualLength = 24;

/** The best order found that breaks no wish, in so many steps. `from`: an order to begin with. */
export function anneal(
  problem: Compiled,
  from: readonly number[],
  wanted: number,
  uniform: () => number,
  known: Annealed = undefined,
): Annealed {
  const steps = Math.ceil(wanted * Math.min(1, usualLength / Math.max(1, problem.most)));
  const judge = judgeOf(problem);
  const warmth = spreadOf(problem);
  let order: readonly number[] = from;
  let now = judge(order);
  let best: Annealed = known;
  const note = () => {
    if (now.broken === 0 && now.value > (best?.value ?? -Infinity)) best = { order, value: now.value };
  };
  note();
  for (let step = 0; step < steps; step += 1) {
    const share = step / steps;
    const warm = warmth * 0.004 ** share;
    const price = warmth * (4 + 20 * share);
    const other = neighbourOf(problem, order, uniform);
    const then = judge(other);
    const gain = then.value - now.value - price * (then.broken - now.broken);
    if (gain < 0 && uniform() >= Math.exp(gain / warm)) continue;
    [order, now] = [other, then];
    note();
  }
  return best;
}
