// Points of the room that can be told from what is round them: where a camera that moves gives itself away.
import { distance } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Pyramid } from './gray';
import { patternOf } from './register';

/** Cells across and down that one is looked for in; those along the edge of the picture, where no body is. */
const [across, down] = [8, 5];
/** As near as this to what is followed, it may move with it, as a share of the picture's width. */
const apartShare = 0.12;
const mostAnchors = 5;
/** What shows in copies of a quarter of the size too is no sensor's grain. */
const leastLayers = 3;

/** Places near the picture's edge that hold a corner or a speck, away from the points that are followed. */
export function anchorsIn(frame: Pyramid, points: readonly Vec2[]): Record<string, Vec2> {
  const { width, height } = frame.at(0);
  const found: Record<string, Vec2> = {};
  for (let row = 0; row < down; row += 1)
    for (let column = 0; column < across; column += 1) {
      const isAtEdge = row === 0 || row === down - 1 || column === 0 || column === across - 1;
      const count = Object.keys(found).length;
      if (!isAtEdge || count >= mostAnchors) continue;
      const [left, top] = [(column * width) / across, (row * height) / down];
      const tried = [0.3, 0.5, 0.7].flatMap((x) =>
        [0.3, 0.5, 0.7].map((y): Vec2 => [left + (x * width) / across, top + (y * height) / down]),
      );
      const place = tried.find(
        (at) =>
          points.every((one) => distance(one, at) > apartShare * width) &&
          (patternOf(frame, at)?.layers.length ?? 0) >= Math.min(leastLayers, frame.sizes),
      );
      if (place) found[`room${count + 1}`] = place;
    }
  return found;
}
