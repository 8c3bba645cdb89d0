// A disc against what lies round it: how much of the sticker is in each pixel.
import type { Vec2 } from '../geometry';
import { chroma, lightness, placeInTable } from './sticker-colour';
import type { Rgb } from '../anatomy/stickers';
import type { Pixels } from './sticker-colour';

/** Pictures keep lightness sharper than colour, but shadows and edges pull at it: it counts half. */
const lightShare = 0.5;
/** Where the background is nearer to the sticker's colour than this, there is no edge to see. */
const leastContrast = 6;

/** Parts of the ring round a disc, each its own background; sums of a part stand four apart. */
const partCount = 16;
const halfEighth = Math.tan(Math.PI / 8);

/** Which sixteenth of the circle a direction points into. */
function partOf(dx: number, dy: number): number {
  const [across, down] = [dx > 0 ? dx : -dx, dy > 0 ? dy : -dy];
  const isFlat = across > down;
  const isNear = isFlat ? down < halfEighth * across : across < halfEighth * down;
  return (dx > 0 ? 1 : 0) | (dy > 0 ? 2 : 0) | (isFlat ? 4 : 0) | (isNear ? 8 : 0);
}

/** A disc as far as it is known, and the part of the picture to look at: it and a ring round it. */
export type Disc = {
  readonly cx: number;
  readonly cy: number;
  readonly radius: number;
  readonly far: number;
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
};

export function discAt({ width, height }: Pixels, cx: number, cy: number, radius: number): Disc {
  const far = radius + 5.5;
  return {
    cx,
    cy,
    radius,
    far,
    x0: Math.max(0, Math.floor(cx - far)),
    x1: Math.min(width - 1, Math.ceil(cx + far)),
    y0: Math.max(0, Math.floor(cy - far)),
    y1: Math.min(height - 1, Math.ceil(cy + far)),
  };
}

/** Sums of red, green and blue with their count, of the disc's core; and of the ring, each part by itself. */
export type Surroundings = {
  readonly core: readonly [red: number, green: number, blue: number, count: number];
  /** Red, green, blue and count of each part. */
  readonly ring: Float64Array;
};

/**
 * What lies in the disc's core and round it. What is round it may be half wall, half floor: each part of the ring is its own
 * background. Undefined where the colour goes on beyond the disc: a stripe or a larger thing.
 */
// One pass over the pixels, with nothing called for each: half its branches only read an array.
// eslint-disable-next-line complexity
export function lookRound(
  { width, data }: Pixels,
  disc: Disc,
  table: Uint8Array,
  colour: number,
): Surroundings | undefined {
  const { cx, cy, radius, far, x0, x1, y0, y1 } = disc;
  const ring = new Float64Array(4 * partCount);
  let [red, green, blue, inCount, outCount, leaks] = [0, 0, 0, 0, 0, 0];
  const core = Math.max(1, 0.55 * radius) ** 2;
  const [near, outer] = [(radius + 2) ** 2, far * far];
  for (let y = y0; y <= y1; y += 1)
    for (let x = x0; x <= x1; x += 1) {
      const [dx, dy] = [x + 0.5 - cx, y + 0.5 - cy];
      const away = dx * dx + dy * dy;
      if (away > outer || (away > core && away < near)) continue;
      const at = (y * width + x) * 4;
      const [r, g, b] = [data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0];
      if (away <= core) {
        red += r;
        green += g;
        blue += b;
        inCount += 1;
      } else {
        const to = 4 * partOf(dx, dy);
        ring[to] = (ring[to] ?? 0) + r;
        ring[to + 1] = (ring[to + 1] ?? 0) + g;
        ring[to + 2] = (ring[to + 2] ?? 0) + b;
        ring[to + 3] = (ring[to + 3] ?? 0) + 1;
        outCount += 1;
        if (table[placeInTable(r, g, b)] === colour) leaks += 1;
      }
    }
  if (inCount === 0 || outCount === 0 || leaks > 0.14 * outCount) return undefined;
  return { core: [red, green, blue, inCount], ring };
}

/**
 * For each part of the ring: what red, green and blue of a pixel count for in the sticker's share of it, and what is taken off.
 * The share is 0 in that part's background and 1 in the sticker; undefined where the background has the sticker's colour.
 */
