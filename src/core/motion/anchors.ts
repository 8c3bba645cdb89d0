// Points of the room that can be told from what is round them: where a camera that moves gives itself away.
import { distance } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Pyramid } from './gray';
import { patternOf } from './register';

/** Cells across and down that one is looked for in; those along the edge of the picture, where no body is. */
const [across, down] = [8, 5];
/** Places tried in each, as shares of it. */
const tried = [0.2, 0.4, 0.6, 0.8];
/** As near as this to what is followed, it may move with it, as a share of the picture's width. */
const apartShare = 0.12;
const mostAnchors = 5;
/** What shows in the copy of a quarter of the size too is no sensor's grain: contrast there at least, of 255. */
const [coarse, leastContrast] = [2, 6];

type Place = { readonly at: Vec2; readonly contrast: number };

/** How much a place stands out of what is round it, however coarsely it is seen; undefined where it can't be found again. */
function contrastAt(frame: Pyramid, at: Vec2): number | undefined {
  const layers = patternOf(frame, at)?.layers ?? [];
  const layer = layers[Math.min(coarse, frame.sizes - 1)];
  return layer && Math.sqrt(layer.power / layer.values.length);
}

/** Places near the picture's edge that hold a corner or a speck, away from the points that are followed: those that stand out most. */
export function anchorsIn(frame: Pyramid, points: readonly Vec2[]): Record<string, Vec2> {
  const { width, height } = frame.at(0);
  const best: Place[] = [];
  for (let row = 0; row < down; row += 1)
    for (let column = 0; column < across; column += 1) {
      const isAtEdge = row === 0 || row === down - 1 || column === 0 || column === across - 1;
      if (!isAtEdge) continue;
      const places = tried
        .flatMap((x) => tried.map((y): Vec2 => [((column + x) * width) / across, ((row + y) * height) / down]))
        .filter((at) => points.every((one) => distance(one, at) > apartShare * width))
        .map((at): Place => ({ at, contrast: contrastAt(frame, at) ?? 0 }))
        .sort((a, b) => b.contrast - a.contrast);
      if (places[0] && places[0].contrast >= leastContrast) best.push(places[0]);
    }
  const most = best.sort((a, b) => b.contrast - a.contrast).slice(0, mostAnchors);
  return Object.fromEntries(most.map(({ at }, i) => [`room${i + 1}`, at]));
}
