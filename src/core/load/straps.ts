// What springs do to a body whose feet hang in straps: where the carriage stands, the pull, what is left for the hips.
import { radians } from '../geometry';
import { segmentLengthMm } from '../body/segments';
import type { Body } from '../body/segments';
import { failure, success } from '../result';
import type { Result } from '../result';
import type { Rig, RopeFrom } from '../springs/apparatus';
import { forceAt, ratedSprings, setText, setsOf, unitsOf } from '../springs/springs';
import type { Spring, SpringSet } from '../springs/springs';
import { legMoment } from './demand';
import type { RaisedLeg } from './demand';
import { isClearOfMat, lowestAngle, strapRelief } from './equal';
import { demandPctOf } from './gravity';
import type { Strap } from './load-input';
import { crossing } from '../bisect';

/** Shoulder from hip along the trunk, as a share of stature: as the drawn body has it. */
const trunkShare = 0.29;

/** Ankle from the hip in the side plane, m: toward the head, and up. */
function ankleAt(body: Body, { thighDeg, kneeDeg }: RaisedLeg): readonly [number, number] {
  const [thigh, shank] = [segmentLengthMm('thigh', body) / 1000, segmentLengthMm('shank', body) / 1000];
  const [a, b] = [radians(thighDeg), radians(thighDeg - kneeDeg)];
  return [-(thigh * Math.cos(a) + shank * Math.cos(b)), thigh * Math.sin(a) + shank * Math.sin(b)];
}

const shareOf = (ends: RopeFrom['ends']): number => (ends === 'frame' ? 2 : 4);
/** Legs straight up, where the ropes are set to be just taut with the carriage home. */
const upright: RaisedLeg = { thighDeg: 90, kneeDeg: 0 };

/**
 * Both feet in straps on a reformer, the ropes set so that the carriage is home with the legs straight up: where the carriage
 * stands, m, and each rope's pull, N, at a position of the legs. Rope without stretch or friction; slack ropes pull nothing.
 */
export function strapsAt(
  body: Body,
  rope: RopeFrom,
  springs: readonly Spring[],
  leg: RaisedLeg,
  longestM: number,
): { readonly travelM: number; readonly isSlack: boolean; readonly strap: Strap } {
  const pulleyX = trunkShare * body.heightM + rope.beyondShouldersM;
  const reach = (position: RaisedLeg, travelM: number): number => {
    const [x, z] = ankleAt(body, position);
    return Math.hypot(pulleyX - travelM - x, rope.upM - z);
  };
  const ropeM = reach(upright, 0);
  // Rope in use less what is there: falls as the carriage comes toward the pulley.
  const over = (travelM: number): number => reach(leg, travelM) - (rope.ends === 'carriage' ? travelM : 0) - ropeM;
  let travelM = 0;
  if (over(0) > 0) {
    travelM = over(longestM) > 0 ? longestM : crossing(0, longestM, (at) => over(at) > 0);
  }
  const isSlack = over(0) <= 0 && reach(leg, 0) < ropeM - 1e-9;
  const tensionN = isSlack ? 0 : forceAt(springs, travelM) / shareOf(rope.ends);
  return { travelM, isSlack, strap: { tensionN, towardHeadM: pulleyX - travelM, upM: rope.upM } };
}

/** Springs that run straight to the feet, one set a foot: stretched from their length with the legs straight up. */
function feetOnSprings(body: Body, rope: RopeFrom, springs: readonly Spring[], leg: RaisedLeg) {
  const fromX = trunkShare * body.heightM + rope.beyondShouldersM;
  const length = (position: RaisedLeg): number => {
    const [x, z] = ankleAt(body, position);
    return Math.hypot(fromX - x, rope.upM - z);
  };
  const stretchM = Math.max(0, length(leg) - length(upright));
  const isSlack = length(leg) < length(upright) - 1e-9;
  const tensionN = isSlack ? 0 : forceAt(springs, stretchM) / 2; // a pair is shared by two feet
  return { travelM: stretchM, isSlack, strap: { tensionN, towardHeadM: fromX, upM: rope.upM } };
}

