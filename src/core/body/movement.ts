// A movement as poses over its phases, and everything in between.
import { angleBetween3, degrees, dot3, minus3 } from '../geometry';
import type { Vec3 } from '../geometry';
import { phases } from '../anatomy/positions';
import type { Phase } from '../anatomy/positions';
import { isLegFree } from './pose';
import { positionOf } from './position';
import type { LegCarrier, LegPose, Pose, RaisedLegPose } from './pose';
import { usualReach } from './legs';
import { poseBody } from './skeleton';
import { segmentLengthMm } from './segments';
import type { Body } from './segments';
import type { Movement, RollsFrom } from './shown';
import { entriesOf } from '../keyed';

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

/** How far the parts of a rolling spine run ahead of the movement, or behind it, where it begins at the head: 1 would be a halt. */
const aheadFromHead = {
  neckFlexDeg: 0.8,
  thoracicFlexDeg: 0.4,
  lumbarFlexDeg: -0.4,
  trunkDeg: -0.8,
} as const satisfies Partial<Record<keyof Pose, number>>;

/** Ahead in the first half of the way by what it is behind in the second: half-way all are half-way. */
const runAhead = (share: number, by: number): number => share + (by * Math.sin(2 * Math.PI * share)) / (2 * Math.PI);

/** A way by its half-way pose, where it has one. */
const onTheWay = (body: Body, via: Pose | undefined, from: Pose, to: Pose, share: number): Pose =>
  !via
    ? between(body, from, to, share)
    : share < 0.5
      ? between(body, from, via, 2 * share)
      : between(body, via, to, 2 * share - 1);

/**
 * A way on which the spine rolls, bone after bone: what begins first on the way out is the last to come to rest on the way back,
 * which goes the same way.
 */
function rolledOn(ends: RollsFrom, way: (share: number) => Pose, share: number): Pose {
  const pose: Record<string, unknown> = { ...way(share) };
  for (const [part, ahead] of entriesOf(aheadFromHead)) {
    const own = way(runAhead(share, ends === 'head' ? ahead : -ahead))[part];
    if (own !== undefined) pose[part] = own;
  }
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the same pose with some of its numbers changed
  return pose as Pose;
}

/** Planted feet of a pose on the way to a bridge: they go evenly from where they stand at rest to where they stand at the top. */
function plantedOnTheWay(body: Body, { start, hold }: Movement, pose: Pose): Pose {
  const [trunkDeg = 0, topDeg = 0] = [pose.trunkDeg, hold.trunkDeg];
  if (positionOf(hold) !== 'supine' || topDeg >= 0 || trunkDeg >= 0 || (start.trunkDeg ?? 0) < 0) return pose;
  const top = poseBody(body, hold);
  const legMm = segmentLengthMm('thigh', body) + segmentLengthMm('shank', body);
  const plant = (limb: 'left' | 'right'): LegPose => {
    const [leg, atTop, atRest] = [pose[limb], hold[limb], start[limb]];
    if (leg.kind !== 'footDown' || atTop.kind !== 'footDown' || atRest.kind !== 'footDown') return leg;
    const { hip, ankle } = top.sides[limb === 'right' ? 'R' : 'L'];
    return { ...leg, reach: mix(atRest.reach ?? usualReach, (hip[0] - ankle[0]) / legMm, trunkDeg / topDeg) };
  };
  return { ...pose, left: plant('left'), right: plant('right') };
}

/** Between the second and the third of four values, smoothly through all. Catmull & Rom 1974, uniform. */
const throughFour = ([a, b, c, d]: readonly [number, number, number, number], u: number): number =>
  b + 0.5 * u * (c - a + u * (2 * a - 5 * b + 4 * c - d + u * (3 * (b - c) + d - a)));

/** Legs that go round: angles on a smooth closed way through start, half-way out, top, and half-way back. */
function goneRound({ start, out, hold, back }: Movement, pose: Pose, phase: 'out' | 'back', share: number): Pose {
  const stops = [start, out ?? hold, hold, back ?? start];
  const at = (phase === 'out' ? 0 : 2) + 2 * share;
  const from = Math.min(3, Math.floor(at));
  const round = (limb: 'left' | 'right'): LegPose => {
    const leg = pose[limb];
    const legs = [3, 0, 1, 2].map((k) => stops[(from + k) % 4]?.[limb]);
    if (leg.kind !== 'raised' || !legs.every((one) => one?.kind === 'raised')) return leg;
    const angleOf = (angle: 'thighDeg' | 'outDeg') => {
      const [a = 0, b = 0, c = 0, d = 0] = legs.map((one) => (one.kind === 'raised' ? (one[angle] ?? 0) : 0));
      return throughFour([a, b, c, d], at - from);
    };
    return { ...leg, thighDeg: angleOf('thighDeg'), outDeg: angleOf('outDeg') };
  };
  return { ...pose, left: round('left'), right: round('right') };
}

/** The pose of a movement in a phase; `share` of the way through it. */
export function poseAt(body: Body, movement: Movement, phase: Phase, share = 0.5): Pose {
  const { start, hold, out, back, rolls } = movement;
  const go = (is: 'out' | 'back', via: Pose | undefined, from: Pose, to: Pose): Pose => {
    const way = (at: number) => onTheWay(body, via, from, to, at);
    if (share <= 0 || share >= 1) return way(share);
    if (movement.isRound) return goneRound(movement, way(share), is, share);
    return plantedOnTheWay(body, movement, rolls ? rolledOn(rolls, way, share) : way(share));
  };
  switch (phase) {
    case 'start':
      return start;
    case 'out':
      return go('out', out, start, hold);
    case 'hold':
      return hold;
    case 'back':
      return go('back', back, hold, start);
  }
}

/** A whole repetition in `count` steps, evenly: start, out, hold, back. */
export const framesOf = (body: Body, movement: Movement, count: number): Pose[] =>
  Array.from({ length: count }, (_, i) => {
    const at = (i / count) * phases.length;
    return poseAt(body, movement, phases[Math.floor(at)] ?? 'start', at % 1);
  });
