// Points of the room that can be told from what is round them: where a camera that moves gives itself away.
import { distance } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Gray, Pyramid } from './gray';
import { patternOf } from './register';

/** Cells across and down that one is looked for in; those along the edge of the picture, where no body is. */
const [across, down] = [8, 5];
/** Places tried in a cell lie so far apart, pixels. */
const everyPx = 8;
/** As near as this to what is followed, it may move with it, as a share of the picture's width. */
const apartShare = 0.12;
const mostAnchors = 5;
/** A corner is looked for in the copy of half the size, where a sensor's grain is half as strong: so far round a place, pixels of it. */
const reach = 6;
/** Lightness must change by so much a pixel along the direction in which it changes least, as a mean square: an edge slides along itself. */
const leastSlope2 = 20;

type Place = { readonly at: Vec2; readonly slope2: number };

/** Mean square of the slope along the direction in which it is least. Shi & Tomasi 1994, Good features to track. */
function cornerAt({ width, height, data }: Gray, x: number, y: number): number {
  if (x < reach + 1 || y < reach + 1 || x >= width - reach - 1 || y >= height - reach - 1) return 0;
  let [xx, xy, yy] = [0, 0, 0];
  for (let j = y - reach; j <= y + reach; j += 1)
    for (let i = x - reach; i <= x + reach; i += 1) {
      const at = j * width + i;
      const dx = ((data[at + 1] ?? 0) - (data[at - 1] ?? 0)) / 2;
      const dy = ((data[at + width] ?? 0) - (data[at - width] ?? 0)) / 2;
      xx += dx * dx;
      xy += dx * dy;
      yy += dy * dy;
    }
  const count = (2 * reach + 1) ** 2;
  return ((xx + yy) / 2 - Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy)) / count;
}

/** The best corner of a cell, away from the points that are followed. */
function bestIn(frame: Pyramid, [left, top]: Vec2, [wide, high]: Vec2, points: readonly Vec2[]): Place | undefined {
  const half = frame.at(Math.min(1, frame.sizes - 1));
  const by = frame.at(0).width / half.width;
  let best: Place | undefined;
  for (let y = top; y < top + high; y += everyPx)
    for (let x = left; x < left + wide; x += everyPx) {
      const slope2 = cornerAt(half, Math.round(x / by), Math.round(y / by));
      if (slope2 < Math.max(leastSlope2, best?.slope2 ?? 0)) continue;
      const isApart = points.every((one) => distance(one, [x, y]) > apartShare * frame.at(0).width);
      if (isApart && patternOf(frame, [x, y])) best = { at: [x, y], slope2 };
    }
  return best;
}

/** Corners near the picture's edge, away from the points that are followed: the sharpest of them. */
export function anchorsIn(frame: Pyramid, points: readonly Vec2[]): Record<string, Vec2> {
  const { width, height } = frame.at(0);
  const cell: Vec2 = [width / across, height / down];
  const found: Place[] = [];
  for (let row = 0; row < down; row += 1)
    for (let column = 0; column < across; column += 1) {
      const isAtEdge = row === 0 || row === down - 1 || column === 0 || column === across - 1;
      const place = isAtEdge && bestIn(frame, [column * cell[0], row * cell[1]], cell, points);
      if (place) found.push(place);
    }
  const sharpest = found.sort((a, b) => b.slope2 - a.slope2).slice(0, mostAnchors);
  return Object.fromEntries(sharpest.map(({ at }, i) => [`room${i + 1}`, at]));
}
