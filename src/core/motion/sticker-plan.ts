// Stickers on the mat's edge, and the one under a tap.
import { matColour } from '../anatomy/stickers';
import { degrees, distance, minus } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Sticker } from './stickers';

/** The mat's edge runs across the picture, no steeper than this. */
const steepestDeg = 20;

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
