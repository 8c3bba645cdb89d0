// Which side a repetition works, read from its path.
import { length3, minus3 } from '../geometry';
import type { Vec3 } from '../geometry';
import type { Side } from '../anatomy/landmarks';
import type { Joints } from './joints';
import type { Body } from './segments';
import { movementOf } from './shown';
import type { Shown } from './shown';
import { poseBody } from './skeleton';
import type { Pose } from './pose';

/** `both`: both sides alike, or one after the other within the repetition; `one`: one side, the other has its own turn; `change`:
 * the sides change places, and back. */
export type SidesWorked = 'both' | 'one' | 'change';

/** Less than this between a side and the other's mirror image is not seen, mm. */
const seenMm = 30;
const compared = ['knee', 'ankle', 'toe', 'elbow', 'wrist'] as const;

const mirrored = ([x, y, z]: Vec3): Vec3 => [x, -y, z];

/** Largest distance between a body's joints and the mirror image of another's, mm. */
function mirrorGapMm(one: Readonly<Record<Side, Joints>>, other: Readonly<Record<Side, Joints>>): number {
  const gaps = (['L', 'R'] as const).flatMap((side) =>
    compared.map((joint) => length3(minus3(one[side][joint], mirrored(other[side === 'L' ? 'R' : 'L'][joint])))),
  );
  return Math.max(...gaps);
}

/** Which sides a repetition of a level works, for a body of these sizes. */
export function sidesWorked(body: Body, level: Shown): SidesWorked {
  const { start, hold } = movementOf(level);
  const jointsOf = (pose: Pose) => poseBody(body, pose).sides;
  const [first, furthest] = [jointsOf(start), jointsOf(hold)];
  if (mirrorGapMm(first, first) < seenMm && mirrorGapMm(furthest, furthest) < seenMm) return 'both';
  return mirrorGapMm(first, furthest) < seenMm ? 'change' : 'one';
}
