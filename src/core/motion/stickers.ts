// Round coloured stickers found in a picture, each to a fraction of a pixel. Every second pixel of every second row is
// looked up by colour; what hangs together and is round is then centred by its colour against what lies round it.
import { degrees } from '../geometry';
import type { Vec2 } from '../geometry';

/** Red, green, blue and opacity of each pixel, row by row, as a canvas gives them. */
export type Pixels = { readonly width: number; readonly height: number; readonly data: Uint8ClampedArray | Uint8Array };
export type Rgb = readonly [red: number, green: number, blue: number];

export type Sticker = {
  /** Its middle in pixels; the first pixel's middle is (0.5, 0.5). */
  readonly at: Vec2;
  readonly radius: number;
  /** Number of its colour in the list asked for. */
  readonly colour: number;
};

type Chroma = readonly [cb: number, cr: number];
const chroma = (r: number, g: number, b: number): Chroma => [
  -0.1687 * r - 0.3313 * g + 0.5 * b,
  0.5 * r - 0.4187 * g - 0.0813 * b,
];

/** A pixel is of a colour when its hue is near and it is not much paler than asked for; shade changes both alike. */
const hueWithinDeg = 15;
const palest = 0.42;
const leastChroma = 22;
/** Pictures keep lightness sharper than colour, but shadows and edges pull at it: it counts half. */
const lightShare = 0.5;
const [smallest, largest] = [3, 60]; // radius in pixels

/** For every colour of five bits a channel: the number of the sticker colour + 1, or 0. */
function lookUpTable(colours: readonly Rgb[]): Uint8Array {
  const wanted = colours.map(([r, g, b]) => {
    const [cb, cr] = chroma(r, g, b);
    return { hue: Math.atan2(cr, cb), strength: Math.sqrt(cb * cb + cr * cr) };
  });
  const table = new Uint8Array(32768);
  for (let index = 0; index < table.length; index += 1) {
    const [r, g, b] = [((index >> 10) << 3) + 4, (((index >> 5) & 31) << 3) + 4, ((index & 31) << 3) + 4];
    const [cb, cr] = chroma(r, g, b);
    const strength = Math.sqrt(cb * cb + cr * cr);
    if (strength < leastChroma) continue;
    const hue = Math.atan2(cr, cb);
    let nearest = hueWithinDeg;
    wanted.forEach((one, colour) => {
      const apart = Math.abs(degrees(Math.atan2(Math.sin(hue - one.hue), Math.cos(hue - one.hue))));
      if (apart >= nearest || strength < palest * one.strength) return;
      nearest = apart;
      table[index] = colour + 1;
    });
  }
  return table;
}

let lastTable: { readonly key: string; readonly table: Uint8Array } | undefined;
function tableFor(colours: readonly Rgb[]): Uint8Array {
  const key = colours.join(';');
  if (lastTable?.key !== key) lastTable = { key, table: lookUpTable(colours) };
  return lastTable.table;
}

type Blob = { colour: number; left: number; right: number; top: number; bottom: number; count: number };

