// How far hip, knee and arm of a posed body are bent: what carries skin over the bone when it changes.
import { angleBetween3, minus3 } from '../geometry';
import { recordOf } from '../keyed';
import { joints, sides } from '../anatomy/landmarks';
import type { Joint, Landmark, Side } from '../anatomy/landmarks';
import type { PosedBody } from './skeleton';

/** Degrees of each joint of each side. */
export type Bends = Readonly<Record<Side, Readonly<Record<Joint, number>>>>;

/** The joint's landmark, between one of each limb that meets there. */
const shownBy: Readonly<Record<Joint, readonly [Landmark, Landmark, Landmark]>> = {
  hip: ['AC', 'GT', 'LK'],
  knee: ['GT', 'LK', 'LM'],
  arm: ['GT', 'AC', 'EL'],
};

function bendOf({ landmarks }: PosedBody, joint: Joint, side: Side): number {
  const [from, at, to] = shownBy[joint].map((name) => landmarks[`${name}_${side}`]);
  return from && at && to ? angleBetween3(minus3(from, at), minus3(to, at)) : 0;
}

/** How far each joint has moved from one posed body to another, degrees. */
export const movedBetween = (from: PosedBody, to: PosedBody): Bends =>
  recordOf(sides, (side) => recordOf(joints, (joint) => Math.abs(bendOf(to, joint, side) - bendOf(from, joint, side))));
