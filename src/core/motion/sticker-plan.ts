// The product's own stickers: which colour goes on which landmark.
import type { Landmark } from '../anatomy/landmarks';
import { degrees, distance, minus } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Rgb } from './sticker-colour';
import type { Sticker } from './stickers';

/** The product's own sticker colours, which skin, wood and mats seldom have. Yellow and orange drown on skin. */
export const stickerPlan: readonly {
  readonly name: string;
  /** Where it is stuck. */
  readonly on: string;
  readonly rgb: Rgb;
  readonly landmarks: readonly Landmark[];
}[] = [
  { name: 'magenta', on: 'hips', rgb: [195, 22, 111], landmarks: ['ASIS', 'PS', 'PSIS', 'GT', 'STF', 'STB'] },
  { name: 'green', on: 'leg', rgb: [15, 122, 69], landmarks: ['LK', 'LM', 'PAT', 'HEEL'] },
  {
    name: 'blue',
    on: 'ribs, shoulder and head',
    rgb: [20, 80, 184],
    landmarks: ['SN', 'LR', 'AC', 'FH', 'CH', 'TR', 'C7', 'WR', 'SL2', 'SL4', 'SL5'],
  },
  { name: 'violet', on: 'two on the mat’s edge, a metre apart', rgb: [126, 44, 196], landmarks: [] },
];
/** Number of the colour whose stickers tell the mat line and the scale. */
const matColour = 3;
/** How far apart they are stuck. */
export const matStickersApartMm = 1000;
/** The mat's edge runs across the picture, no steeper than this. */
const steepestDeg = 20;

export const stickerColours: readonly Rgb[] = stickerPlan.map(({ rgb }) => rgb);

/** Number of the colour that a landmark's sticker has; −1 where none is planned for it. */
export const colourOf = (landmark: Landmark): number =>
  stickerPlan.findIndex(({ landmarks }) => landmarks.includes(landmark));

/** Whether stickers of a colour are landmarks: those on the mat are none. */
export const hasLandmarks = (colour: number): boolean => (stickerPlan[colour]?.landmarks.length ?? 0) > 0;

/** The two stickers on the mat's edge, left one first: of those of their colour the two furthest apart across the picture. */
export function matStickersOf(stickers: readonly Sticker[]): readonly [Sticker, Sticker] | undefined {
  const ends = stickers.filter(({ colour }) => colour === matColour).sort((a, b) => a.at[0] - b.at[0]);
  const [left, right] = [ends[0], ends.at(-1)];
  if (!left || !right || left === right) return undefined;
  const [across, down] = minus(right.at, left.at);
  return Math.abs(degrees(Math.atan2(down, across))) <= steepestDeg ? [left, right] : undefined;
}

/** The middle of a tap's nearest sticker, within reach. */
export function nearestSticker(stickers: readonly Sticker[], at: Vec2, reach: number): Sticker | undefined {
  const [nearest] = [...stickers].sort((a, b) => distance(a.at, at) - distance(b.at, at));
  return nearest && distance(nearest.at, at) <= Math.max(reach, nearest.radius) ? nearest : undefined;
}
