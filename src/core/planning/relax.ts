// The relaxed problem: the best walk from place to place that may take an item twice, wants priced instead of kept. Never below the
// best order, for any prices. Each wish that is priced: once (no item twice; one that must come, exactly once), needs, sums over
// items (cover, how many of a tag, minutes in a row), minutes
// (Lagrangian relaxation: Held and Karp 1971, Geoffrion 1974; the walk by dynamic programming over place, set-up and time left).
// The walk remembers some of what it took and takes that no second time (ng-routes: Baldacci, Mingozzi and Roberti 2011): without it
// it rests in one or two set-ups with their best items over and over.
import { flag, real, int } from './cell';
import type { Compiled } from './compiled';
import { slackMinutes } from './score';

export type Prices = {
  readonly once: Float64Array;
  /** By item and what it needs, straight; place by place: who stands by there has had it before. */
  readonly needs: readonly (readonly Float64Array[])[];
  readonly sums: Float64Array;
  minute: number;
};

export const noPrices = ({ items, before, sums, most }: Compiled): Prices => ({
  once: new Float64Array(items.length),
  needs: before.map((asked) => asked.map(() => new Float64Array(most))),
  sums: new Float64Array(sums.length),
  minute: 0,
});

export const copyPrices = ({ once, needs, sums, minute }: Prices): Prices => ({
  once: once.slice(),
  needs: needs.map((asked) => asked.map((one) => one.slice())),
  sums: sums.slice(),
  minute,
});

/**
 * What a walk remembers where it stands: in each set-up of some items whether it took them, as long as it goes through set-ups that
 * remember them too.
 */
export type Memory = {
  /** The item's place among those that the set-up remembers, set-up by set-up; −1: it does not. */
  readonly bit: Int8Array;
  /** States of a set-up lie side by side, one a set of items remembered. */
  readonly base: Int32Array;
  readonly size: Int32Array;
  readonly states: number;
  /** What is left of what was remembered, by set-up gone from, set-up come to. */
  readonly carried: readonly Int32Array[];
};

/** An item that any set-up holds, its own holds. */
function closed({ setupOf }: Pick<Compiled, 'setupOf'>, held: readonly ReadonlySet<number>[]): Set<number>[] {
  const known = [...new Set(held.flatMap((own) => [...own]))];
  return held.map((own, setup) => new Set([...own, ...known.filter((item) => setupOf[item] === setup)]));
}

/** The memory in which each set-up holds these items; an item that any holds, its own set-up holds. */
export function memoryOf({ items, setups, setupOf }: Compiled, held: readonly ReadonlySet<number>[]): Memory {
  const lists = closed({ setupOf }, held).map((own) => [...own].toSorted((x, y) => x - y));
  const bit = new Int8Array(setups * items.length).fill(-1);
  lists.forEach((list, setup) => list.forEach((item, place) => (bit[setup * items.length + item] = place)));
  const size = Int32Array.from(lists, (list) => 2 ** list.length);
  let states = 0;
  const base = size.map((own) => (states += own) - own);
  const carried = lists.flatMap((list, from) =>
    lists.map((_list, to) => {
      const bits = list.map((item) => bit[to * items.length + item] ?? -1).map((at) => (at < 0 ? 0 : 1 << at));
      return Int32Array.from({ length: size[from] ?? 1 }, (_, mask) =>
        bits.reduce((sum, own, place) => (((mask >> place) & 1) === 1 ? sum | own : sum), 0),
      );
    }),
  );
  return { bit, base, size, states, carried };
}

/** How many states the memory would have. */
export const statesOf = (problem: Compiled, held: readonly ReadonlySet<number>[]): number =>
  closed(problem, held).reduce((sum, { size }) => sum + 2 ** size, 0);

/** Time in cells, each duration rounded down, so that the walk is allowed too much rather than too little. `cells` 0: time is priced alone. */
export type Grid = {
  readonly cells: number;
  readonly cellMinutes: number;
  readonly length: Int32Array;
  readonly change: Int32Array;
};

const niceCells = [1, 0.5, 0.25, 0.2, 0.1, 0.05];
/** Numbers that the tables of the walk may hold at most. */
const mostNumbers = 4_000_000;

const isWhole = (x: number): boolean => Math.abs(x - Math.round(x)) < 1e-9;

export const noGrid = ({ items, setups }: Compiled): Grid => ({
  cells: 0,
  cellMinutes: Infinity,
  length: new Int32Array(items.length),
  change: new Int32Array(setups * setups),
});