/** What hangs together in one colour on the coarse grid: runs of each row joined to those they touch in the row above. */
function findBlobs({ width, height, data }: Pixels, table: Uint8Array, step: number): Blob[] {
  const parent: number[] = [];
  const blobs: Blob[] = [];
  const root = (index: number): number => {
    let at = index;
    while (parent[at] !== at) at = parent[at] = parent[parent[at] ?? at] ?? at;
    return at;
  };
  const join = (a: number, b: number): number => {
    const [one, other] = [root(a), root(b)];
    if (one === other) return one;
    const [kept, gone] = [blobs[one], blobs[other]];
    parent[other] = one;
    if (kept && gone) {
      kept.left = Math.min(kept.left, gone.left);
      kept.right = Math.max(kept.right, gone.right);
      kept.top = Math.min(kept.top, gone.top);
      kept.bottom = Math.max(kept.bottom, gone.bottom);
      kept.count += gone.count;
      gone.count = 0;
    }
    return one;
  };
  let above: number[] = [];
  for (let y = 0; y < height; y += step) {
    const here: number[] = []; // start, end, colour, blob of each run
    let [from, colour] = [0, 0];
    const row = y * width * 4;
    let reach = 0; // runs of the row above, left of what is looked at, are passed over
    const close = (to: number): void => {
      const index = blobs.length;
      blobs.push({ colour, left: from, right: to, top: y, bottom: y, count: (to - from) / step + 1 });
      parent.push(index);
      let owner = index;
      while (reach < above.length && (above[reach + 1] ?? 0) < from - step) reach += 4;
      for (let run = reach; run < above.length && (above[run] ?? 0) <= to + step; run += 4)
        if (above[run + 2] === colour) owner = join(above[run + 3] ?? owner, owner);
      here.push(from, to, colour, owner);
    };
    for (let x = 0; x < width; x += step) {
      const at = row + x * 4;
      const index = (((data[at] ?? 0) >> 3) << 10) | (((data[at + 1] ?? 0) >> 3) << 5) | ((data[at + 2] ?? 0) >> 3);
      const found = table[index] ?? 0;
      if (found === colour) continue;
      if (colour !== 0) close(x - step);
      [from, colour] = [x, found];
    }
    if (colour !== 0) close(width - 1 - ((width - 1) % step));
    above = here;
  }
  return blobs.filter(({ count }, index) => count > 0 && parent[index] === index);
}

function looksRound({ left, right, top, bottom, count }: Blob, step: number): boolean {
  const [wide, high] = [right - left + step, bottom - top + step];
  const radius = (wide + high) / 4;
  if (radius < smallest || radius > largest) return false;
  if (wide > 1.6 * high + 2 * step || high > 1.6 * wide + 2 * step) return false;
  return (count * step * step) / (wide * high) > 0.45;
}

/** Which eighth of the circle a direction points into. */
const eighth = (dx: number, dy: number): number =>
  (dx > 0 ? 1 : 0) | (dy > 0 ? 2 : 0) | ((dx > 0 ? dx : -dx) > (dy > 0 ? dy : -dy) ? 4 : 0);

/** A disc as far as it is known, and the part of the picture to look at: it and a ring round it. */
type Disc = {
  readonly cx: number;
  readonly cy: number;
  readonly radius: number;
  readonly far: number;
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
};

