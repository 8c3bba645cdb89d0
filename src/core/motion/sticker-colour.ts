// Colours of stickers: which of them a pixel has, in whatever light.
import type { Rgb } from '../anatomy/stickers';
import { degrees } from '../geometry';
import type { Vec2 } from '../geometry';

/** Red, green, blue and opacity of each pixel, row by row, as a canvas gives them. */
export type Pixels = { readonly width: number; readonly height: number; readonly data: Uint8ClampedArray | Uint8Array };

type Chroma = readonly [cb: number, cr: number];
export const chroma = (r: number, g: number, b: number): Chroma => [
  -0.1687 * r - 0.3313 * g + 0.5 * b,
  0.5 * r - 0.4187 * g - 0.0813 * b,
];

/**
 * A pixel is of a colour when its hue is near and it is not much paler than asked for, against its own lightness: in half the
 * light both are half. Below so little colour noise makes the hue; just above it a hue is not sharp.
 */
const hueWithinDeg = 23;
const dimHueWithinDeg = 27;
const dimChroma = 20;
const palest = 0.38;
const leastChroma = 9;

export const lightness = (r: number, g: number, b: number): number => 0.299 * r + 0.587 * g + 0.114 * b;

/** For every colour of six bits a channel: the number of the sticker colour + 1, or 0. */
function lookUpTable(colours: readonly Rgb[]): Uint8Array {
  const wanted = colours.map(([r, g, b]) => {
    const [cb, cr] = chroma(r, g, b);
    return { hue: Math.atan2(cr, cb), fullness: Math.sqrt(cb * cb + cr * cr) / Math.max(1, lightness(r, g, b)) };
  });
  const table = new Uint8Array(1 << 18);
  for (let index = 0; index < table.length; index += 1) {
    const [r, g, b] = [((index >> 12) << 2) + 2, (((index >> 6) & 63) << 2) + 2, ((index & 63) << 2) + 2];
    const [cb, cr] = chroma(r, g, b);
    const strength = Math.sqrt(cb * cb + cr * cr);
    if (strength < leastChroma) continue;
    const hue = Math.atan2(cr, cb);
    const fullness = strength / lightness(r, g, b);
    let nearest = strength < dimChroma ? dimHueWithinDeg : hueWithinDeg;
    wanted.forEach((one, colour) => {
      const apart = Math.abs(degrees(Math.atan2(Math.sin(hue - one.hue), Math.cos(hue - one.hue))));
      if (apart >= nearest || fullness < palest * one.fullness) return;
      nearest = apart;
      table[index] = colour + 1;
    });
  }
  return table;
}

/** Where a pixel's colour stands in the table. */
export const placeInTable = (r: number, g: number, b: number): number => ((r >> 2) << 12) | ((g >> 2) << 6) | (b >> 2);

/** The same of a pixel read as one number, red lowest. */
export const placeOfPixel = (pixel: number): number =>
  ((pixel & 0xfc) << 10) | ((pixel >>> 4) & 0xfc0) | ((pixel >>> 18) & 0x3f);

/** Pixels as one number each: of every four bytes the first is the lowest, on all machines that browsers run on. */
export function wordsOf({ data }: Pixels): Uint32Array {
  const isAligned = data.byteOffset % 4 === 0;
  const bytes = isAligned ? data : new Uint8Array(data);
  return new Uint32Array(bytes.buffer, bytes.byteOffset, Math.floor(bytes.length / 4));
}

let lastTable: { readonly key: string; readonly table: Uint8Array } | undefined;
export function tableFor(colours: readonly Rgb[]): Uint8Array {
  const key = colours.join(';');
  if (lastTable?.key !== key) lastTable = { key, table: lookUpTable(colours) };
  return lastTable.table;
}

/** Paler against its own lightness, a colour is no sticker's. */
const leastFullness = 0.25;

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
  const strength = Math.sqrt(cb * cb + cr * cr);
  return strength < leastChroma || strength < leastFullness * lightness(...mean) ? undefined : mean;
}
