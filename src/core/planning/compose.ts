// A session composed: which items, in which order; how good it is beside the best possible; or which wishes collide.
import { seeded } from '../random';
import { failure, success } from '../result';
import type { Result } from '../result';
import { anneal } from './anneal';
import type { Annealed } from './anneal';
import { compile } from './compiled';
import type { Compiled } from './compiled';
import type { Task } from './compose-input';
import { sameValue, searchExactly } from './exact';
import { lower } from './price';
import { completions, gridOf, memoryOf, noGrid, noPrices } from './relax';
import type { Grid, Memory, Prices } from './relax';
import { firstHeld, grown } from './remember';
import type { Held } from './remember';
import { scoreOrder, slackMinutes } from './score';
import { wishesOf, withOnly } from './wishes';
import type { Wish } from './wishes';

/** A composed order. `bound`: no order is worth more; `gapPct`: by how much this one may fall short of it, in per cent. */
export type Composed = {
  readonly order: readonly string[];
  readonly value: number;
  readonly changeMinutes: number;
  readonly minutes: number;
  readonly bound: number;
  readonly gapPct: number;
};
/** Wishes that can't all be kept. `isSure`: without any one of them the others can; otherwise some may be spare. */
export type Colliding = { readonly infeasible: true; readonly because: readonly Wish[]; readonly isSure: boolean };

/** What a millisecond of effort buys, about one on a usual machine. Counted, not timed: the same everywhere. */
const perMs = { steps: 80, checks: 5_000, numbers: 70_000 };
const roundsAtMost = 150;
const fineRounds = 5;
/** Rounds of pricing that a search takes at the least, and partial orders of one length that it keeps at the least. */
const leastRounds = 16;
const narrowest = 120;
/** States that a memory may have, and walks that it learns from. */
const statesAtMost = 1200;
const walksLearned = 40;
/** Less than this is no time. */
const hairMinutes = 5e-9;

export const isColliding = (one: Composed | Colliding): one is Colliding => 'infeasible' in one;

/** Semantic mistakes of a task: names that stand for nothing or twice. */
function mistakeOf({ items, needs, order, change }: Task): Result<never> | undefined {
  const ids = new Map<string, number>();
  for (const [i, { id, setup }] of items.entries()) {
    if (ids.has(id)) return failure('twice', `"${id}" stands twice`, `items.${i}.id`);
    ids.set(id, i);
    if (setup[0] >= change.position.length)
      return failure('badValue', `position ${setup[0]} has no row in change.position`, `items.${i}.setup.0`);
  }
  for (const [i, row] of change.position.entries())
    if (row.length !== change.position.length)
      return failure(
        'badValue',
        `must have as many columns as rows, ${change.position.length}`,
        `change.position.${i}`,
      );
  for (const [name, pairs] of Object.entries({ needs, order }))
    for (const [i, pair] of pairs.entries())
      for (const [k, id] of pair.entries())
        if (!ids.has(id)) return failure('unknownItem', `"${id}" is not an item`, `${name}.${i}.${k}`);
  return undefined;
}

type Solved = { readonly best: Annealed; readonly bound: number };

/** How much of the effort each part gets. */
const shares = { anneal: 0.15, rough: 0.35, fine: 0.15, exact: 0.35 };
const turns = 5;

/** Numbers that one round of pricing works through. */
function workOf({ most, setups, setupOf, items }: Compiled, { states, size }: Memory, cells: number): number {
  const taken = setupOf.reduce((sum, setup) => sum + (size[setup] ?? 1), 0);
  return (Math.max(1, most) * (states * setups + taken) * (cells + 3)) / 3 + 20 * most * items.length + 3000;
}

/** The best order that can be found, and what no order can pass; step by step, each telling the next. */
class Search {
  best: Annealed;
  bound = Infinity;
  private held: Held;
  private memory: Memory;
  private prices: Prices;

  constructor(
    private readonly problem: Compiled,
    private readonly effortMs: number,
    private readonly uniform: () => number,
    private readonly atLeast: number,
  ) {
    this.held = firstHeld(problem);
    this.memory = memoryOf(problem, this.held);
    this.prices = noPrices(problem);
  }

  private known(): number {
    return Math.max(this.best?.value ?? -Infinity, this.atLeast);
  }

