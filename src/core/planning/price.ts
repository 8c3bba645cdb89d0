// Prices that make the bound low: subgradient ascent of the dual, with Polyak's step (Held, Wolfe and Crowder 1974).
import { real, int } from './cell';
import type { Compiled } from './compiled';
import { completions, copyPrices, walkOf } from './relax';
import type { Completions, Grid, Memory, Prices } from './relax';

export type Bounded = { readonly prices: Prices; readonly bound: number };

/** How far the walk is from each priced wish: the slope of the bound. */
function slopeOf(problem: Compiled, walk: readonly number[]) {
  const { items, most, before, sums, length, change, setups, setupOf, minutes } = problem;
  const taken = new Float64Array(items.length);
  let used = 0;
  walk.forEach((item, place) => {
    taken[item] = real(taken, item) + 1;
    const previous = walk[place - 1];
    used += real(length, item);
    if (previous !== undefined) used += real(change, int(setupOf, previous) * setups + int(setupOf, item));
  });
  return {
    once: taken.map((times) => 1 - times),
    needs: before.map((asked, i) =>
      asked.map((other) => {
        let [had, has] = [0, 0];
        return Float64Array.from({ length: most }, (_, place) => {
          const along = had - (has += Number(walk[place] === i));
          had += Number(walk[place] === other);
          return along;
        });
      }),
    ),
    sums: sums.map(({ of, least }) => taken.reduce((sum, times, i) => sum + times * real(of, i), -least)),
    minute: minutes < 1e6 ? minutes - used : 0,
  };
}
type Slope = ReturnType<typeof slopeOf>;

/** Only where a price may move: one that is zero does not fall below it. */
function lengthOf(slope: Slope, prices: Prices, mustCome: Uint8Array): number {
  const moves = (price: number, along: number) => (price > 0 || along < 0 ? along * along : 0);
  let sum = moves(prices.minute, slope.minute);
  slope.once.forEach((along, i) => (sum += mustCome[i] === 1 ? along * along : moves(real(prices.once, i), along)));
  slope.needs.forEach((asked, i) =>
    asked.forEach((byPlace, k) =>
      byPlace.forEach((along, place) => (sum += moves(prices.needs[i]?.[k]?.[place] ?? 0, along))),
    ),
  );
  slope.sums.forEach((along, c) => (sum += moves(real(prices.sums, c), along)));
  return sum;
}

function follow(prices: Prices, slope: Slope, step: number, mustCome: Uint8Array): void {
  slope.once.forEach((along, i) => {
    const price = real(prices.once, i) - step * along;
    prices.once[i] = mustCome[i] === 1 ? price : Math.max(0, price);
  });
  slope.needs.forEach((asked, i) =>
    asked.forEach((byPlace, k) => {
      const own = prices.needs[i]?.[k];
      if (own) byPlace.forEach((along, place) => (own[place] = Math.max(0, real(own, place) - step * along)));
    }),
  );
  slope.sums.forEach((along, c) => (prices.sums[c] = Math.max(0, real(prices.sums, c) - step * along)));
  prices.minute = Math.max(0, prices.minute - step * slope.minute);
}

/**
 * Lowers the bound in so many rounds; ends early where it meets `known` (the best value known). `seen` hears of each walk.
 * The bound is −∞ where even the relaxed problem has no order.
 */
export function lower(
  problem: Compiled,
  grid: Grid,
  memory: Memory,
  from: Prices,
  known: number,
  rounds: number,
  seen: (walk: readonly number[]) => void = () => undefined,
): Bounded {
  const prices = copyPrices(from);
  let best: Bounded = { prices: copyPrices(from), bound: Infinity };
  let [reach, stale] = [1.5, 0];
  for (let round = 0; round < rounds; round += 1) {
    const found: Completions = completions(problem, grid, memory, prices);
    if (found.bound === -Infinity) return { prices, bound: -Infinity };
    const isLower = found.bound < best.bound - 1e-12;
    if (isLower) best = { prices: copyPrices(prices), bound: found.bound };
    stale = isLower ? 0 : stale + 1;
    if (best.bound <= known + 1e-9) break;
    if (stale >= 12) {
      [reach, stale] = [reach * 0.6, 0];
      if (reach < 0.005) break;
    }
    const walk = walkOf(problem, found);
    seen(walk);
    const slope = slopeOf(problem, walk);
    const long = lengthOf(slope, prices, problem.mustCome);
    if (long === 0) break; // the walk keeps every wish that is priced
    const gap = Number.isFinite(known) ? found.bound - known : Math.max(1, Math.abs(found.bound)) * 0.1;
    follow(prices, slope, (reach * gap) / long, problem.mustCome);
  }
  return best;
}
