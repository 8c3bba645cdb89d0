// Faults as deviations: any pose with so much of a fault added, to draw it, demonstrate it and check the measuring.
import type { Side } from '../anatomy/landmarks';
import { isUpright } from '../anatomy/positions';
import { radians } from '../geometry';
import { keepWithinLimits } from './pose';
import { positionOf } from './position';
import type { LegPose, Pose, TrunkAngle } from './pose';

type Deviate = (pose: Pose, amount: number, side: Side) => Pose;

const trunk =
  (angle: TrunkAngle, sign: 1 | -1 = 1): Deviate =>
  (pose, amount) => ({ ...pose, [angle]: (pose[angle] ?? 0) + sign * amount });

/** `sign`: of the angle where the side that is meant is the right one. */
const sideways =
  (angle: TrunkAngle, sign: 1 | -1): Deviate =>
  (pose, amount, side) => ({ ...pose, [angle]: (pose[angle] ?? 0) + sign * (side === 'R' ? 1 : -1) * amount });

const limbOf = (side: Side): 'left' | 'right' => (side === 'R' ? 'right' : 'left');

const leg =
  (change: (leg: LegPose, amount: number) => LegPose): Deviate =>
  (pose, amount, side) => ({ ...pose, [limbOf(side)]: change(pose[limbOf(side)], amount) });

const opened =
  (sign: 1 | -1) =>
  (limb: LegPose, amount: number): LegPose => ({ ...limb, outDeg: (limb.outDeg ?? 0) + sign * amount });

/** A knee that leaves the line between hip and foot: of a bent leg in the air the thigh turns too, and the foot stays. */
const offLine =
  (sign: 1 | -1) =>
  (limb: LegPose, amount: number): LegPose => {
    const moved = opened(sign)(limb, amount);
    if (moved.kind !== 'raised' || moved.kneeDeg < 30) return moved;
    return { ...moved, turnDeg: (moved.turnDeg ?? 0) + (sign * amount) / Math.tan(radians(moved.kneeDeg / 2)) };
  };

/** Amounts in degrees, but for `shouldersUp` (mm). `side` matters to what has a side. */
const deviations: Readonly<Record<string, { readonly usual: number; readonly apply: Deviate }>> = {
  arch: { usual: 12, apply: trunk('pelvicTiltDeg') },
  tuck: { usual: 12, apply: trunk('pelvicTiltDeg', -1) },
  lowBackPops: { usual: 15, apply: trunk('pelvicTiltDeg') },
  /** To the side that sinks. Seen along the body; upright that is from the front, and the pelvis tips in that plane. */
  roll: {
    usual: 8,
    apply: (pose, amount, side) =>
      sideways(isUpright(positionOf(pose)) ? 'pelvicHikeDeg' : 'pelvicRollDeg', -1)(pose, amount, side),
  },
  hike: { usual: 7, apply: sideways('pelvicHikeDeg', 1) },
  /** The ribs stay over the mat's middle and the pelvis slides aside: the low back bends to one side and the chest back again. */
  shift: {
    usual: 8,
    apply: (pose, amount, side) =>
      sideways('thoracicSideDeg', 1)(sideways('lumbarSideDeg', -1)(pose, amount, side), amount, side),
  },
  flare: { usual: 10, apply: trunk('ribFlareDeg') },
  overBraced: { usual: 9, apply: trunk('ribFlareDeg', -1) },
  chinUp: { usual: 16, apply: trunk('faceDeg') },
  chinJam: { usual: 16, apply: trunk('faceDeg', -1) },
  headDrops: { usual: 25, apply: trunk('neckFlexDeg') },
  headForward: { usual: 22, apply: trunk('neckFlexDeg') },
  roundBack: { usual: 20, apply: trunk('thoracicFlexDeg') },
  leansForward: { usual: 8, apply: trunk('trunkDeg') },
  leansBack: { usual: 8, apply: trunk('trunkDeg', -1) },
  sideBend: { usual: 8, apply: sideways('lumbarSideDeg', 1) },
  shouldersUp: { usual: 30, apply: (pose, amount) => ({ ...pose, shrugMm: (pose.shrugMm ?? 0) + amount }) },
  sag: {
    usual: 12,
    apply: (pose, amount) =>
      positionOf(pose) === 'frontSupport'
        ? trunk('trunkDeg', -1)(pose, amount, 'R')
        : trunk('trunkDeg')(pose, amount, 'R'),
  },
  pike: { usual: 14, apply: trunk('trunkDeg') },
  kneeOut: { usual: 12, apply: leg(offLine(1)) },
  kneeAcross: { usual: 12, apply: leg(offLine(-1)) },
  tailboneUp: { usual: 16, apply: trunk('pelvicTiltDeg', -1) },
  hipDrop: { usual: 9, apply: sideways('pelvicRollDeg', -1) },
  weightDrift: { usual: 5, apply: sideways('pelvicRollDeg', -1) },
  twist: { usual: 16, apply: sideways('thoracicTurnDeg', 1) },
  overArch: {
    usual: 12,
    apply: (pose, amount) => trunk('trunkDeg', -1)(trunk('ribFlareDeg')(pose, amount, 'R'), amount / 2, 'R'),
  },
  throatLeads: { usual: 24, apply: trunk('faceDeg') },
  headThrown: { usual: 26, apply: trunk('neckFlexDeg') },
  neckPulled: { usual: 22, apply: trunk('neckFlexDeg') },
  /** A low back that should bend stays straight; where it should not, it hollows. */
  flatSpot: {
    usual: 60,
    apply: (pose, amount) => {
      const { lumbarFlexDeg: bent = 0 } = pose;
      return { ...pose, lumbarFlexDeg: bent > 0 ? Math.max(0, bent - amount) : bent - Math.min(22, amount) };
    },
  },
  sinkShoulders: { usual: 20, apply: trunk('thoracicFlexDeg', -1) },
  kneesPart: {
    usual: 14,
    apply: (pose, amount) => ({ ...pose, left: opened(1)(pose.left, amount), right: opened(1)(pose.right, amount) }),
  },
  kneeBends: {
    usual: 28,
    apply: leg((limb, amount) => (limb.kind === 'raised' ? { ...limb, kneeDeg: limb.kneeDeg + amount } : limb)),
  },
  legDrops: {
    usual: 24,
    apply: leg((limb, amount) => (limb.kind === 'raised' ? { ...limb, thighDeg: limb.thighDeg - amount } : limb)),
  },
  heelsLift: {
    usual: 14,
    apply: (pose, amount) => ({
      ...pose,
      left: { kind: 'raised', thighDeg: amount + (pose.trunkDeg ?? 0), kneeDeg: 6 },
      right: { kind: 'raised', thighDeg: amount + (pose.trunkDeg ?? 0), kneeDeg: 6 },
    }),
  },
  tabletopLost: {
    usual: 16,
    apply: leg((limb, amount) => (limb.kind === 'raised' ? { ...limb, thighDeg: limb.thighDeg - amount } : limb)),
  },
};

export const drawableFaults: readonly string[] = Object.keys(deviations);

/** How much of a fault is plain to see, in its unit. */
export const usualAmount = (fault: string): number => deviations[fault]?.usual ?? 0;

/** The pose with the fault added, within what joints allow; a fault that no drawing shows leaves it as it is. */
export function withFault(pose: Pose, fault: string, amount = usualAmount(fault), side: Side = 'R'): Pose {
  const deviation = deviations[fault];
  return deviation ? keepWithinLimits(deviation.apply(pose, amount, side)) : pose;
}