  anneal(start: readonly number[], share: number): void {
    const steps = Math.ceil(Math.max(Math.min(300, this.effortMs), this.effortMs * share) * perMs.steps);
    for (const from of [this.best?.order ?? start, start, []])
      this.best = anneal(this.problem, from, Math.ceil(steps / 3), this.uniform, this.best);
  }

  /** One turn of pricing on a grid of time; what its walks took twice is remembered from then on. False: there is no order at all. */
  price(grid: Grid, share: number, isGrowing: boolean): boolean {
    const work = this.effortMs * share * perMs.numbers;
    const rounds = Math.max(
      2,
      Math.min(roundsAtMost, Math.floor(work / workOf(this.problem, this.memory, grid.cells))),
    );
    const walks: (readonly number[])[] = [];
    const { prices, bound } = lower(this.problem, grid, this.memory, this.prices, this.known(), rounds, (walk) =>
      walks.push(walk),
    );
    this.bound = Math.min(this.bound, bound);
    this.prices = prices;
    if (bound === -Infinity || !isGrowing) return bound !== -Infinity;
    const states = Math.min(statesAtMost, Math.max(this.memory.states, this.effortMs));
    this.held = grown(this.problem, this.held, walks.slice(-walksLearned), states);
    this.memory = memoryOf(this.problem, this.held);
    return true;
  }

  /** Time in cells as fine as the effort allows; none where time does not press, or the grid would be too coarse to tell anything. */
  fine(share: number): Grid {
    const perCell = workOf(this.problem, this.memory, 1) - workOf(this.problem, this.memory, 0);
    const most = Math.floor((this.effortMs * share * perMs.numbers) / (fineRounds * perCell));
    return this.prices.minute > 0 ? gridOf(this.problem, this.memory, most) : noGrid(this.problem);
  }

  /** Looks through what may still be better, so many orders of one length at a time. */
  exact(grid: Grid, share: number): void {
    const told = completions(this.problem, grid, this.memory, this.prices);
    const each = this.problem.items.length * Math.max(1, this.problem.most);
    const wide = Math.max(narrowest, Math.floor((this.effortMs * share * perMs.checks) / each));
    const { order, value, letGo } = searchExactly(this.problem, told, this.known(), wide);
    if (order) this.best = { order, value };
    this.bound = Math.min(this.bound, Math.max(this.known(), letGo));
  }

  get isProved(): boolean {
    return this.bound <= this.known() + sameValue;
  }
}

/** Not even the least that pricing and trying take can be paid with this effort. */
function isTooLarge({ items, most, setups }: Compiled, effortMs: number): boolean {
  const pricing = leastRounds * most * (setups * setups + items.length) > 6 * effortMs * perMs.numbers;
  return pricing || narrowest * 4 * items.length * most > 40 * effortMs * perMs.checks;
}

/** No order is worth more than the dearest that could come, change-over left out. */
function plainBound({ value, most, least }: Compiled): number {
  const dearest = Array.from(value).toSorted((a, b) => b - a);
  return dearest.slice(0, most).reduce((sum, one, place) => (place < least || one > 0 ? sum + one : sum), 0);
}

/**
 * The best order that can be found, and what no order can pass. `start`: an order that breaks nothing, if one is known; `atLeast`:
 * an order worth less is of no use, nor is a bound below it.
 */
function solve(
  problem: Compiled,
  effortMs: number,
  uniform: () => number,
  start: readonly number[] = [],
  atLeast = -Infinity,
): Solved {
  if (isTooLarge(problem, effortMs))
    return { best: anneal(problem, start, Math.ceil(effortMs * perMs.steps), uniform), bound: plainBound(problem) };
  const search = new Search(problem, effortMs, uniform, atLeast);
  const rough = noGrid(problem);
  search.anneal(start, shares.anneal / 2);
  for (let turn = 0; turn < turns && !search.isProved; turn += 1) {
    if (!search.price(rough, shares.rough / turns, turn < turns - 1)) return search;
    if (turn === 3) search.exact(rough, shares.exact / 12);
  }
  if (!search.isProved) search.anneal(start, shares.anneal / 2);
  const grid = search.fine(shares.fine);
  if (grid.cells > 0 && !search.isProved && !search.price(grid, shares.fine, false)) return search;
  if (!search.isProved) search.exact(grid, shares.exact * (10 / 12));
  return search;
}

