// Which sticker is which landmark: by its colour, and by where the body model has the landmarks of this pose and view. A
// sticker gets a name only where the whole figure that they make is one a body can make, and no other name is likely for it.
import type { Landmark } from '../anatomy/landmarks';
import type { MarkId } from '../anatomy/marks';
import { cross, distance, dot, length, minus, plus, times } from '../geometry';
import type { Vec2 } from '../geometry';
import { colourOf, hasLandmarks } from '../anatomy/stickers';
import type { Sticker } from './stickers';

/** Where the model has a landmark of this view, mm, y down, the head at the same end as in the picture. */
export type ExpectedMark = {
  readonly name: MarkId;
  readonly landmark: Landmark;
  readonly at: Vec2;
  /** How likely a sticker is seen there; 0.85 where it is not told. */
  readonly likely?: number;
  /** A bone joins it with what it hangs on, seen at its full length: that is known, its angle is the exercise's. */
  readonly onBone?: boolean;
};

export type Naming = {
  readonly named: readonly { readonly name: MarkId; readonly sticker: Sticker }[];
  /** Found, but what they are is not sure. */
  readonly unnamed: readonly { readonly sticker: Sticker; readonly why: string }[];
};

type Wanted = ExpectedMark & { readonly colour: number };

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

/** A careful person holds the camera straighter than this, radians. */
const mostTurn = 0.45;
/** A landmark may lie this far from where the model has it, as a share of the figure's size. */
const tolerance = 0.085;
/** Of all ways to lay the model over the stickers, so many are gone into. */
const mapsKept = 6;
/** Ways to name them that are kept while one landmark after the other is placed. */
const waysKept = 240;

/** How well the stickers lie where a map has landmarks of their colour. */
function explains(stickers: readonly Sticker[], wanted: readonly Wanted[], map: Similarity, within: number): number {
  let score = 0;
  for (const { at, colour } of wanted) {
    const place = apply(map, at);
    let nearest = 1;
    for (const sticker of stickers)
      if (sticker.colour === colour) nearest = Math.min(nearest, distance(place, sticker.at) / within);
    score += 1 - nearest * nearest;
  }
  return score;
}

/** Ways to lay the model over the picture by two stickers, the best first. */
function mapsOf(stickers: readonly Sticker[], wanted: readonly Wanted[], size: number): Similarity[] {
  const found: { readonly map: Similarity; readonly score: number }[] = [];
  for (const [i, a] of wanted.entries())
    for (const b of wanted.slice(i + 1)) {
      if (distance(a.at, b.at) < 0.12 * size) continue;
      for (const one of stickers)
        for (const other of stickers) {
          if (one === other || one.colour !== a.colour || other.colour !== b.colour) continue;
          const map = similarityOf([a.at, b.at], [one.at, other.at]);
          if (!map || Math.abs(Math.atan2(map.turn[1], map.turn[0])) > mostTurn) continue;
          const scale = Math.sqrt(map.turn[0] ** 2 + map.turn[1] ** 2);
          found.push({ map, score: explains(stickers, wanted, map, tolerance * size * scale) });
        }
    }
  return found
    .sort((a, b) => b.score - a.score)
    .slice(0, mapsKept)
    .map(({ map }) => map);
}

/** What a landmark hangs on, nearest first: where those lie tells where it lies. */
const hangsOn: Readonly<Partial<Record<Landmark, readonly Landmark[]>>> = {
  PS: ['ASIS', 'GT'],
  PSIS: ['ASIS', 'GT'],
  STF: ['ASIS', 'GT'],
  STB: ['STF', 'GT', 'ASIS'],
  GT: ['ASIS'],
  LK: ['GT', 'ASIS'],
  PAT: ['ASIS', 'GT', 'LK'],
  LM: ['LK', 'PAT', 'GT'],
  HEEL: ['LM', 'PAT'],
  LR: ['ASIS', 'GT'],
  SN: ['LR', 'ASIS'],
  AC: ['SN', 'LR', 'GT'],
  WR: ['AC', 'SN'],
  C7: ['AC', 'SN'],
  TR: ['AC', 'SN'],
  CH: ['SN', 'TR', 'AC'],
  FH: ['CH', 'TR', 'SN'],
  SL2: ['GT', 'ASIS'],
  SL4: ['SL2', 'LR', 'SN'],
  SL5: ['SL4', 'AC', 'SN'],
};
/** From the pelvis outward. */
const placingOrder: readonly Landmark[] = [
  ...([
    'ASIS',
    'GT',
    'PS',
    'PSIS',
    'STF',
    'STB',
    'LK',
    'PAT',
    'LM',
    'HEEL',
    'LR',
    'SN',
    'AC',
    'SL2',
    'SL4',
    'SL5',
  ] as const),
  ...(['C7', 'TR', 'CH', 'FH', 'WR'] as const),
];

