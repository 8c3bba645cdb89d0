// The same demand in another form: how low the legs may go with bent knees, two legs, an ankle weight, the head down, straps.
import { radians } from '../geometry';
import { segmentLengthMm } from '../body/segments';
import type { Body } from '../body/segments';
import { legLoad, legMoment } from './demand';
import type { RaisedLeg } from './demand';
import { demandPctOf } from './gravity';
import type { EqualInput, Strap } from './load-input';
import { bisect } from '../bisect';

/** How a leg is carried: one or two alike, the knee's bend, what it wears and what holds it. */
export type Form = EqualInput['variation'];

export type Equal = {
  /** Lowest thigh elevation, degrees; null where there is none. */
  readonly thighDeg: number | null;
  readonly reachable: boolean;
  /** At that angle, % of body weight × stature; null where there is none. */
  readonly demandPct: number | null;
  /** What ends it: the demand itself, the mat, or nothing up to the vertical. */
  readonly endedBy: 'demand' | 'mat' | 'nothing';
};

/** What a rope takes off the hip, N·m: its pull times its distance from the hip. Lengths from the hip, m. */
export function strapRelief(body: Body, { thighDeg, kneeDeg }: RaisedLeg, strap: Strap): number {
  const [thigh, shank] = [segmentLengthMm('thigh', body) / 1000, segmentLengthMm('shank', body) / 1000];
  const x = -(thigh * Math.cos(radians(thighDeg)) + shank * Math.cos(radians(thighDeg - kneeDeg)));
  const z = thigh * Math.sin(radians(thighDeg)) + shank * Math.sin(radians(thighDeg - kneeDeg));
  const [dx, dz] = [strap.towardHeadM - x, strap.upM - z];
  const length = Math.hypot(dx, dz);
  if (length < 1e-9) return 0;
  return (strap.tensionN * (z * dx - x * dz)) / length;
}

/** Net demand of a form at an angle: weight of the legs less what straps carry, % of weight × stature. */
export function demandOfForm(body: Body, { legCount, kneeDeg, ankleWeightKg, strap }: Form, thighDeg: number): number {
  const leg = { thighDeg, kneeDeg, ankleWeightKg };
  const net = legMoment(body, leg) - (strap ? strapRelief(body, leg, strap) : 0);
  return demandPctOf(body, legCount * net);
}

/** Height of the ankle over the hip, m: on the mat, the hip counts as lying on it. */
function ankleHeight(body: Body, thighDeg: number, kneeDeg: number): number {
  const [thigh, shank] = [segmentLengthMm('thigh', body) / 1000, segmentLengthMm('shank', body) / 1000];
  return thigh * Math.sin(radians(thighDeg)) + shank * Math.sin(radians(thighDeg - kneeDeg));
}

const stepDeg = 0.25;

/**
 * The lowest angle in 0–90° from which everything up to the vertical is light enough and clear of the mat, and what ends it.
 * Demand may rise and fall on the way: the whole way is looked at, from the top down.
 */
export function lowestAngle(
  light: (deg: number) => boolean,
  clear: (deg: number) => boolean,
): { readonly deg: number | null; readonly endedBy: Equal['endedBy'] } {
  if (!light(90)) return { deg: null, endedBy: 'demand' };
  if (!clear(90)) return { deg: null, endedBy: 'mat' };
  for (let deg = 90; deg > 0; deg -= stepDeg) {
    const next = deg - stepDeg;
    const [isLight, isClear] = [light(next), clear(next)];
    if (isLight && isClear) continue;
    const stop = (ok: (at: number) => boolean) => bisect(deg, next, ok).holds;
    const [byLoad, byMat] = [isLight ? -1 : stop(light), isClear ? -1 : stop(clear)];
    return byLoad >= byMat ? { deg: byLoad, endedBy: 'demand' } : { deg: byMat, endedBy: 'mat' };
  }
  return { deg: 0, endedBy: 'nothing' };
}

/** Whether the ankle is not below the mat on which the hip lies. */
export const isClearOfMat = (body: Body, thighDeg: number, kneeDeg: number): boolean =>
  ankleHeight(body, thighDeg, kneeDeg) >= -1e-9;

/**
 * The lowest thigh elevation in 0–90° from which everything up to the vertical stays at or under `limitPct`, the ankle not
 * below the mat.
 */
export function lowestThigh(body: Body, form: Form, limitPct: number): Equal {
  const { deg, endedBy } = lowestAngle(
    (at) => demandOfForm(body, form, at) <= limitPct + 1e-9,
    (at) => isClearOfMat(body, at, form.kneeDeg),
  );
  return {
    thighDeg: deg,
    reachable: deg !== null,
    demandPct: deg === null ? null : demandOfForm(body, form, deg),
    endedBy,
  };
}

/** `equal` of the shell: what is known to hold, in another form. */
export function equal({ body, known, variation, headDown, headDownFactor }: EqualInput): Equal {
  const held = legLoad(body, known.legs).demandPct;
  return lowestThigh(body, variation, headDown ? held * headDownFactor : held);
}
