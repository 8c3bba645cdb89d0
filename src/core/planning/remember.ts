// What a walk is to remember: what it took twice, in the set-ups between (Roberti and Mingozzi 2014 let memory grow so).
import type { Compiled } from './compiled';
import { statesOf } from './relax';

export type Held = readonly ReadonlySet<number>[];

/** Small set-ups are remembered whole. */
const smallAtMost = 3;
const bitsAtMost = 9;

/** What is remembered before anything is known: the items of small set-ups. */
export function firstHeld({ items, setups, setupOf }: Compiled): Held {
  const all = Array.from({ length: setups }, () => new Set<number>());
  items.forEach((_item, i) => all[setupOf[i] ?? 0]?.add(i));
  return all.map((own) => (own.size <= smallAtMost ? own : new Set<number>()));
}

/** The memory grown by what these walks took twice, the most frequent first, to so many states at most. */
export function grown(problem: Compiled, held: Held, walks: readonly (readonly number[])[], most: number): Held {
  const { setupOf, items } = problem;
  const times = new Map<number, number>(); // by set-up and item
  for (const walk of walks) {
    const last = new Map<number, number>();
    walk.forEach((item, place) => {
      const before = last.get(item);
      last.set(item, place);
      if (before === undefined) return;
      for (const setup of new Set(walk.slice(before, place).map((one) => setupOf[one] ?? 0))) {
        const key = setup * items.length + item;
        times.set(key, (times.get(key) ?? 0) + 1);
      }
    });
  }
  let sets = held.map((own) => new Set(own));
  for (const [key] of [...times].toSorted((a, b) => b[1] - a[1] || a[0] - b[0])) {
    const [setup, item] = [Math.floor(key / items.length), key % items.length];
    const next = sets.map((own, s) => (s === setup ? new Set([...own, item]) : own));
    if ((next[setup]?.size ?? 0) <= bitsAtMost && statesOf(problem, next) <= most) sets = next;
  }
  return sets;
}
