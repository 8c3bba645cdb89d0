// The wishes of a task one by one, so that those which collide can be named.
import type { Task } from './compose-input';

/** `path`: where in the task it stands, as `items.3.fixed`; `say`: in words, of ids and tags as given. */
export type Wish = { readonly path: string; readonly say: string };

/** Every wish that an order could break, in the order of the task. Without any of them the empty order would do. */
export function wishesOf({ items, needs, order, count, minutes, cover, atMost, edges, curve, inARow }: Task): Wish[] {
  const first = edges.first === undefined ? [] : [{ path: 'edges.first', say: `first, load ${edges.first} at most` }];
  const last = edges.last === undefined ? [] : [{ path: 'edges.last', say: `last, load ${edges.last} at most` }];
  const firstTag = edges.firstTag === undefined ? [] : [{ path: 'edges.firstTag', say: `first, of ${edges.firstTag}` }];
  return [
    { path: 'minutes', say: `within ${minutes} minutes` },
    ...(count === undefined ? [] : [{ path: 'count', say: `exactly ${count} of them` }]),
    ...Object.entries(cover)
      .filter(([, least]) => least > 0)
      .map(([tag, least]) => ({ path: `cover.${tag}`, say: `at least ${least} of ${tag}` })),
    ...Object.entries(atMost).map(([tag, most]) => ({ path: `atMost.${tag}`, say: `at most ${most} of ${tag}` })),
    ...first,
    ...firstTag,
    ...last,
    ...(curve && count !== undefined ? [{ path: 'curve', say: 'the heaviest in the middle third' }] : []),
    ...(inARow ? [{ path: 'inARow', say: `at most ${inARow.minutes} minutes of ${inARow.tag} in a row` }] : []),
    ...items.flatMap(({ id, fixed, at }, i) => [
      ...(fixed ? [{ path: `items.${i}.fixed`, say: `${id} ${fixed}` }] : []),
      ...(at === undefined ? [] : [{ path: `items.${i}.at`, say: `${id} at place ${at}` }]),
    ]),
    ...needs.map(([before, after], i) => ({ path: `needs.${i}`, say: `${before} before ${after}` })),
    ...order.map(([before, after], i) => ({ path: `order.${i}`, say: `${before} before ${after}, where both come` })),
  ];
}

/** The same task with no wishes but these. */
export function withOnly(task: Task, wishes: readonly Wish[]): Task {
  const kept = new Set(wishes.map(({ path }) => path));
  const { count: _count, inARow, edges, ...rest } = task;
  return {
    ...rest,
    minutes: kept.has('minutes') ? task.minutes : Number.MAX_VALUE,
    ...(task.count !== undefined && kept.has('count') ? { count: task.count } : {}),
    cover: Object.fromEntries(Object.entries(task.cover).filter(([tag]) => kept.has(`cover.${tag}`))),
    atMost: Object.fromEntries(Object.entries(task.atMost).filter(([tag]) => kept.has(`atMost.${tag}`))),
    edges: {
      ...(edges.first !== undefined && kept.has('edges.first') ? { first: edges.first } : {}),
      ...(edges.firstTag !== undefined && kept.has('edges.firstTag') ? { firstTag: edges.firstTag } : {}),
      ...(edges.last !== undefined && kept.has('edges.last') ? { last: edges.last } : {}),
    },
    items: task.items.map(({ fixed, at, ...item }, i) => ({
      ...item,
      ...(fixed && kept.has(`items.${i}.fixed`) ? { fixed } : {}),
      ...(at !== undefined && kept.has(`items.${i}.at`) ? { at } : {}),
    })),
    ...(inARow && kept.has('inARow') ? { inARow } : {}),
    curve: task.curve && kept.has('curve'),
    needs: task.needs.filter((_need, i) => kept.has(`needs.${i}`)),
    order: task.order.filter((_pair, i) => kept.has(`order.${i}`)),
  };
}
