// A movement as poses over its phases, and everything in between.
import { angleBetween3, degrees, dot3, minus3 } from '../geometry';
import type { Vec3 } from '../geometry';
import { phases } from '../anatomy/positions';
import type { Phase } from '../anatomy/positions';
import { isLegFree } from './pose';
import type { LegCarrier, LegPose, Pose, RaisedLegPose } from './pose';
import { poseBody } from './skeleton';
import type { Body } from './segments';
import type { Movement } from './shown';

const limbs = ['left', 'right', 'leftArm', 'rightArm'] as const;
type Limb = (typeof limbs)[number];

/** A planted leg as the joint angles it stands at, so that it can leave the mat smoothly. */
function asRaised(body: Body, pose: Pose, limb: 'left' | 'right'): RaisedLegPose {
  const leg = pose[limb];
  if (leg.kind === 'raised') return leg;
  const posed = poseBody(body, pose);
  const { hip, knee, ankle, heel, toe } = posed.sides[limb === 'right' ? 'R' : 'L'];
  const [thigh, shank] = [minus3(knee, hip), minus3(ankle, knee)];
  const axis = posed.pelvis.turn; // columns headward, right, front; the tilt of the pelvis is taken off again below
  const column = (k: 0 | 1 | 2): Vec3 => [axis[0][k], axis[1][k], axis[2][k]];
  const thighDeg = degrees(Math.atan2(dot3(thigh, column(2)), -dot3(thigh, column(0)))) + (pose.pelvicTiltDeg ?? 0);
  const ankleDeg = 90 - angleBetween3(minus3(toe, heel), minus3(knee, ankle));
  return { kind: 'raised', thighDeg, kneeDeg: angleBetween3(thigh, shank), outDeg: leg.outDeg ?? 0, ankleDeg };
}

const mix = (a: number, b: number, share: number): number => a + (b - a) * share;

/** Numbers of two records mixed; what only one of them has starts or ends at nothing. */
function mixNumbers<T extends object>(a: T, b: T, share: number): T {
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- numbers of the two, key by key: the same keys hold the same kinds
  const [from, to] = [{ ...a } as Record<string, unknown>, { ...b } as Record<string, unknown>];
  const mixed: Record<string, unknown> = share < 0.5 ? { ...from } : { ...to };
  for (const key of new Set([...Object.keys(from), ...Object.keys(to)])) {
    const [one, other] = [from[key], to[key]];
    if (typeof one === 'number' || typeof other === 'number')
      mixed[key] = mix(typeof one === 'number' ? one : 0, typeof other === 'number' ? other : 0, share);
  }
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- numbers of the two, key by key: the same keys hold the same kinds
  return mixed as T;
}

/** What carries a leg between two poses: what does in one of them, where it never hangs free. */
const carrierBetween = (a: LegPose, b: LegPose): LegCarrier | undefined =>
  isLegFree(a) || isLegFree(b) ? undefined : [a, b].flatMap((leg) => (leg.kind === 'raised' ? (leg.on ?? []) : []))[0];

/** The pose a share (0–1) of the way from one to another: joint angles change evenly. */
export function between(body: Body, from: Pose, to: Pose, share: number): Pose {
  if (share <= 0) return from;
  if (share >= 1) return to;
  const mixed: Record<string, unknown> = mixNumbers(from, to, share);
  const mixLimb = (limb: Limb): unknown => {
    const [a, b] = [from[limb], to[limb]];
    if (!a || !b || a.kind === b.kind) return a && b ? mixNumbers(a, b, share) : share < 0.5 ? a : b;
    if (limb === 'leftArm' || limb === 'rightArm') return share < 0.5 ? a : b;
    const { on: _, ...leg } = mixNumbers(asRaised(body, from, limb), asRaised(body, to, limb), share);
    const on = carrierBetween(from[limb], to[limb]);
    return on ? { ...leg, on } : leg;
  };
  for (const limb of limbs) mixed[limb] = mixLimb(limb);
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- numbers of the two, key by key: the same keys hold the same kinds
  return mixed as Pose;
}

/** The pose of a movement in a phase; `share` of the way through it. */
export function poseAt(body: Body, movement: Movement, phase: Phase, share = 0.5): Pose {
  const { start, hold, out, back } = movement;
  const onTheWay = (via: Pose | undefined, from: Pose, to: Pose): Pose =>
    !via
      ? between(body, from, to, share)
      : share < 0.5
        ? between(body, from, via, 2 * share)
        : between(body, via, to, 2 * share - 1);
  switch (phase) {
    case 'start':
      return start;
    case 'out':
      return onTheWay(out, start, hold);
    case 'hold':
      return hold;
    case 'back':
      return onTheWay(back, hold, start);
  }
}

/** A whole repetition in `count` steps, evenly: start, out, hold, back. */
export const framesOf = (body: Body, movement: Movement, count: number): Pose[] =>
  Array.from({ length: count }, (_, i) => {
    const at = (i / count) * phases.length;
    return poseAt(body, movement, phases[Math.floor(at)] ?? 'start', at % 1);
  });
