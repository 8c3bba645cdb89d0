// A movement done by the other side.
import type { Side } from '../anatomy/landmarks';
import { length3, minus3 } from '../geometry';
import type { Pose } from './pose';
import type { Body } from './segments';
import type { Movement } from './shown';
import { poseBody } from './skeleton';

/** Angles that have a side: their sign is the side. */
const sided = [
  'pelvicRollDeg',
  'pelvicHikeDeg',
  'lumbarSideDeg',
  'lumbarTurnDeg',
  'thoracicSideDeg',
  'thoracicTurnDeg',
] as const;

/** The pose as its mirror image. On the side it is done as it is: which side is up is not changed. */
export function mirroredPose(pose: Pose): Pose {
  if (pose.position === 'sideLying') return pose;
  const { left, right, leftArm, rightArm, ...trunk } = pose;
  const turned = sided.flatMap((angle) => {
    const value = pose[angle];
    return value === undefined ? [] : [[angle, -value] as const];
  });
  return {
    ...trunk,
    ...Object.fromEntries(turned),
    left: right,
    right: left,
    ...(rightArm ? { leftArm: rightArm } : {}),
    ...(leftArm ? { rightArm: leftArm } : {}),
  };
}

const followedJoints = ['knee', 'ankle', 'wrist'] as const;

/** How far a side's limbs go in a movement, mm. */
function goesMm(body: Body, { start, hold }: Movement, side: Side): number {
  const [from, to] = [poseBody(body, start).sides[side], poseBody(body, hold).sides[side]];
  return Math.max(...followedJoints.map((joint) => length3(minus3(to[joint], from[joint]))));
}

/** The movement as it is seen best from a side: where only the other side's limbs go far, as its mirror image. */
export function doneBy(body: Body, movement: Movement, side: Side): Movement {
  const other = side === 'L' ? 'R' : 'L';
  if (goesMm(body, movement, side) * 2 >= goesMm(body, movement, other)) return movement;
  const { start, hold, out, back } = movement;
  return {
    ...movement,
    start: mirroredPose(start),
    hold: mirroredPose(hold),
    ...(out ? { out: mirroredPose(out) } : {}),
    ...(back ? { back: mirroredPose(back) } : {}),
  };
}
