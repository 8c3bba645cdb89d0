// Orders built place by place, all at once, kept only where they may still beat the best known: exact while none had to be let go.
// Two that hold the same items and end in the same set-up, with the same minutes in a row behind them, differ in change-over alone: the
// shorter stands for both.
import { flag, real, int } from './cell';
import type { Compiled } from './compiled';
import { Layer, bitOf, wordOf, wordsFor } from './layer';
import type { Row } from './layer';
import { bestAfter, cellsLeft, mayStop } from './relax';
import type { Completions, Memory } from './relax';
import { runAfter, slackMinutes } from './score';

export type Searched = {
  /** The best order found that is worth more than what was known, by items of the compiled task. */
  readonly order: readonly number[] | undefined;
  readonly value: number;
  /** Nothing that was let go is worth more than this: −∞ where nothing was. */
  readonly letGo: number;
};

/** Differences of value below this are none. */
export const sameValue = 1e-9;

type Best = { value: number; place: number; parent: number; item: number };

/** What an order holds, as counts of what it must hold, and of what it may hold no more than so often. */
function countsOf({ items, mustCome, cover, atMost }: Compiled, wide: number) {
  const asMask = (has: Uint8Array) => {
    const mask = new Int32Array(wide);
    items.forEach((_item, i) => {
      if (has[i] === 1) mask[wordOf(i)] = int(mask, wordOf(i)) | bitOf(i);
    });
    return mask;
  };
  const bits = (word: number) => {
    let [rest, count] = [word, 0];
    for (; rest !== 0; rest &= rest - 1) count += 1;
    return count;
  };
  const heldOf = (words: Int32Array, mask: Int32Array): number => {
    let held = 0;
    for (let w = 0; w < wide; w += 1) held += bits(int(words, w) & int(mask, w));
    return held;
  };
  const musts = mustCome.reduce((sum, one) => sum + one, 0);
  const wanted = [{ least: musts, has: mustCome }, ...cover].map(({ least, has }) => ({ least, mask: asMask(has) }));
  const limits = atMost.map(({ most, has }) => ({ most, mask: asMask(has) }));
  return {
    /** The most that any one wish still lacks. */
    lacks: (words: Int32Array): number =>
      wanted.reduce((most, { least, mask }) => Math.max(most, least - heldOf(words, mask)), 0),
    isOver: (words: Int32Array): boolean => limits.some(({ most, mask }) => heldOf(words, mask) > most),
  };
}

/**
 * Looks for an order worth more than `known`. `wide`: how many partial orders of one length are kept at most; where there are more,
 * those that may be worth least are let go.
 */
export function searchExactly(problem: Compiled, told: Completions, known: number, most: number): Searched {
  const wide = wordsFor(problem.items.length);
  const counts = countsOf(problem, wide);
  const best: Best = { value: known, place: -1, parent: -1, item: -1 };
  const layers: Layer[] = [];
  let letGo = -Infinity;
  for (let place = 0; place < problem.most; place += 1) {
    const from = layers[place - 1];
    const to = new Layer(wide);
    layers.push(to);
    const step = stepper({ problem, told, counts, best, from, to, place });
    for (let row = 0; row < (from?.size ?? 1); row += 1) {
      step(row);
      if (to.size >= 4 * most) letGo = Math.max(letGo, to.trim(most));
    }
    letGo = Math.max(letGo, to.trim(most));
    if (to.size === 0) break;
  }
  return { order: best.place < 0 ? undefined : traced(layers, best), value: best.value, letGo };
}

type Step = {
  readonly problem: Compiled;
  readonly told: Completions;
  readonly counts: ReturnType<typeof countsOf>;
  readonly best: Best;
  /** Partial orders to go on from; undefined: from nothing. */
  readonly from: Layer | undefined;
  readonly to: Layer;
  readonly place: number;
};

/** What each set-up remembers, item by item, as words to look in. */
const rememberedIn = ({ bit, size }: Memory, items: number) =>
  Array.from(size, (_size, setup) =>
    Array.from({ length: items }, (_item, item) => ({ item, bit: bit[setup * items + item] ?? -1 }))
      .filter((one) => one.bit >= 0)
      .map((one) => ({ word: wordOf(one.item), own: bitOf(one.item), bit: 1 << one.bit })),
  );

