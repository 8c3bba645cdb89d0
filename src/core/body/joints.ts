// Two bones and three joints: what arms and legs share. World millimetres.
import { clamp, cross3, dot3, length3, minus3, plus3, times3, unit3 } from '../geometry';
import type { Vec3 } from '../geometry';

/** A leg in the world, mm. */
export type LegJoints = {
  readonly hip: Vec3;
  readonly knee: Vec3;
  readonly ankle: Vec3;
  readonly heel: Vec3;
  readonly ball: Vec3;
  readonly toe: Vec3;
  /** Unit vectors of the knee: where the kneecap looks, and the leg's own right. */
  readonly kneeFront: Vec3;
  readonly legRight: Vec3;
};
/** An arm in the world, mm. */
export type ArmJoints = { readonly shoulder: Vec3; readonly elbow: Vec3; readonly wrist: Vec3; readonly hand: Vec3 };
export type Joints = LegJoints & ArmJoints;

/** The sum of directions, each by its length. */
export const sum = (...parts: readonly (readonly [Vec3, number])[]): Vec3 =>
  parts.reduce<Vec3>((total, [direction, by]) => plus3(total, times3(direction, by)), [0, 0, 0]);

/** Middle joint of two bones from `start` to `target`, bent toward `pole`; a target out of reach is drawn in. */
export function bendTwoBones(
  start: Vec3,
  target: Vec3,
  first: number,
  second: number,
  pole: Vec3,
): { readonly middle: Vec3; readonly end: Vec3 } {
  const line = minus3(target, start);
  const reach = clamp(length3(line), Math.abs(first - second) + 1e-6, 0.99999 * (first + second));
  const along = unit3(line);
  const side = minus3(pole, times3(along, dot3(pole, along)));
  const toward = length3(side) > 1e-9 ? unit3(side) : cross3(along, [0, 1, 0]);
  const cosine = clamp((first ** 2 + reach ** 2 - second ** 2) / (2 * first * reach), -1, 1);
  const middle = plus3(start, sum([along, first * cosine], [toward, first * Math.sqrt(1 - cosine ** 2)]));
  return { middle, end: plus3(start, times3(along, reach)) };
}
