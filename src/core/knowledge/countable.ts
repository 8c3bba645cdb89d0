// Whether a level moves enough for its repetitions to be told apart by an eye: a heel that peels off the mat does not.
import type { LandmarkKey } from '../anatomy/landmarks';
import type { View } from '../anatomy/positions';
import { farthestToldMm, trueEye } from '../figure/true-marks';
import type { Vec2 } from '../geometry';
import { entriesOf } from '../keyed';
import { driverOf } from '../motion/driver';
import { momentsOf } from './loads';
import type { Asking } from './loads';

/** Some line of the body turns far enough on the way of this level, seen from there; whichever side it is on. */
export function isCountable(level: Asking, view: View): boolean {
  const { see } = trueEye(view, farthestToldMm);
  const moments = momentsOf(level);
  const paths: Partial<Record<LandmarkKey, Vec2[]>> = {};
  for (const { posed } of moments)
    for (const [key, point] of entriesOf(posed.landmarks)) (paths[key] ??= []).push(see(point).at);
  return driverOf(moments.map((_, i) => i), paths) !== undefined; // prettier-ignore
}

export const tooLittle =
  'This level moves too little for its repetitions to be counted by an eye: count them by hand. Its levels are watched all the same.';