const noRow = (): Row => ({
  ...{ setup: -1, change: 0, length: 0, value: 0, run: 0 },
  ...{ worth: 0, bound: 0, item: 0, parent: 0 },
});

/** A row of a layer: what it holds into `words`, the rest into `one`. */
function readRow({ wide, words: held, data }: Layer, row: number, words: Int32Array, one: Row): void {
  for (let w = 0; w < wide; w += 1) words[w] = int(held, row * wide + w);
  one.setup = int(data.setup, row);
  one.change = real(data.change, row);
  one.length = real(data.length, row);
  one.value = real(data.value, row);
  one.run = real(data.run, row);
  one.worth = real(data.worth, row);
}

/** Goes on from one row by every item that may follow. */
function stepper({ problem, told, counts: { lacks, isOver }, best, from, to, place }: Step): (row: number) => void {
  const { items, most, setups, setupOf, mayStand, mayEnd, length, value, before, notAfter, minutes, weight } = problem;
  const { worth, changeCost, constant } = told.priced;
  const { inARow } = problem;
  const longestRun = (inARow?.minutes ?? Infinity) + slackMinutes;
  const words = new Int32Array(to.wide);
  const remembered = rememberedIn(told.memory, items.length);
  const stops = mayStop(problem, place + 1);
  const goesOn = place + 1 < most;
  const holds = (item: number) => (int(words, wordOf(item)) & bitOf(item)) !== 0;
  const turn = (item: number) => (words[wordOf(item)] = int(words, wordOf(item)) ^ bitOf(item));
  const fits = (item: number) =>
    flag(mayStand, item * most + place) === 1 &&
    !holds(item) &&
    (before[item] ?? []).every(holds) &&
    !(notAfter[item] ?? []).some(holds);
  const [last, one] = [noRow(), noRow()];

  /** The order ends with this item, if that is better than the best. The item is held already. */
  const end = (item: number, row: number) => {
    const whole = one.value - weight * one.change;
    if (!stops || flag(mayEnd, item) !== 1 || whole <= best.value + sameValue || lacks(words) > 0) return;
    [best.value, best.place, best.parent, best.item] = [whole, place, row, item];
  };
  /** The order goes on after this item, if it may still be better than the best. The item is held already. */
  const goOn = (item: number, row: number, left: number) => {
    let mask = 0;
    for (const { word, own, bit } of remembered[one.setup] ?? []) if ((int(words, word) & own) !== 0) mask |= bit;
    one.bound = constant + one.worth - changeCost * one.change + bestAfter(told, place + 1, one.setup, mask, left);
    one.item = item;
    one.parent = row;
    if (one.bound > best.value + sameValue) to.take(words, one);
  };
  return (row) => {
    if (from) readRow(from, row, words, last);
    if (lacks(words) > most - place) return;
    for (let item = 0; item < items.length; item += 1) {
      if (!fits(item)) continue;
      one.setup = int(setupOf, item);
      const step = last.setup < 0 ? 0 : real(problem.change, last.setup * setups + one.setup);
      one.change = last.change + step;
      one.length = last.length + real(length, item);
      one.run = inARow ? runAfter(last.run, step, real(length, item), inARow.has[item] === 1) : 0;
      const used = one.length + one.change;
      if (used > minutes + slackMinutes || one.run > longestRun) continue;
      one.value = last.value + real(value, item);
      one.worth = last.worth + real(worth, item * most + place);
      turn(item);
      if (!isOver(words)) {
        end(item, row);
        if (goesOn) goOn(item, row, cellsLeft(told.grid, minutes, used));
      }
      turn(item);
    }
  };
}

/** The order whose last item and parents are known. */
function traced(layers: readonly Layer[], { place, parent, item }: Best): number[] {
  const order = [item];
  for (let [at, row] = [place - 1, parent]; at >= 0; at -= 1) {
    const data = layers[at]?.data;
    order.unshift(data?.item[row] ?? -1);
    row = data?.parent[row] ?? -1;
  }
  return order;
}