/** The coarsest grid on which every duration is whole; where there is none, one of `mostCells`; no grid where that would be too coarse. */
export function gridOf(problem: Compiled, { states }: Memory, mostCells: number): Grid {
  const { minutes, length, change, most } = problem;
  if (!(minutes < 1e6)) return noGrid(problem);
  const allowed = Math.min(mostCells, Math.floor(mostNumbers / ((most + 1) * Math.max(1, states)))) - 1;
  if (allowed < 20) return noGrid(problem);
  const exact = niceCells.find(
    (cell) => minutes / cell <= allowed && [...length, ...change].every((duration) => isWhole(duration / cell)),
  );
  const cellMinutes = exact ?? minutes / allowed;
  const inCells = (durations: Float64Array) =>
    Int32Array.from(durations, (duration) =>
      exact === undefined ? Math.floor(duration / cellMinutes) : Math.round(duration / cellMinutes),
    );
  return {
    cells: Math.floor((minutes + slackMinutes) / cellMinutes + 1e-6),
    ...{ cellMinutes, length: inCells(length), change: inCells(change) },
  };
}

/** How many whole cells are left when so many minutes are used. */
export const cellsLeft = ({ cells, cellMinutes }: Grid, limit: number, used: number): number =>
  cells === 0 ? 0 : Math.min(cells, Math.floor((limit - used) / cellMinutes + 1e-6));

/** What the prices make of the task: what each item is worth at each place, what a minute of change costs, what stands beside the walk. */
export type Priced = { readonly worth: Float64Array; readonly changeCost: number; readonly constant: number };

export function priced(problem: Compiled, prices: Prices): Priced {
  const { items, most, value, length, before, sums, minutes, weight } = problem;
  const { once, needs, minute } = prices;
  const worth = new Float64Array(items.length * most);
  let constant = minute > 0 ? minute * minutes : 0;
  for (let i = 0; i < items.length; i += 1) {
    let own = real(value, i) - real(once, i) - minute * real(length, i);
    sums.forEach(({ of }, c) => (own += real(prices.sums, c) * real(of, i)));
    worth.fill(own, i * most, (i + 1) * most);
    constant += real(once, i);
  }
  sums.forEach(({ least }, c) => (constant -= real(prices.sums, c) * least));
  before.forEach((asked, i) => asked.forEach((other, k) => priceNeed(worth, needs[i]?.[k], i * most, other * most)));
  return { worth, changeCost: weight + minute, constant };
}

/** An item pays at its place and every later one for what it needs, which is paid for every place after its own. */
function priceNeed(worth: Float64Array, byPlace: Float64Array | undefined, own: number, needed: number): void {
  let later = 0;
  for (let place = (byPlace?.length ?? 0) - 1; place >= 0; place -= 1) {
    worth[needed + place] = real(worth, needed + place) + later;
    later += byPlace?.[place] ?? 0;
    worth[own + place] = real(worth, own + place) - later;
  }
}

/** Best completions, −∞ where there is none. */
export type Completions = {
  readonly priced: Priced;
  readonly grid: Grid;
  readonly memory: Memory;
  /** The best that may follow, when it does not end here: by places taken, state, cells left. */
  readonly after: Float64Array;
  /** The best from a set-up come to or stayed in, the change-over left out; laid out the same. */
  readonly next: Float64Array;
  /** The bound itself: nothing is worth more. */
  readonly bound: number;
};

/** May the order end with so many places taken? */
export const mayStop = ({ least, most }: Compiled, taken: number): boolean => taken >= least && taken <= most;

/** Where the completions of a state begin. */
const rowOf = (states: number, cells: number, place: number, state: number): number =>
  (place * states + state) * (cells + 1);

/** Nothing that goes on so is worth more: from a set-up, with what it remembers of what was taken, and so much time left. */
export function bestAfter(
  { memory, grid, after }: Completions,
  place: number,
  setup: number,
  mask: number,
  left: number,
): number {
  return after[rowOf(memory.states, grid.cells, place, int(memory.base, setup) + mask) + left] ?? -Infinity;
}

type Walking = {
  readonly problem: Compiled;
  readonly grid: Grid;
  readonly memory: Memory;
  readonly own: Priced;
  readonly after: Float64Array;
  readonly next: Float64Array;
};

/** An item's mark in a set-up's memory; 0 where it is forgotten. */
function bitIn({ bit }: Memory, setup: number, item: number, items: number): number {
  const own = bit[setup * items + item] ?? -1;
  return own < 0 ? 0 : 1 << own;
}

