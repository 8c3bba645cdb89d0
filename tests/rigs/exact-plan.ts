// The same problem for a general solver of whole-number programmes: built otherwise, from the words of the contract, to check against.
import type { Task } from '@/core/planning/compose-input';

/** A sum of terms, as the LP format writes it. */
const sum = (terms: readonly (readonly [number, string])[]): string =>
  terms.length === 0
    ? '0 nothing'
    : terms.map(([by, name]) => `${by < 0 ? '-' : '+'} ${Math.abs(by)} ${name}`).join(' ');

/**
 * Problem of exactly `count` items, as a programme in LP format. x_i_p: item i stands at place p; f_s_t_p: from the set-up of place p
 * to that of the next; what is needed stands at one of the places before, place by place.
 */
export function asProgramme(task: Task): string {
  const { items, needs, change, count = 0, minutes, cover, atMost, inARow, edges, weight } = task;
  const places = Array.from({ length: count }, (_, p) => p);
  const keys = items.map(({ setup }) => JSON.stringify(setup));
  const setups = [...new Set(keys)];
  const first = setups.map((key) => items[keys.indexOf(key)]?.setup ?? [0, 0]);
  const between = (s: number, t: number) => {
    const [[from, fromApparatus, fromSprings], [to, toApparatus, toSprings]] = [first[s] ?? [0, 0], first[t] ?? [0, 0]];
    const springs = fromSprings === toSprings ? 0 : change.springs;
    return (change.position[from]?.[to] ?? 0) + (fromApparatus === toApparatus ? springs : change.apparatus);
  };
  const inSetup = setups.map((key) => items.flatMap((_item, i) => (keys[i] === key ? [i] : [])));
  const flows = places
    .slice(1)
    .flatMap((p) =>
      setups.flatMap((_s, s) => setups.map((_t, t) => ({ name: `f_${s}_${t}_${p}`, minutes: between(s, t), s, t, p }))),
    );
  const at = (i: number) => places.map((p) => [1, `x_${i}_${p}`] as const);
  const rows: string[] = [];
  const row = (terms: readonly (readonly [number, string])[], rest: string) => {
    if (terms.length > 0) rows.push(` c${rows.length}: ${sum(terms)} ${rest}`);
  };
  for (const p of places)
    row(
      items.map((_item, i) => [1, `x_${i}_${p}`]),
      '= 1',
    );
  items.forEach((item, i) => {
    row(at(i), item.fixed === 'in' || item.at !== undefined ? '= 1' : item.fixed === 'out' ? '= 0' : '<= 1');
    if (item.at !== undefined) row([[1, `x_${i}_${item.at}`]], '= 1');
    if (item.load > (edges.first ?? 3)) row([[1, `x_${i}_0`]], '= 0');
    if (item.load > (edges.last ?? 3)) row([[1, `x_${i}_${count - 1}`]], '= 0');
  });
  for (const [before, after] of needs) {
    const [a, b] = [before, after].map((id) => items.findIndex((item) => item.id === id));
    for (const p of places)
      row(
        [
          ...places.slice(0, p + 1).map((q) => [1, `x_${b}_${q}`] as const),
          ...places.slice(0, p).map((q) => [-1, `x_${a}_${q}`] as const),
        ],
        '<= 0',
      );
  }
  for (const [tag, least] of Object.entries(cover))
    row(
      items.flatMap(({ tags }, i) => (tags.includes(tag) ? at(i) : [])),
      `>= ${least}`,
    );
  for (const [tag, most] of Object.entries(atMost))
    row(
      items.flatMap(({ tags }, i) => (tags.includes(tag) ? at(i) : [])),
      `<= ${most}`,
    );
  // So many minutes from one place to another, unless something between them is of another kind: it makes room for all there is.
  const room = 1000;
  for (const from of inARow ? places : [])
    for (const to of places.slice(from)) {
      const within = places.slice(from, to + 1);
      row(
        [
          ...within.flatMap((p) =>
            items.map(
              (item, i) => [item.tags.includes(inARow?.tag ?? '') ? item.minutes : -room, `x_${i}_${p}`] as const,
            ),
          ),
          ...flows.filter(({ p }) => p > from && p <= to).map((f) => [f.minutes, f.name] as const),
        ],
        `<= ${inARow?.minutes}`,
      );
    }
  for (const p of places.slice(1))
    setups.forEach((_key, s) => {
      const own = (place: number) => (inSetup[s] ?? []).map((i) => [-1, `x_${i}_${place}`] as const);
      row([...flows.filter((f) => f.p === p && f.s === s).map(({ name }) => [1, name] as const), ...own(p - 1)], '= 0');
      row([...flows.filter((f) => f.p === p && f.t === s).map(({ name }) => [1, name] as const), ...own(p)], '= 0');
    });
  row(
    [
      ...items.flatMap((item, i) => places.map((p) => [item.minutes, `x_${i}_${p}`] as const)),
      ...flows.map((f) => [f.minutes, f.name] as const),
    ],
    `<= ${minutes}`,
  );
  const objective = [
    ...items.flatMap(({ value }, i) => places.map((p) => [value, `x_${i}_${p}`] as const)),
    ...flows.filter((f) => f.minutes > 0).map((f) => [-weight * f.minutes, f.name] as const),
  ];
  const bounds = flows.map(({ name }) => ` ${name} <= 1`);
  const whole = items.flatMap((_item, i) => places.map((p) => ` x_${i}_${p}`));
  return [
    'Maximize',
    ` obj: ${sum(objective)}`,
    'Subject To',
    ...rows,
    'Bounds',
    ...bounds,
    'Binary',
    ...whole,
    'End',
  ].join('\n');
}