/** Spread of a landmark about where one that it hangs on has it: of where stickers are put, mm, and of pose and build. */
const placedMm = 13;
const poseShare = 0.17;
/** At the end of a bone: along it, and across it. */
const [boneShare, swingShare] = [0.08, 0.34];
/** The same, as a share of the figure's size, where nothing that it hangs on is there. */
const aloneShare = 0.07;
/** How likely a landmark carries a sticker that is seen; and how many stray stickers there are. */
const [present, stray] = [0.85, 0.3];

/** A way to name the stickers so far: for each landmark placed, its sticker or −1; and how unlikely it is. */
type Way = { readonly of: readonly number[]; readonly used: number; readonly cost: number };

type Figure = {
  readonly stickers: readonly Sticker[];
  readonly wanted: readonly Wanted[];
  /** Where the map has each landmark, pixels; and pixels in a millimetre. */
  readonly places: readonly Vec2[];
  readonly scale: number;
  readonly size: number;
};

/** Which placed landmarks one hangs on: of its own side or of none. */
function linksOf(wanted: readonly Wanted[]): readonly (readonly number[])[] {
  const sideOf = (name: MarkId) => (/_([LR])$/.exec(name) ?? [])[1];
  return wanted.map(({ name, landmark }, index) =>
    (hangsOn[landmark] ?? []).flatMap((other) =>
      wanted.flatMap((one, at) => {
        const sameSide = !sideOf(one.name) || !sideOf(name) || sideOf(one.name) === sideOf(name);
        return at < index && one.landmark === other && sameSide ? [at] : [];
      }),
    ),
  );
}

/** Where a landmark should lie, given what is placed, pixels, and its spread. */
function expectIn(
  { stickers, places, scale, size }: Figure,
  way: Way,
  index: number,
  links: readonly number[],
): { readonly at: Vec2; readonly sd: number } {
  const place = places[index] ?? [0, 0];
  let [weight, sum]: [number, Vec2] = [0, [0, 0]];
  let used = 0;
  for (const link of links) {
    const sticker = stickers[way.of[link] ?? -1];
    const from = places[link];
    if (!sticker || !from || used === 2) continue;
    const along = minus(place, from);
    const variance = (placedMm * scale) ** 2 + poseShare ** 2 * (along[0] ** 2 + along[1] ** 2);
    sum = plus(sum, times(plus(sticker.at, along), 1 / variance));
    weight += 1 / variance;
    used += 1;
  }
  if (used === 0) return { at: place, sd: aloneShare * size * scale };
  return { at: times(sum, 1 / weight), sd: Math.sqrt((used === 2 ? 1.4 : 1) / weight) };
}

/** How many spreads a sticker lies off the end of a bone that hangs on another sticker; and the spreads along and across it. */
function offBone(sticker: Vec2, from: Vec2, bone: Vec2, scale: number): { readonly off: number; readonly sd: number } {
  const [meant, seen] = [length(bone), minus(sticker, from)];
  const swung = Math.atan2(cross(bone, seen), dot(bone, seen));
  const [along, across] = [
    Math.hypot(placedMm * scale, boneShare * meant),
    Math.hypot(placedMm * scale, swingShare * meant),
  ];
  const off = Math.hypot((length(seen) - meant) / along, (swung * meant) / across);
  return { off, sd: Math.sqrt(along * across) };
}

/** How far a sticker lies from where a landmark should be, in spreads, and the spread: the mean of both directions. */
function offIn(
  figure: Figure,
  way: Way,
  index: number,
  links: readonly number[],
): (sticker: Vec2) => { readonly off: number; readonly sd: number } {
  const { stickers, wanted, places, scale } = figure;
  const [link = -1] = links;
  const [from, place, start] = [stickers[way.of[link] ?? -1], places[index], places[link]];
  if (wanted[index]?.onBone && from && place && start) {
    const bone = minus(place, start);
    return (at) => offBone(at, from.at, bone, scale);
  }
  const { at: expected, sd } = expectIn(figure, way, index, links);
  return (at) => ({ off: distance(at, expected) / sd, sd });
}

