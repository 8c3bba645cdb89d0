// Round coloured stickers found in a picture, each to a fraction of a pixel. Every second pixel of every second row is
// looked up by colour; what hangs together and is round is then centred by its colour against what lies round it.
import { plus } from '../geometry';
import type { Vec2 } from '../geometry';
import { findBlobs, largest, looksRound, smallest } from './sticker-blobs';
import type { Blob } from './sticker-blobs';
import { tableFor } from './sticker-colour';
import type { Rgb } from '../anatomy/stickers';
import type { Pixels } from './sticker-colour';
import { discAt, edgeRound, lookRound, waysToward, weigh } from './sticker-disc';
import type { Disc } from './sticker-disc';
import { coveredDisc, longnessOf, mayBeDisc } from './sticker-edge';

export type Sticker = {
  /** Its middle in pixels; the first pixel's middle is (0.5, 0.5). */
  readonly at: Vec2;
  readonly radius: number;
  /** Number of its colour in the list asked for. */
  readonly colour: number;
  /** A part of it lies hidden: its middle is told from the rest of its edge. */
  readonly isCovered: boolean;
  /** Spread of its middle, pixels of this picture per axis. */
  readonly sdPx: number;
};

/** Spread of the middle of a whole sticker, and of a place on the edge of one that is partly hidden. Pixels. */
const wholeSdPx = 0.3;
const edgeSdPx = 0.9;
/** A small disc longer than this may be cut as well as tilted, a large one is tilted: its middle lies somewhere along it. */
const roundest = 1.2;
const smallPx = 8;
const isPerhapsCut = (longness: number, radius: number): boolean => longness > roundest && radius < smallPx;
const sdOfWhole = (longness: number, radius: number): number =>
  wholeSdPx + (isPerhapsCut(longness, radius) ? 0.4 * radius * (longness - 1.1) : 0);

/** Pixels between the places on a ray where an edge is first looked for. */
const coarse = 1.2;

type Weighed = { readonly at: Vec2; readonly radius: number; readonly toward: Float64Array };

/** Where the colour in a disc is centred, and how large a disc of it is; undefined where it is none. */
function weighAt(pixels: Pixels, disc: Disc, table: Uint8Array, colour: number): Weighed | undefined {
  const surroundings = lookRound(pixels, disc, table, colour);
  const toward = surroundings && waysToward(surroundings);
  if (!toward) return undefined;
  const weights = weigh(pixels, disc, toward);
  const radius = Math.sqrt(weights.weight / Math.PI);
  if (radius < smallest || radius > largest) return undefined;
  return { at: [disc.cx + weights.x / weights.weight, disc.cy + weights.y / weights.weight], radius, toward };
}

/** Where a blob's colour is centred, how large it is, and whether it ends all round as a disc does. */
function centre(pixels: Pixels, blob: Blob, table: Uint8Array): Sticker | undefined {
  const [cx, cy] = [(blob.left + blob.right) / 2 + 0.5, (blob.top + blob.bottom) / 2 + 0.5];
  const near = discAt(pixels, cx, cy, (blob.right - blob.left + blob.bottom - blob.top) / 4 + 1);
  const first = weighAt(pixels, near, table, blob.colour);
  if (!first) return undefined;
  const disc = discOf(pixels, first);
  const seen = edgeRound(pixels, disc, first.toward, coarse);
  const found = seen && mayBeDisc(seen) ? weighAt(pixels, disc, table, blob.colour) : undefined;
  const edge = found && edgeRound(pixels, discOf(pixels, found), found.toward);
  return edge && stickerOf(found, edge, blob.colour - 1);
}

const discOf = (pixels: Pixels, { at: [x, y], radius }: Weighed): Disc => discAt(pixels, x, y, radius);

function stickerOf({ at, radius }: Weighed, edge: Float64Array, colour: number): Sticker | undefined {
  const longness = longnessOf(edge);
  if (longness !== undefined)
    return { at, radius, colour, isCovered: isPerhapsCut(longness, radius), sdPx: sdOfWhole(longness, radius) };
  const part = coveredDisc(edge);
  if (!part) return undefined;
  return { at: plus(at, part.at), radius: part.radius, colour, isCovered: true, sdPx: edgeSdPx * part.sdPerPx };
}

/** Round discs of these colours, of any size, largest first. A picture much larger than 1280 across is looked over more coarsely. */
export function findDiscs(pixels: Pixels, colours: readonly Rgb[]): Sticker[] {
  const table = tableFor(colours);
  const step = pixels.width > 2600 ? 3 : 2;
  return findBlobs(pixels, table, step)
    .filter((blob) => looksRound(blob, step))
    .flatMap((blob) => centre(pixels, blob, table) ?? [])
    .sort((a, b) => b.radius - a.radius);
}

/** Stickers of one set are of one size, but for how they are tilted and how near they stand: against the middle one. */
const [leastSize, mostSize] = [0.66, 1.5];
/** With fewer it can't be told which is the odd one. */
const fewToCompare = 5;

/** Stickers of a set of these colours, largest first: round discs, all of about one size. */
export function findStickers(pixels: Pixels, colours: readonly Rgb[]): Sticker[] {
  const discs = findDiscs(pixels, colours);
  if (discs.length < fewToCompare) return discs;
  const usual = discs[Math.floor(discs.length / 2)]?.radius ?? 0;
  return discs.filter(({ radius }) => radius >= leastSize * usual && radius <= mostSize * usual);
}
