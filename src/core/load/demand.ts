// How hard legs hang on the hips of a body lying on its back: moments from segment weights, as a share of weight × stature.
import { radians } from '../geometry';
import { segmentCentre, segmentLengthMm, segmentMassKg } from '../body/segments';
import type { Body } from '../body/segments';
import { positionOf } from '../body/position';
import type { LegPose, Pose } from '../body/pose';
import { demandPctOf, gravity } from './gravity';
import { carriedShares } from './thresholds';

/** One leg off the mat: elevation of the thigh above the mat, bend of the knee (degrees), weight at the ankle (kg). */
export type RaisedLeg = {
  readonly thighDeg: number;
  readonly kneeDeg: number;
  readonly ankleWeightKg?: number | undefined;
  /** Share of its weight that nothing carries; all of it when left out. */
  readonly share?: number;
};

/**
 * Moment of one leg about its hip, N·m; + pulls the leg toward the feet end of the mat. Foot mass at the ankle.
 * Segments after de Leva 1996, J Biomech 29:1223–1230.
 */
export function legMoment(body: Body, { thighDeg, kneeDeg, ankleWeightKg = 0, share = 1 }: RaisedLeg): number {
  const [thigh, shank] = [segmentLengthMm('thigh', body) / 1000, segmentLengthMm('shank', body) / 1000];
  const out = thigh * Math.cos(radians(thighDeg));
  const beyond = shank * Math.cos(radians(thighDeg - kneeDeg));
  return (
    share *
    gravity *
    (segmentMassKg('thigh', body) * segmentCentre('thigh', body) * out +
      segmentMassKg('shank', body) * (out + segmentCentre('shank', body) * beyond) +
      (segmentMassKg('foot', body) + ankleWeightKg) * (out + beyond))
  );
}

/** Summed over the legs off the mat: N·m, and % of body weight × stature. */
export function legLoad(
  body: Body,
  legs: readonly RaisedLeg[],
): { readonly hipMomentNm: number; readonly demandPct: number } {
  const hipMomentNm = legs.reduce((sum, leg) => sum + legMoment(body, leg), 0);
  return { hipMomentNm, demandPct: demandPctOf(body, hipMomentNm) };
}

/** Share of a leg's weight that its hip carries: all where it hangs free, none where it stands. */
export const freeShare = (leg: LegPose): number =>
  leg.kind !== 'raised' ? 0 : leg.on === undefined ? 1 : carriedShares[leg.on];

/** The legs of a pose that are off the mat, for a body flat on its back; absent where the arithmetic does not reach. */
export function raisedLegs(pose: Pose): readonly RaisedLeg[] | undefined {
  if (positionOf(pose) !== 'supine' || pose.trunkDeg) return undefined;
  return [pose.left, pose.right].flatMap((leg) =>
    leg.kind === 'raised'
      ? [{ thighDeg: leg.thighDeg, kneeDeg: leg.kneeDeg, ...(leg.on ? { share: freeShare(leg) } : {}) }]
      : [],
  );
}

/** Demand of the legs in a pose, % of body weight × stature; absent where the arithmetic does not reach. */
export function demandOf(body: Body, pose: Pose): number | undefined {
  const legs = raisedLegs(pose);
  return legs && legLoad(body, legs).demandPct;
}