function discAt({ width, height }: Pixels, cx: number, cy: number, radius: number): Disc {
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

/** Sums of colour and lightness with their count, of the disc's core; and of the ring, each eighth by itself. */
type Surroundings = {
  readonly core: readonly [cb: number, cr: number, light: number, count: number];
  /** cb, cr, lightness and count of each eighth. */
  readonly ring: Float64Array;
  readonly ringCount: number;
};

/**
 * What lies in the disc's core and round it. What is round it may be half wall, half floor: each eighth of the ring is its own
 * background. Undefined where the colour goes on beyond the disc: a stripe or a larger thing.
 */
// One pass over the pixels, with nothing called for each: half its branches only read an array.
// eslint-disable-next-line complexity
function lookRound({ width, data }: Pixels, disc: Disc, table: Uint8Array, colour: number): Surroundings | undefined {
  const { cx, cy, radius, far, x0, x1, y0, y1 } = disc;
  const ring = new Float64Array(32);
  let [inCb, inCr, inLight, inCount, outCount, leaks] = [0, 0, 0, 0, 0, 0];
  const core = Math.max(1, 0.55 * radius);
  for (let y = y0; y <= y1; y += 1)
    for (let x = x0; x <= x1; x += 1) {
      const [dx, dy] = [x + 0.5 - cx, y + 0.5 - cy];
      const away = dx * dx + dy * dy;
      if (away > far * far || (away > core * core && away < (radius + 2) ** 2)) continue;
      const at = (y * width + x) * 4;
      const [r, g, b] = [data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0];
      const cb = -0.1687 * r - 0.3313 * g + 0.5 * b;
      const cr = 0.5 * r - 0.4187 * g - 0.0813 * b;
      const light = lightShare * (0.299 * r + 0.587 * g + 0.114 * b);
      if (away <= core * core) [inCb, inCr, inLight, inCount] = [inCb + cb, inCr + cr, inLight + light, inCount + 1];
      else {
        const to = 4 * eighth(dx, dy);
        ring[to] = (ring[to] ?? 0) + cb;
        ring[to + 1] = (ring[to + 1] ?? 0) + cr;
        ring[to + 2] = (ring[to + 2] ?? 0) + light;
        ring[to + 3] = (ring[to + 3] ?? 0) + 1;
        outCount += 1;
        if (table[((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3)] === colour) leaks += 1;
      }
    }
  if (inCount === 0 || outCount === 0 || leaks > 0.14 * outCount) return undefined;
  return { core: [inCb, inCr, inLight, inCount], ring, ringCount: outCount };
}

/**
 * For each eighth: the way from background to sticker, over its own length squared, and where it starts. Undefined where the
 * background has the sticker's colour.
 */
function waysToward({ core, ring }: Surroundings): Float64Array | undefined {
  const [ownCb, ownCr, ownLight] = [core[0] / core[3], core[1] / core[3], core[2] / core[3]];
  const toward = new Float64Array(32);
  for (let to = 0; to < 32; to += 4) {
    const count = Math.max(1, ring[to + 3] ?? 0);
    const [backCb, backCr, backLight] = [
      (ring[to] ?? 0) / count,
      (ring[to + 1] ?? 0) / count,
      (ring[to + 2] ?? 0) / count,
    ];
    const [dCb, dCr, dLight] = [ownCb - backCb, ownCr - backCr, ownLight - backLight];
    if (dCb * dCb + dCr * dCr < (0.5 * leastChroma) ** 2) return undefined;
    const square = dCb * dCb + dCr * dCr + dLight * dLight;
    toward[to] = dCb / square;
    toward[to + 1] = dCr / square;
    toward[to + 2] = dLight / square;
    toward[to + 3] = (backCb * dCb + backCr * dCr + backLight * dLight) / square;
  }
  return toward;
}

/** Moments of the sticker's share in each pixel, about the disc's middle; `around`: pixels beyond it that are full of it. */
type Weights = {
  readonly weight: number;
  readonly solid: number;
  readonly around: number;
  readonly x: number;
  readonly y: number;
  readonly xx: number;
  readonly yy: number;
  readonly xy: number;
};

// One pass over the pixels, as above.
// eslint-disable-next-line complexity
function weigh({ width, data }: Pixels, { cx, cy, radius, far, x0, x1, y0, y1 }: Disc, toward: Float64Array): Weights {
  const reach = radius + 2.5;
  let [weight, solid, around, sumX, sumY, sumXX, sumYY, sumXY] = [0, 0, 0, 0, 0, 0, 0, 0];
  for (let y = y0; y <= y1; y += 1)
    for (let x = x0; x <= x1; x += 1) {
      const [dx, dy] = [x + 0.5 - cx, y + 0.5 - cy];
      const away = dx * dx + dy * dy;
      if (away > far * far) continue;
      const at = (y * width + x) * 4;
      const [r, g, b] = [data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0];
      const cb = -0.1687 * r - 0.3313 * g + 0.5 * b;
      const cr = 0.5 * r - 0.4187 * g - 0.0813 * b;
      const light = lightShare * (0.299 * r + 0.587 * g + 0.114 * b);
      const to = 4 * eighth(dx, dy);
      const share =
        cb * (toward[to] ?? 0) + cr * (toward[to + 1] ?? 0) + light * (toward[to + 2] ?? 0) - (toward[to + 3] ?? 0);
      if (away > reach * reach) {
        if (share > 0.65) around += 1;
        continue;
      }
      if (share < 0.12) continue;
      const w = share > 1 ? 1 : share;
      weight += w;
      if (w > 0.5) solid += 1;
      sumX += w * dx;
      sumY += w * dy;
      sumXX += w * dx * dx;
      sumYY += w * dy * dy;
      sumXY += w * dx * dy;
    }
  return { weight, solid, around, x: sumX, y: sumY, xx: sumXX, yy: sumYY, xy: sumXY };
}

/** Longer than this many times its width is no disc, however tilted. */
const mostLong = 2.6;

/** A disc is full to its edge (what shades off into its surroundings is none) and about as long as wide. */
function isDisc({ weight, solid, around, x, y, xx, yy, xy }: Weights, ringCount: number): boolean {
  if (weight < 0.5 * Math.PI * smallest * smallest || solid < 0.78 * weight || around > 0.2 * ringCount) return false;
  const [mx, my] = [x / weight, y / weight];
  const [a, b, c] = [xx / weight - mx * mx, yy / weight - my * my, xy / weight - mx * my];
  const spread = Math.sqrt((a - b) ** 2 + 4 * c * c);
  return (a + b + spread) / Math.max(1e-6, a + b - spread) <= mostLong;
}

/** Where a blob's colour is centred, how large it is, and whether it ends all round as a disc does. */
function centre(pixels: Pixels, blob: Blob, table: Uint8Array): Sticker | undefined {
  let [cx, cy] = [(blob.left + blob.right) / 2 + 0.5, (blob.top + blob.bottom) / 2 + 0.5];
  let radius = (blob.right - blob.left + blob.bottom - blob.top) / 4 + 1;
  for (let round = 0; round < 2; round += 1) {
    const disc = discAt(pixels, cx, cy, radius);
    const surroundings = lookRound(pixels, disc, table, blob.colour);
    const toward = surroundings && waysToward(surroundings);
    if (!toward) return undefined;
    const weights = weigh(pixels, disc, toward);
    if (!isDisc(weights, surroundings.ringCount)) return undefined;
    cx += weights.x / weights.weight;
    cy += weights.y / weights.weight;
    radius = Math.sqrt(weights.weight / Math.PI);
  }
  if (radius < smallest || radius > largest) return undefined;
  return { at: [cx, cy], radius, colour: blob.colour - 1 };
}

/** Stickers of these colours, largest first. A picture much larger than 1280 across is looked over more coarsely. */
export function findStickers(pixels: Pixels, colours: readonly Rgb[]): Sticker[] {
  const table = tableFor(colours);
  const step = pixels.width > 2600 ? 3 : 2;
  return findBlobs(pixels, table, step)
    .filter((blob) => looksRound(blob, step))
    .flatMap((blob) => centre(pixels, blob, table) ?? [])
    .sort((a, b) => b.radius - a.radius);
}

/** The colour under a tap: the mean of what is like its middle, within a few pixels; undefined where it is too pale to follow. */
export function colourAt({ width, height, data }: Pixels, [x, y]: Vec2, reach = 3): Rgb | undefined {
  let [red, green, blue, count] = [0, 0, 0, 0];
  for (let dy = -reach; dy <= reach; dy += 1)
    for (let dx = -reach; dx <= reach; dx += 1) {
      const [px, py] = [Math.floor(x) + dx, Math.floor(y) + dy];
      if (px < 0 || py < 0 || px >= width || py >= height) continue;
      const at = (py * width + px) * 4;
      red += data[at] ?? 0;
      green += data[at + 1] ?? 0;
      blue += data[at + 2] ?? 0;
      count += 1;
    }
  if (count === 0) return undefined;
  const mean: Rgb = [red / count, green / count, blue / count];
  const [cb, cr] = chroma(...mean);
  return Math.sqrt(cb * cb + cr * cr) < leastChroma ? undefined : mean;
}