/** The likeliest ways to name the stickers, by placing one landmark after the other. */
function waysOf(figure: Figure): readonly Way[] {
  const { stickers, wanted, scale, size } = figure;
  const links = linksOf(wanted);
  const area = 0.3 * (size * scale) ** 2;
  let ways: readonly Way[] = [{ of: [], used: 0, cost: -stickers.length * Math.log(stray) }];
  for (const [index, { colour, likely = present }] of wanted.entries()) {
    const next: Way[] = [];
    for (const way of ways) {
      next.push({ of: [...way.of, -1], used: way.used, cost: way.cost - Math.log(1 - likely) });
      const offOf = offIn(figure, way, index, links[index] ?? []);
      for (const [which, sticker] of stickers.entries()) {
        if (sticker.colour !== colour || way.used & (1 << which)) continue;
        const { off, sd } = offOf(sticker.at);
        if (off > 4.5) continue;
        const gain = -Math.log(likely) + 0.5 * off * off + Math.log((2 * Math.PI * sd * sd) / area) + Math.log(stray);
        next.push({ of: [...way.of, which], used: way.used | (1 << which), cost: way.cost + gain });
      }
    }
    ways = next.sort((a, b) => a.cost - b.cost).slice(0, waysKept);
  }
  return ways;
}

/** So likely a name must be, of all ways to name the stickers. */
const sureFrom = 0.9;
/** A figure is made of so many stickers at least, and of more than half of those found. */
const fewest = 3;
/** More than these in a picture, and the largest count. */
const mostStickers = 28;

/** Index of the sticker → index of the landmark → share. */
type Chances = ReadonlyMap<number, ReadonlyMap<number, number>>;

/** How likely each sticker is each landmark, over all ways. */
function chancesOf(ways: readonly Way[]): Chances {
  const distinct = new Map<string, Way>();
  for (const way of ways) {
    const key = way.of.join();
    const known = distinct.get(key);
    if (!known || way.cost < known.cost) distinct.set(key, way);
  }
  const sorted = [...distinct.values()].sort((a, b) => a.cost - b.cost);
  const least = sorted[0]?.cost ?? 0;
  const byName = new Map<number, Map<number, number>>();
  const total = sorted.reduce((sum, { cost }) => sum + Math.exp(least - cost), 0);
  for (const { of, cost } of sorted)
    for (const [landmark, sticker] of of.entries()) {
      if (sticker < 0) continue;
      const chances = byName.get(sticker) ?? new Map<number, number>();
      chances.set(landmark, (chances.get(landmark) ?? 0) + Math.exp(least - cost) / total);
      byName.set(sticker, chances);
    }
  return byName;
}

const wordName = (name: MarkId): string => name.replace('_', ' ');

/**
 * Names for the stickers found. Where the figure that they make is none that this body makes here, none is named; where
 * one may be either of two landmarks, or fits none, that one is not.
 */
export function nameStickers(all: readonly Sticker[], expected: readonly ExpectedMark[]): Naming {
  const stickers = all.filter(({ colour }) => hasLandmarks(colour)).slice(0, mostStickers);
  const wanted: Wanted[] = placingOrder.flatMap((landmark) =>
    expected.flatMap((one) => {
      const colour = colourOf(one.landmark);
      return one.landmark === landmark && colour >= 0 ? [{ ...one, colour }] : [];
    }),
  );
  const size = Math.max(1, ...wanted.flatMap((a) => wanted.map((b) => distance(a.at, b.at))));
  const ways = mapsOf(stickers, wanted, size).flatMap((map) => {
    const scale = Math.sqrt(map.turn[0] ** 2 + map.turn[1] ** 2);
    return waysOf({ stickers, wanted, places: wanted.map(({ at }) => apply(map, at)), scale, size });
  });
  const byName = chancesOf(ways);
  const named: { name: MarkId; sticker: Sticker }[] = [];
  const unnamed: { sticker: Sticker; why: string }[] = [];
  for (const [index, sticker] of stickers.entries()) {
    const likely = [...(byName.get(index) ?? [])]
      .filter(([, share]) => share > 1 - sureFrom)
      .sort((a, b) => b[1] - a[1]);
    const [first, second] = likely.map(([landmark]) => wanted[landmark]?.name);
    if (first && (likely[0]?.[1] ?? 0) >= sureFrom) named.push({ name: first, sticker });
    else unnamed.push({ sticker, why: wordDoubt(first, second) });
  }
  if (named.length >= fewest && named.length > unnamed.length) return { named, unnamed };
  const why = 'the stickers make no figure that a body makes here';
  return { named: [], unnamed: stickers.map((sticker) => ({ sticker, why })) };
}

function wordDoubt(first: MarkId | undefined, second: MarkId | undefined): string {
  if (first && second) return `either ${wordName(first)} or ${wordName(second)}`;
  return first ? `perhaps ${wordName(first)}` : 'no landmark of its colour is near';
}
