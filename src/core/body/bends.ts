// How far hip, knee and arm of a posed body are bent: what carries skin over the bone when it changes.
import { angleBetween3, minus3 } from '../geometry';
import { recordOf } from '../keyed';
import { bendShownBy, joints, sides } from '../anatomy/landmarks';
import type { Joint, Moved, Side } from '../anatomy/landmarks';
import type { PosedBody } from './skeleton';

function bendOf({ landmarks }: PosedBody, joint: Joint, side: Side): number {
  const [from, at, to] = bendShownBy[joint][0]?.map((name) => landmarks[`${name}_${side}`]) ?? [];
  return from && at && to ? angleBetween3(minus3(from, at), minus3(to, at)) : 0;
}

/** How far each joint has moved from one posed body to another, degrees. */
export const movedBetween = (from: PosedBody, to: PosedBody): Moved =>
  recordOf(sides, (side) => recordOf(joints, (joint) => Math.abs(bendOf(to, joint, side) - bendOf(from, joint, side))));