/** The best item of a set-up come to or stayed in, by what is remembered there. */
function takeNext({ problem, grid, memory, own, after, next }: Walking, place: number): void {
  const { items, most, setupOf, mayStand, mayEnd } = problem;
  const stops = mayStop(problem, place + 1);
  for (let item = 0; item < items.length; item += 1) {
    if (mayStand[item * most + place] !== 1) continue;
    const setup = int(setupOf, item);
    const [base, size] = [int(memory.base, setup), memory.size[setup] ?? 1];
    const bit = bitIn(memory, setup, item, items.length);
    const [worth, long] = [real(own.worth, item * most + place), int(grid.length, item)];
    const end = stops && mayEnd[item] === 1 ? 0 : -Infinity;
    for (let mask = 0; mask < size; mask += 1) {
      if ((mask & bit) !== 0) continue;
      const row = rowOf(memory.states, grid.cells, place, base + mask);
      const from = rowOf(memory.states, grid.cells, place + 1, base + (mask | bit)) - long;
      for (let left = long; left <= grid.cells; left += 1) {
        const follows = real(after, from + left);
        const whole = worth + (follows > end ? follows : end);
        if (whole > real(next, row + left)) next[row + left] = whole;
      }
    }
  }
}

/** The best that follows from each state, change-over and all. */
function takeAfter({ problem, grid, memory, own, after, next }: Walking, place: number): void {
  const { setups, change } = problem;
  for (let from = 0; from < setups; from += 1)
    for (let to = 0; to < setups; to += 1) {
      const cost = own.changeCost * real(change, from * setups + to);
      const long = int(grid.change, from * setups + to);
      const carried = memory.carried[from * setups + to] ?? new Int32Array(0);
      for (let mask = 0; mask < carried.length; mask += 1) {
        const row = rowOf(memory.states, grid.cells, place, int(memory.base, from) + mask);
        const state = int(memory.base, to) + int(carried, mask);
        const source = rowOf(memory.states, grid.cells, place, state) - long;
        for (let left = long; left <= grid.cells; left += 1) {
          const whole = real(next, source + left) - cost;
          if (whole > real(after, row + left)) after[row + left] = whole;
        }
      }
    }
}

export function completions(problem: Compiled, grid: Grid, memory: Memory, prices: Prices): Completions {
  const { most, setups } = problem;
  const own = priced(problem, prices);
  const numbers = (most + 1) * memory.states * (grid.cells + 1);
  const [after, next] = [new Float64Array(numbers).fill(-Infinity), new Float64Array(numbers).fill(-Infinity)];
  const walking = { problem, grid, memory, own, after, next };
  for (let place = most - 1; place >= 0; place -= 1) {
    takeNext(walking, place);
    if (place > 0) takeAfter(walking, place);
  }
  let best = mayStop(problem, 0) ? 0 : -Infinity;
  for (let setup = 0; setup < setups && most > 0; setup += 1) {
    const state = int(memory.base, setup);
    best = Math.max(best, next[rowOf(memory.states, grid.cells, 0, state) + grid.cells] ?? -Infinity);
  }
  return { priced: own, grid, memory, after, next, bound: best + own.constant };
}

/** Where a walk stands: nothing taken yet, `setup` −1. */
type Standing = { readonly left: number; readonly setup: number; readonly mask: number };
type Way = Standing & { readonly whole: number; readonly item: number; readonly stops: boolean };

/** Taking an item next; undefined where the walk can't. */
function wayBy(
  problem: Compiled,
  told: Completions,
  { left, setup, mask }: Standing,
  place: number,
  item: number,
): Way | undefined {
  const { items, most, setups, setupOf, change, mayStand, mayEnd } = problem;
  const { priced: own, grid, memory } = told;
  const to = int(setupOf, item);
  const step = setup < 0 ? -1 : setup * setups + to;
  const kept = step < 0 ? 0 : (memory.carried[step]?.[mask] ?? 0);
  const bit = bitIn(memory, to, item, items.length);
  const rest = left - int(grid.length, item) - (step < 0 ? 0 : int(grid.change, step));
  if (flag(mayStand, item * most + place) !== 1 || (kept & bit) !== 0 || rest < 0) return undefined;
  const end = mayStop(problem, place + 1) && flag(mayEnd, item) === 1 ? 0 : -Infinity;
  const follows = bestAfter(told, place + 1, to, kept | bit, rest);
  const whole =
    real(own.worth, item * most + place) -
    (step < 0 ? 0 : own.changeCost * real(change, step)) +
    Math.max(end, follows);
  return { whole, item, left: rest, setup: to, mask: kept | bit, stops: end >= follows };
}

/** The best walk itself, item by item; an item may stand in it twice. */
export function walkOf(problem: Compiled, told: Completions): number[] {
  const walk: number[] = [];
  let standing: Standing = { left: told.grid.cells, setup: -1, mask: 0 };
  for (let place = 0; place < problem.most; place += 1) {
    let best: Way | undefined;
    for (let item = 0; item < problem.items.length; item += 1) {
      const way = wayBy(problem, told, standing, place, item);
      if (way && way.whole > (best?.whole ?? -Infinity)) best = way;
    }
    if (!best || (place === 0 && mayStop(problem, 0) && best.whole <= 0)) return walk;
    walk.push(best.item);
    if (best.stops) return walk;
    standing = best;
  }
  return walk;
}