export function waysToward({ core, ring }: Surroundings): Float64Array | undefined {
  const toward = new Float64Array(4 * partCount);
  const [red, green, blue] = [core[0] / core[3], core[1] / core[3], core[2] / core[3]];
  for (let to = 0; to < 4 * partCount; to += 4) {
    const count = Math.max(1, ring[to + 3] ?? 0);
    const back: Rgb = [(ring[to] ?? 0) / count, (ring[to + 1] ?? 0) / count, (ring[to + 2] ?? 0) / count];
    const apart: Rgb = [red - back[0], green - back[1], blue - back[2]];
    const [cb, cr] = chroma(...apart); // all three are linear: of a difference they are the difference
    if (cb * cb + cr * cr < leastContrast ** 2) return undefined;
    const light = lightShare * lightness(...apart);
    const square = cb * cb + cr * cr + light * light;
    const [r, g, b] = [
      (-0.1687 * cb + 0.5 * cr + 0.299 * lightShare * light) / square,
      (-0.3313 * cb - 0.4187 * cr + 0.587 * lightShare * light) / square,
      (0.5 * cb - 0.0813 * cr + 0.114 * lightShare * light) / square,
    ];
    toward.set([r, g, b, r * back[0] + g * back[1] + b * back[2]], to);
  }
  return toward;
}

/** Sums of the sticker's share in each pixel: of it, and of where it lies about the disc's middle. */
export type Weights = { readonly weight: number; readonly x: number; readonly y: number };

export function weigh(
  { width, data }: Pixels,
  { cx, cy, radius, x0, x1, y0, y1 }: Disc,
  toward: Float64Array,
): Weights {
  const reach = (radius + 2.5) ** 2;
  let [weight, sumX, sumY] = [0, 0, 0];
  for (let y = y0; y <= y1; y += 1)
    for (let x = x0; x <= x1; x += 1) {
      const [dx, dy] = [x + 0.5 - cx, y + 0.5 - cy];
      if (dx * dx + dy * dy > reach) continue;
      const [at, to] = [(y * width + x) * 4, 4 * partOf(dx, dy)];
      const share =
        (data[at] ?? 0) * (toward[to] ?? 0) +
        (data[at + 1] ?? 0) * (toward[to + 1] ?? 0) +
        (data[at + 2] ?? 0) * (toward[to + 2] ?? 0) -
        (toward[to + 3] ?? 0);
      if (share < 0.12) continue;
      const w = share > 1 ? 1 : share;
      weight += w;
      sumX += w * dx;
      sumY += w * dy;
    }
  return { weight, x: sumX, y: sumY };
}

/** Rays from a middle on which the edge is looked for. */
const rayCount = 24;
export const rayDirections: readonly Vec2[] = Array.from({ length: rayCount }, (_, k) => [
  Math.cos((2 * Math.PI * k) / rayCount),
  Math.sin((2 * Math.PI * k) / rayCount),
]);

/** The sticker's share at a place between pixels. */
function shareAt({ width, height, data }: Pixels, x: number, y: number, toward: Float64Array, to: number): number {
  const [left, top] = [Math.floor(x - 0.5), Math.floor(y - 0.5)];
  if (left < 0 || top < 0 || left + 1 >= width || top + 1 >= height) return 0;
  const [fx, fy] = [x - 0.5 - left, y - 0.5 - top];
  const [a, b, c, d] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
  const at = (top * width + left) * 4;
  const below = at + width * 4;
  let share = -(toward[to + 3] ?? 0);
  for (let channel = 0; channel < 3; channel += 1)
    share +=
      (toward[to + channel] ?? 0) *
      (a * (data[at + channel] ?? 0) +
        b * (data[at + 4 + channel] ?? 0) +
        c * (data[below + channel] ?? 0) +
        d * (data[below + 4 + channel] ?? 0));
  return share;
}

/** So many rays may find no end, where the background can't be told from the sticker. */
const mostEndless = 3;

/** How far the edge lies along each ray, looked for every `step` pixels; undefined where the middle is not full of the colour or it doesn't end. */
export function edgeRound(
  pixels: Pixels,
  { cx, cy, radius, far }: Disc,
  toward: Float64Array,
  step = 0.5,
): Float64Array | undefined {
  const radii = new Float64Array(rayCount);
  const stride = Math.max(step, radius / 16);
  let endless = 0;
  for (let k = 0; k < rayCount; k += 1) {
    const [ux, uy] = rayDirections[k] ?? [1, 0];
    const to = 4 * partOf(ux, uy);
    const from = 0.4 * radius;
    let before = shareAt(pixels, cx + from * ux, cy + from * uy, toward, to);
    if (before < 0.5) return undefined;
    let edge = far;
    for (let r = from + stride; r <= far; r += stride) {
      const share = shareAt(pixels, cx + r * ux, cy + r * uy, toward, to);
      if (share < 0.5) {
        edge = r - stride + (stride * (before - 0.5)) / (before - share);
        break;
      }
      before = share;
    }
    if (edge === far) endless += 1;
    // What has no end is taken to end where its neighbour does.
    radii[k] = edge === far ? (radii[k - 1] ?? radius) : edge;
  }
  if (endless > mostEndless) return undefined;
  return radii;
}
