// A body on its back with its legs anywhere: what they ask, what straps leave, and where else the same would be asked.
import { clamp, degrees } from '../geometry';
import { jointLimits } from '../body/pose';
import type { LegPose, Pose } from '../body/pose';
import { segmentLengthMm } from '../body/segments';
import type { Body } from '../body/segments';
import { legsInStraps, lowestInStraps } from './straps';
import type { Rig } from '../springs/apparatus';
import type { LegsHeld } from './straps';
import { ratedSprings } from '../springs/springs';
import type { SpringSet } from '../springs/springs';
import { fanOf } from './fan';
import type { Ray } from './fan';
import { demandPctOf } from './gravity';
import { stepSize } from './levels';
import type { StepSize } from './levels';
import { loadOfPose } from './moments';
import type { PoseLoad } from './moments';

export type FreeLeg = { readonly thighDeg: number; readonly kneeDeg: number };
export type WhatIf = {
  /** Null: the foot stands on the mat. */
  readonly left: FreeLeg | null;
  readonly right: FreeLeg | null;
  readonly headUp: boolean;
  readonly ankleWeightKg: number;
};

export const usualWhatIf: WhatIf = {
  left: null,
  right: { thighDeg: 45, kneeDeg: 0 },
  headUp: false,
  ankleWeightKg: 0,
};

const curl = { thoracicFlexDeg: 38, lumbarFlexDeg: 8, neckFlexDeg: 18 } as const;

/** Lying on the back with the legs as asked (none: foot down), the head up or not. */
export function poseOf({ left, right, headUp }: WhatIf): Pose {
  const leg = (one: FreeLeg | null): LegPose => (one ? { kind: 'raised', ...one } : { kind: 'footDown' });
  return { ...(headUp ? curl : {}), left: leg(left), right: leg(right) };
}

/**
 * The leg whose ankle (or knee) comes nearest to a point, m from the hip: x toward the head, z up. Within what joints allow,
 * the ankle never below the mat on which the hip lies.
 */
export function legTo(body: Body, handle: 'knee' | 'foot', [x, z]: readonly [number, number], was: FreeLeg): FreeLeg {
  const [thigh, shank] = [segmentLengthMm('thigh', body) / 1000, segmentLengthMm('shank', body) / 1000];
  const elevation = (deg: number): number => (deg < -90 ? deg + 360 : deg);
  const [lo, hi] = [0, jointLimits.thighDeg[1]];
  if (handle === 'knee') return { ...was, thighDeg: clamp(Math.round(elevation(degrees(Math.atan2(z, -x)))), lo, hi) };
  const far = clamp(Math.hypot(x, z), Math.abs(thigh - shank) + 1e-6, thigh + shank - 1e-9);
  const knee = 180 - degrees(Math.acos((thigh ** 2 + shank ** 2 - far ** 2) / (2 * thigh * shank)));
  const at = elevation(degrees(Math.atan2(z, -x)));
  const over = degrees(Math.acos((thigh ** 2 + far ** 2 - shank ** 2) / (2 * thigh * far)));
  return {
    thighDeg: clamp(Math.round(at + over), lo, hi),
    kneeDeg: clamp(Math.round(knee), 0, jointLimits.kneeDeg[1]),
  };
}

export type WhatIfAnswer = {
  readonly load: PoseLoad;
  /** Of the legs, less what straps carry: N·m and % of weight × stature. */
  readonly netNm: number;
  readonly netPct: number;
  readonly straps: LegsHeld | null;
  /** How low both legs may go in these straps for what is held; absent without straps or where nothing is known. */
  readonly lowestInStraps?: number | null;
  /** Why straps are not reckoned with, in words. */
  readonly noStraps: string | null;
  readonly size: StepSize | null;
  /** The same demand in other forms. */
  readonly same: readonly Ray[];
};

type InStraps = Pick<WhatIfAnswer, 'straps' | 'noStraps' | 'lowestInStraps'>;

/** What straps carry of the legs, or why they are not reckoned with. */
function inStraps(body: Body, asked: WhatIf, rig: Rig | null, set: SpringSet, capacityPct: number | null): InStraps {
  const none = (noStraps: string | null): InStraps => ({ straps: null, noStraps });
  const { left, right, ankleWeightKg } = asked;
  if (!rig || !Object.values(set).some((n) => n > 0)) return none(null);
  const areAlike = left && right && left.thighDeg === right.thighDeg && left.kneeDeg === right.kneeDeg;
  if (!areAlike) return none('Straps hold both feet: set both legs alike.');
  const springs = ratedSprings(rig.springs, set);
  if (!springs.ok) return none(springs.error.message);
  const held = legsInStraps(body, rig, springs.value, { ...right, ankleWeightKg });
  if (!held.ok) return none(held.error.message);
  const edge = capacityPct === null ? undefined : lowestInStraps(body, rig, springs.value, right.kneeDeg, capacityPct);
  return { straps: held.value, noStraps: null, ...(edge?.ok ? { lowestInStraps: edge.value } : {}) };
}

/** All of it at once: cheap enough for every frame of a drag. */
export function answerWhatIf(
  body: Body,
  asked: WhatIf,
  rig: Rig | null,
  set: SpringSet,
  capacityPct: number | null,
): WhatIfAnswer {
  const { ankleWeightKg } = asked;
  const load = loadOfPose(body, poseOf(asked), { ankleWeightKg: { L: ankleWeightKg, R: ankleWeightKg } });
  const held = inStraps(body, asked, rig, set, capacityPct);
  const netNm = held.straps?.netNm ?? load.hipsNm.L + load.hipsNm.R;
  const netPct = demandPctOf(body, netNm);
  return {
    load,
    netNm,
    netPct,
    ...held,
    size: (capacityPct === null ? undefined : stepSize(capacityPct, netPct)) ?? null,
    same: netPct > 0 ? fanOf(body, netPct) : [],
  };
}