/** The same problem, asked for the shortest order whatever it is worth; how long it may be is no wish any more. */
const asShort = (problem: Compiled): Compiled => ({
  ...problem,
  value: problem.length.map((minutes) => -minutes),
  weight: 1,
  minutes: Number.MAX_VALUE,
});

type Feasible =
  | { readonly kind: 'found'; readonly order: readonly number[] }
  | { readonly kind: 'none' }
  | { readonly kind: 'unknown' };

/** Whether any order keeps the wishes: found, disproved, or neither. */
function feasible(task: Task, effortMs: number, uniform: () => number): Feasible {
  const problem = compile(task);
  if (!problem) return { kind: 'none' };
  const quick = anneal(problem, [], Math.min(1000, 20 * effortMs), uniform);
  if (quick) return { kind: 'found', order: quick.order };
  const longest = task.minutes < Number.MAX_VALUE ? task.minutes : Infinity;
  const { best, bound } = solve(asShort(problem), effortMs, uniform, [], -longest - 2 * hairMinutes);
  if (best && -best.value <= longest + slackMinutes) return { kind: 'found', order: best.order };
  return { kind: bound === -Infinity || bound < -longest - hairMinutes ? 'none' : 'unknown' };
}

/** Shares of the effort: of all questions for a collision together, of one about many wishes, about one, and about one once more. */
const asking = { all: 0.5, many: 0.06, one: 0.02, again: 0.2 };

/**
 * Of wishes that collide those that alone do. Left out by halves, then one by one, then those not settled once more: what can be
 * spared for sure goes. `isSure`: none of those left can be spared, each was shown to be needed by an order that keeps the others.
 */
function collision(task: Task, uniform: () => number): { because: Wish[]; isSure: boolean } {
  let because = wishesOf(task);
  let left = asking.all;
  const needed = new Set<Wish>();
  const asked = (from: number, size: number, share: number): boolean => {
    if (left <= 0) return false;
    const without = because.toSpliced(from, size);
    const { kind } = feasible(withOnly(task, without), Math.max(5, task.effortMs * share), uniform);
    left -= kind === 'unknown' ? share : share / 5;
    if (kind === 'found' && size === 1) because.slice(from, from + 1).forEach((one) => needed.add(one));
    if (kind === 'none') because = without;
    return kind === 'none';
  };
  const through = (size: number, share: number) => {
    for (let from = 0; from < because.length;) {
      const isSettled = size === 1 && because.slice(from, from + 1).some((one) => needed.has(one));
      if (isSettled || !asked(from, size, share)) from += size;
    }
  };
  for (let size = Math.max(1, Math.floor(because.length / 2)); size > 1; size = Math.floor(size / 2))
    through(size, asking.many);
  through(1, asking.one);
  through(1, asking.again);
  return { because, isSure: because.every((one) => needed.has(one)) };
}

const notFound = failure(
  'notFound',
  'No order was found in this time, and none was ruled out; allow more effort.',
  'effortMs',
);
const quickShare = 0.05;
const provingShare = 0.3;

/** Composes an order. Failures: names unknown or double; `notFound` where effort ended before an order was found or disproved. */
export function compose(task: Task): Result<Composed | Colliding> {
  const mistake = mistakeOf(task);
  if (mistake) return mistake;
  const uniform = seeded(task.seed);
  const problem = compile(task);
  let start = problem && anneal(problem, [], Math.ceil(task.effortMs * quickShare * perMs.steps), uniform)?.order;
  if (!start) {
    const may = feasible(task, task.effortMs * provingShare, uniform);
    if (may.kind === 'none') return success({ infeasible: true, ...collision(task, uniform) });
    if (may.kind === 'found') start = may.order;
  }
  if (!problem) return notFound;
  const { best, bound: found } = solve(problem, task.effortMs * (start ? 1 : 1 - provingShare), uniform, start);
  if (!best) return notFound;
  const order = best.order.map((i) => problem.items[i]?.id ?? '');
  const { value, changeMinutes, minutes } = scoreOrder(task, order);
  const bound = Math.max(value, found);
  return success({
    ...{ order, value, changeMinutes, minutes, bound },
    gapPct: (100 * (bound - value)) / Math.max(1, Math.abs(bound)),
  });
}
