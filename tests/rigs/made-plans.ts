// Made problems of composing: twelve of sixty in so many minutes, by a seed; and small ones that can be solved by trying everything.
import type { Task } from '@/core/planning/compose-input';
import { scoreOrder } from '@/core/planning/score';
import { seeded } from '@/core/random';

const pick = <T>(all: readonly T[], uniform: () => number): T | undefined => all[Math.floor(uniform() * all.length)];

/** Minutes between positions: lying to lying is quick, the floor to standing is not, and up takes longer than down. */
function changes(positions: number, uniform: () => number): number[][] {
  const height = Array.from({ length: positions }, (_, i) => i / positions + 0.2 * uniform());
  return height.map((from, i) =>
    height.map((to, j) => (i === j ? 0 : Math.round((0.25 + (to > from ? 2 : 1.2) * Math.abs(to - from)) * 4) / 4)),
  );
}

export type Made = {
  readonly items: number;
  readonly count?: number;
  readonly minutes: number;
  readonly fine?: boolean;
};

/** A problem as it comes up: `fine`: minutes that lie on no grid. */
export function madePlan(seed: number, { items: n, count, minutes, fine = seed % 3 === 0 }: Made): Task {
  const uniform = seeded(seed * 7919 + 13);
  const [positions, apparatus] = [6 + (seed % 3), 1 + (seed % 3)];
  const tags = ['flexion', 'extension', 'rotation', 'side', 'balance', 'hips'];
  const items = Array.from({ length: n }, (_, i) => ({
    id: `e${i}`,
    minutes: fine ? 1.5 + 4 * uniform() : 1.5 + Math.floor(uniform() * 16) / 4,
    value: Math.round((1 + 9 * uniform()) * 100) / 100,
    setup: [Math.floor(uniform() * positions), Math.floor(uniform() * apparatus)] satisfies [number, number],
    tags: tags.filter(() => uniform() < 0.22),
    load: pick([1, 1, 2, 2, 3] as const, uniform) ?? 1,
  }));
  const needs = Array.from({ length: Math.round(n / 5) }, (): [string, string] => {
    const [a, b] = [Math.floor(uniform() * n), Math.floor(uniform() * n)];
    return [`e${Math.min(a, b)}`, `e${Math.max(a, b) === Math.min(a, b) ? (Math.min(a, b) + 1) % n : Math.max(a, b)}`];
  }).filter(([before, after]) => Number(before.slice(1)) < Number(after.slice(1)));
  const outs = new Set([1, 2, 3].map(() => Math.floor(uniform() * n)));
  const needed = new Set(needs.flat());
  const free = items.flatMap(({ id }, i) => (outs.has(i) || needed.has(id) ? [] : [i]));
  const locked = pick(free, uniform);
  const placed = pick(free, uniform);
  return {
    items: items.map((item, i) => ({
      ...item,
      ...(outs.has(i) ? { fixed: 'out' as const } : i === locked ? { fixed: 'in' as const } : {}),
      ...(i === placed && i !== locked && seed % 2 === 0 ? { at: 2 } : {}),
    })),
    needs,
    order: [],
    change: { position: changes(positions, uniform), apparatus: 1 + (seed % 4) / 2, springs: 0 },
    ...(count === undefined ? {} : { count }),
    minutes,
    cover: { flexion: 2, extension: 2, rotation: 2, side: 1 },
    atMost: {},
    curve: false,
    edges: { first: 1, last: 1 + (seed % 2 === 0 ? 1 : 0) } as Task['edges'],
    weight: [1, 0.5, 2][seed % 3] ?? 1,
    seed,
    effortMs: 2000,
  };
}

/** Twelve of sixty: as long as a lesson, now tight, now wide. */
export const twelveOfSixty = (seed: number): Task =>
  madePlan(seed, { items: 60, count: 12, minutes: 36 + (seed % 5) * 4 });

/** Every order that keeps every wish, by trying them all: for a handful of items. */
export function everyOrder(task: Task): string[][] {
  const found: string[][] = [];
  const on = (order: string[]) => {
    if (scoreOrder(task, order).broken.length === 0) found.push(order);
    if (order.length < (task.count ?? task.items.length))
      for (const { id } of task.items) if (!order.includes(id)) on([...order, id]);
  };
  on([]);
  return found;
}
