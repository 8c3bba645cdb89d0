// The lines that tell the truth on a picture: a block as it is, where level would be, and where she said that it is.
import { placeBubble } from '../alignment/bubble';
import type { Vantage } from '../alignment/bubble';
import { findLandmarkKey } from '../anatomy/landmarks';
import type { Landmark } from '../anatomy/landmarks';
import type { PosedBody } from '../body/skeleton';
import { nearSideOf } from '../figure/camera';
import { length, middle, minus, plus, radians, rotate, times } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';
import type { Block } from '../anatomy/blocks';
import { ruleOf } from './trained';

export type Line = readonly [Vec2, Vec2];
export type TruthLines = { readonly is: Line; readonly level: Line; readonly said?: Line };

/** +1 where a positive tilt raises the end toward the picture's right. */
export const risesAt = (block: Block, vantage: Vantage): 1 | -1 =>
  placeBubble(block, 1, 0, [-1, 1], 1, vantage).at < 0 ? -1 : 1;

/**
 * The lines through a block in a picture, y down. `see`: where a place of the body is in it. Undefined where the picture does not show
 * the block's ends. `saidDeg`: what she said; both tilts in degrees from level.
 */
export function truthLines(
  body: PosedBody,
  { block, measure }: { readonly block: Block; readonly measure: string },
  vantage: Vantage,
  { truthDeg, saidDeg }: { readonly truthDeg: number; readonly saidDeg?: number },
  see: (point: Vec3) => Vec2,
): TruthLines | undefined {
  const [first, second] = ruleOf(measure)?.ends ?? [];
  const near = nearSideOf(body.position, vantage.view);
  const at = (name: Landmark | undefined, side: 'L' | 'R'): Vec2 | undefined => {
    const key = name && findLandmarkKey(body.landmarks, name, side);
    const point = key && body.landmarks[key];
    return point && see(point);
  };
  const [a, b] = second ? [at(first, near), at(second, near)] : [at(first, 'L'), at(first, 'R')];
  if (!a || !b || length(minus(b, a)) === 0) return undefined;
  return linesAbout([a, b], risesAt(block, vantage), { truthDeg, ...(saidDeg === undefined ? {} : { saidDeg }) });
}

/** The same from the block's two ends in a picture. `rises`: +1 where a positive tilt raises the end at the right. */
export function linesAbout(
  [a, b]: Line,
  rises: 1 | -1,
  { truthDeg, saidDeg }: { readonly truthDeg: number; readonly saidDeg?: number },
): TruthLines {
  const along = b[0] >= a[0] ? minus(b, a) : minus(a, b);
  const [centre, half] = [middle(a, b), times(along, 1.3)];
  const through = (turned: Vec2): Line => [minus(centre, turned), plus(centre, turned)];
  const level = rotate(half, radians(rises * truthDeg)); // y is down: what rises at the right is turned back to the right
  return {
    is: through(half),
    level: through(level),
    ...(saidDeg === undefined ? {} : { said: through(rotate(level, radians(-rises * saidDeg))) }),
  };
}
