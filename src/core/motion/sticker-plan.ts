// Which sticker is which landmark: by colour, and by where the body model expects them.
import type { Landmark } from '../anatomy/landmarks';
import { distance, minus, plus } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Rgb, Sticker } from './stickers';

/** The product's own sticker colours: three that skin, wood and mats seldom have. Yellow and orange drown on skin. */
export const stickerPlan: readonly {
  readonly name: string;
  readonly rgb: Rgb;
  readonly landmarks: readonly Landmark[];
}[] = [
  { name: 'magenta: hips', rgb: [195, 22, 111], landmarks: ['ASIS', 'PS', 'PSIS', 'GT'] },
  { name: 'green: leg', rgb: [15, 122, 69], landmarks: ['LK', 'LM', 'PAT'] },
  {
    name: 'blue: ribs, shoulder and head',
    rgb: [20, 80, 184],
    landmarks: ['SN', 'LR', 'AC', 'FH', 'CH', 'TR', 'C7', 'WR'],
  },
];

export const stickerColours: readonly Rgb[] = stickerPlan.map(({ rgb }) => rgb);

type Expected = { readonly name: Landmark; readonly at: Vec2; readonly colour: number };
export type Assigned = { readonly landmark: Landmark; readonly at: Vec2 };

/** Turns and stretches: picture = offset + turn·template, as complex numbers. */
type Similarity = { readonly turn: Vec2; readonly offset: Vec2 };
const apply = ({ turn: [c, s], offset }: Similarity, [x, y]: Vec2): Vec2 =>
  plus([c * x - s * y, s * x + c * y], offset);

function similarityOf(from: readonly [Vec2, Vec2], to: readonly [Vec2, Vec2]): Similarity | undefined {
  const [a, b] = [minus(from[1], from[0]), minus(to[1], to[0])];
  const square = a[0] * a[0] + a[1] * a[1];
  if (square < 1e-9) return undefined;
  const turn: Vec2 = [(b[0] * a[0] + b[1] * a[1]) / square, (b[1] * a[0] - b[0] * a[1]) / square];
  return { turn, offset: minus(to[0], apply({ turn, offset: [0, 0] }, from[0])) };
}

/** A careful person holds the camera straighter than this. */
const mostTurn = 0.45;
/** A landmark may lie this far from where the model has it, as a share of the template's size. */
const tolerance = 0.085;

/**
 * Landmarks for the stickers found. `expected`: where the model has each landmark of the near side, in any unit, y down,
 * the head at the same end as in the picture. Stickers that fit nothing are left over.
 */
export function assignStickers(
  stickers: readonly Sticker[],
  expected: readonly { name: Landmark; at: Vec2 }[],
): Assigned[] {
  const wanted: Expected[] = expected.flatMap(({ name, at }) => {
    const colour = stickerPlan.findIndex(({ landmarks }) => landmarks.includes(name));
    return colour < 0 ? [] : [{ name, at, colour }];
  });
  const size = Math.max(0, ...wanted.flatMap((a) => wanted.map((b) => distance(a.at, b.at))));
  let best: { score: number; pairs: Assigned[]; map: Similarity } = {
    score: 0,
    pairs: [],
    map: { turn: [1, 0], offset: [0, 0] },
  };
  for (const [i, a] of wanted.entries())
    for (const b of wanted.slice(i + 1)) {
      if (distance(a.at, b.at) < 0.12 * size) continue;
      for (const one of stickers)
        for (const other of stickers) {
          if (one === other || one.colour !== a.colour || other.colour !== b.colour) continue;
          const map = similarityOf([a.at, b.at], [one.at, other.at]);
          if (!map || Math.abs(Math.atan2(map.turn[1], map.turn[0])) > mostTurn) continue;
          const scale = Math.sqrt(map.turn[0] ** 2 + map.turn[1] ** 2);
          const trial = pairUp(stickers, wanted, map, tolerance * size * scale);
          if (trial.score > best.score) best = { ...trial, map };
        }
    }
  return best.pairs.length === 0
    ? []
    : stickerPlan.flatMap((_, colour) => arrange(best.pairs, wanted, colour, best.map));
}

/** All orders of a short list. */
const orders = <T>(list: readonly T[]): T[][] =>
  list.length < 2
    ? [[...list]]
    : list.flatMap((one, i) => orders([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [one, ...rest]));

const mostInGroup = 6;

/**
 * One colour's landmarks once more among their stickers, by how they lie to one another: a block that has sunk or risen as
 * a whole, as in a fault, must not lend its stickers to its neighbours.
 */
function arrange(pairs: readonly Assigned[], wanted: readonly Expected[], colour: number, map: Similarity): Assigned[] {
  const group = wanted.filter((one) => one.colour === colour);
  const own = pairs.filter(({ landmark }) => group.some(({ name }) => name === landmark));
  if (own.length < 2 || own.length > mostInGroup) return own;
  const places = own.map(({ landmark }) => apply(map, group.find(({ name }) => name === landmark)?.at ?? [0, 0]));
  const spread = (spots: readonly Vec2[]): number => {
    const off = spots.map((spot, i) => minus(spot, places[i] ?? spot));
    const mean: Vec2 = [
      off.reduce((sum, [x]) => sum + x, 0) / off.length,
      off.reduce((sum, [, y]) => sum + y, 0) / off.length,
    ];
    return off.reduce((sum, one) => sum + distance(one, mean) ** 2, 0);
  };
  const [best = []] = orders(own.map(({ at }) => at)).sort((a, b) => spread(a) - spread(b));
  return own.map(({ landmark }, i) => ({ landmark, at: best[i] ?? [0, 0] }));
}

/** Nearest free sticker of its colour for each landmark, the surest first. */
function pairUp(stickers: readonly Sticker[], wanted: readonly Expected[], map: Similarity, within: number) {
  const all = wanted
    .flatMap(({ name, at, colour }) => {
      const place = apply(map, at);
      return stickers
        .filter((sticker) => sticker.colour === colour)
        .map((sticker) => ({ name, sticker, apart: distance(place, sticker.at) / within }));
    })
    .filter(({ apart }) => apart < 1)
    .sort((a, b) => a.apart - b.apart);
  const taken = new Set<Sticker | Landmark>();
  const pairs: Assigned[] = [];
  let score = 0;
  for (const { name, sticker, apart } of all) {
    if (taken.has(name) || taken.has(sticker)) continue;
    taken.add(name).add(sticker);
    pairs.push({ landmark: name, at: sticker.at });
    score += 1 - apart * apart;
  }
  return { score, pairs };
}

/** The middle of a tap's nearest sticker, within reach. */
export function nearestSticker(stickers: readonly Sticker[], at: Vec2, reach: number): Sticker | undefined {
  const [nearest] = [...stickers].sort((a, b) => distance(a.at, at) - distance(b.at, at));
  return nearest && distance(nearest.at, at) <= Math.max(reach, nearest.radius) ? nearest : undefined;
}