export type LegsHeld = {
  /** Carriage travel, or stretch of the springs, m. */
  readonly travelM: number;
  readonly tensionN: number;
  readonly isSlack: boolean;
  /** What is left for both hips, N·m and % of weight × stature; below 0 the straps lift more than the legs weigh. */
  readonly netNm: number;
  readonly netPct: number;
};

/** Both legs alike in straps or on leg springs: what the hips still have to do. */
export function legsInStraps(body: Body, rig: Rig, springs: readonly Spring[], leg: RaisedLeg): Result<LegsHeld> {
  if (!rig.rope) return failure('noRope', 'This apparatus has no straps for the feet.', 'rope');
  const { travelM, isSlack, strap } =
    rig.kind === 'reformer'
      ? strapsAt(body, rig.rope, springs, leg, rig.travelM)
      : feetOnSprings(body, rig.rope, springs, leg);
  const netNm = 2 * (legMoment(body, leg) - strapRelief(body, leg, strap));
  return success({
    travelM,
    tensionN: strap.tensionN,
    isSlack,
    netNm,
    netPct: demandPctOf(body, netNm),
  });
}

/** How low both legs may go in straps before more than `limitPct` is left for the hips; null where even straight up it is. */
export function lowestInStraps(
  body: Body,
  rig: Rig,
  springs: readonly Spring[],
  kneeDeg: number,
  limitPct: number,
): Result<number | null> {
  const upright = legsInStraps(body, rig, springs, { thighDeg: 90, kneeDeg });
  if (!upright.ok) return upright;
  const net = (thighDeg: number): number => {
    const held = legsInStraps(body, rig, springs, { thighDeg, kneeDeg });
    return held.ok ? held.value.netPct : Number.POSITIVE_INFINITY;
  };
  return success(
    lowestAngle(
      (deg) => net(deg) <= limitPct + 1e-9,
      (deg) => isClearOfMat(body, deg, kneeDeg),
    ).deg,
  );
}

export type FoundForStraps = LegsHeld & {
  readonly set: SpringSet;
  readonly text: string;
  readonly units: number;
  /** Highest net demand on the way from the start to the lowest, %. */
  readonly peakPct: number;
  readonly off: number;
};

const waySteps = 12;

/** Sets with which the legs' net demand at their lowest is nearest the wanted one; kinds without a rate are left out and named. */
export function nearestInStraps(
  body: Body,
  rig: Rig,
  way: { readonly from: RaisedLeg; readonly lowest: RaisedLeg },
  wantedPct: number,
): Result<{ readonly sets: readonly FoundForStraps[]; readonly leftOut: readonly string[] }> {
  const rated = rig.springs.filter(({ rate }) => rate !== null);
  const leftOut = rig.springs.filter(({ rate }) => rate === null).map(({ label }) => label);
  const found: FoundForStraps[] = [];
  for (const set of setsOf({ ...rig, springs: rated })) {
    const springs = ratedSprings(rated, set);
    if (!springs.ok) continue;
    const held = legsInStraps(body, rig, springs.value, way.lowest);
    if (!held.ok) return held;
    let peakPct = -Infinity;
    for (let i = 0; i <= waySteps; i += 1) {
      const mix = (a: number, b: number) => a + ((b - a) * i) / waySteps;
      const leg = {
        thighDeg: mix(way.from.thighDeg, way.lowest.thighDeg),
        kneeDeg: mix(way.from.kneeDeg, way.lowest.kneeDeg),
      };
      const at = legsInStraps(body, rig, springs.value, leg);
      if (at.ok) peakPct = Math.max(peakPct, at.value.netPct);
    }
    found.push({
      ...held.value,
      set,
      text: setText(rated, set),
      units: unitsOf(rated, set),
      peakPct,
      off: Math.abs(held.value.netPct - wantedPct),
    });
  }
  return success({ sets: found.sort((a, b) => a.off - b.off), leftOut });
}
