// Partial orders of one length, a row each, in columns; found again by what they hold, the set-up and the minutes in a row they end in.
import { real, int } from './cell';

const bitsAWord = 31;

/** So many numbers hold a set of so many items. */
export const wordsFor = (items: number): number => Math.max(1, Math.ceil(items / bitsAWord));
export const wordOf = (item: number): number => Math.floor(item / bitsAWord);
export const bitOf = (item: number): number => 1 << (item % bitsAWord);

/** One partial order. */
export type Row = {
  change: number;
  length: number;
  value: number;
  worth: number;
  /** Nothing that begins like this is worth more. */
  bound: number;
  item: number;
  /** Minutes in a row that it ends with, of what is limited so. */
  run: number;
  /** Its row in the layer before. */
  parent: number;
  setup: number;
};

const columns = ['change', 'length', 'value', 'worth', 'bound', 'run'] as const;
const whole = ['item', 'parent', 'setup'] as const;
type Numbers = { -readonly [name in (typeof columns)[number]]: Float64Array } & {
  -readonly [name in (typeof whole)[number]]: Int32Array;
};

const roomFor = (rows: number): Numbers => ({
  change: new Float64Array(rows),
  length: new Float64Array(rows),
  value: new Float64Array(rows),
  worth: new Float64Array(rows),
  bound: new Float64Array(rows),
  run: new Float64Array(rows),
  item: new Int32Array(rows),
  parent: new Int32Array(rows),
  setup: new Int32Array(rows),
});

export class Layer {
  size = 0;
  data: Numbers;
  words: Int32Array;
  private table: Int32Array;

  constructor(
    readonly wide: number,
    private rows = 256,
  ) {
    this.data = roomFor(rows);
    this.words = new Int32Array(rows * wide);
    this.table = new Int32Array(rows * 4).fill(-1);
  }

  private hash(words: Int32Array, from: number, setup: number, run: number): number {
    let mixed = Math.imul(setup + 1 + 1024 * Math.round(run * 64), 0x9e3779b1);
    for (let w = 0; w < this.wide; w += 1) {
      mixed = Math.imul(mixed ^ int(words, from + w), 0x85ebca6b);
      mixed ^= mixed >>> 13;
    }
    return mixed >>> 0;
  }

  private isSame(row: number, words: Int32Array, { setup, run }: Row): boolean {
    if (this.data.setup[row] !== setup || this.data.run[row] !== run) return false;
    for (let w = 0; w < this.wide; w += 1) if (this.words[row * this.wide + w] !== words[w]) return false;
    return true;
  }

  /** Takes a partial order, unless one that holds the same and ends alike changes over no longer. `words`: what it holds. */
  take(words: Int32Array, one: Row): void {
    const mask = this.table.length - 1;
    let slot = this.hash(words, 0, one.setup, one.run) & mask;
    for (let row = this.table[slot] ?? -1; row >= 0; row = this.table[slot] ?? -1) {
      if (this.isSame(row, words, one)) {
        if (one.change < real(this.data.change, row)) this.put(row, one);
        return;
      }
      slot = (slot + 1) & mask;
    }
    if (this.size === this.rows) {
      this.grow();
      this.take(words, one);
      return;
    }
    this.table[slot] = this.size;
    this.words.set(words, this.size * this.wide);
    this.put(this.size, one);
    this.size += 1;
  }

  private put(row: number, one: Row): void {
    const { data } = this;
    data.change[row] = one.change;
    data.length[row] = one.length;
    data.value[row] = one.value;
    data.worth[row] = one.worth;
    data.bound[row] = one.bound;
    data.run[row] = one.run;
    data.item[row] = one.item;
    data.parent[row] = one.parent;
    data.setup[row] = one.setup;
  }

  /** Puts a row in another's place. */
  private move(row: number, to: number): void {
    const { data } = this;
    data.change[to] = real(data.change, row);
    data.length[to] = real(data.length, row);
    data.value[to] = real(data.value, row);
    data.worth[to] = real(data.worth, row);
    data.bound[to] = real(data.bound, row);
    data.run[to] = real(data.run, row);
    data.item[to] = int(data.item, row);
    data.parent[to] = int(data.parent, row);
    data.setup[to] = int(data.setup, row);
    for (let w = 0; w < this.wide; w += 1) this.words[to * this.wide + w] = int(this.words, row * this.wide + w);
  }

  private grow(): void {
    const before = { data: this.data, words: this.words };
    this.rows *= 2;
    this.data = roomFor(this.rows);
    for (const name of columns) this.data[name].set(before.data[name]);
    for (const name of whole) this.data[name].set(before.data[name]);
    this.words = new Int32Array(this.rows * this.wide);
    this.words.set(before.words);
    this.find();
  }

  /** Lays the table of what is held anew. */
  private find(): void {
    this.table = new Int32Array(this.rows * 4).fill(-1);
    const mask = this.table.length - 1;
    for (let row = 0; row < this.size; row += 1) {
      let slot = this.hash(this.words, row * this.wide, int(this.data.setup, row), real(this.data.run, row)) & mask;
      while ((this.table[slot] ?? -1) >= 0) slot = (slot + 1) & mask;
      this.table[slot] = row;
    }
  }

  /** Keeps so many of those with the highest bounds; the highest that is let go, −∞ where none is. */
  trim(most: number): number {
    if (this.size <= most) return -Infinity;
    const sorted = this.data.bound.slice(0, this.size).sort();
    const least = sorted[this.size - most] ?? -Infinity;
    let [kept, letGo] = [0, -Infinity];
    for (let row = 0; row < this.size; row += 1) {
      const bound = this.data.bound[row] ?? -Infinity;
      if (bound < least || kept >= most) {
        letGo = Math.max(letGo, bound);
        continue;
      }
      this.move(row, kept);
      kept += 1;
    }
    this.size = kept;
    this.find();
    return letGo;
  }
}
