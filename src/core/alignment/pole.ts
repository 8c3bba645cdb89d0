// The pole test: a straight rod along the back, held on sacrum, mid-back and head. What touches, and the two gaps.
import * as v from 'valibot';
import { notNegative, number } from '../numbers';
import { degrees } from '../geometry';
import { usualFingerMm } from './by-hand';
import type { Estimate } from './input';

const gap = v.pipe(notNegative, v.maxValue(10, 'is more than ten fingers'));

export const poleInput = v.strictObject({
  /** Which of the three touch. */
  touches: v.strictObject({ sacrum: v.boolean(), thorax: v.boolean(), head: v.boolean() }),
  /** In finger breadths: behind the low back, and behind the neck. */
  lowBackFingers: v.optional(gap),
  neckFingers: v.optional(gap),
  /** Between the two contacts that hold the low back's gap (sacrum and mid-back), mm. */
  chordMm: v.optional(
    v.pipe(number, v.minValue(50, 'must be at least 50 mm'), v.maxValue(700, 'is longer than a back')),
  ),
  fingerMm: v.optional(
    v.pipe(number, v.minValue(8, 'is too thin for a finger'), v.maxValue(30, 'is too broad for a finger')),
    usualFingerMm,
  ),
});
export type PoleInput = v.InferOutput<typeof poleInput>;

export type PoleReading = {
  readonly allTouch: boolean;
  /** Those that do not touch. */
  readonly lost: readonly ('sacrum' | 'thorax' | 'head')[];
  readonly lumbarGap?: Estimate & { readonly unit: 'mm' };
  readonly neckGap?: Estimate & { readonly unit: 'mm' };
  /** From the gap s over the chord L as a circular arc: 4·atan(2s/L). */
  readonly lumbarCurve?: Estimate & { readonly unit: 'deg' };
  /** What to mend first: the low back before the neck. */
  readonly first: string;
};

/** Spread of counting finger breadths, and of taking the chord with a tape. */
const fingerSd = 0.3;
const chordSdMm = 8;

/**
 * What a pole along the back says: gaps in mm from fingers, the low back's curve in degrees from its gap and chord, what to
 * bring back to the pole first.
 */
export function readPole({ touches, lowBackFingers, neckFingers, chordMm, fingerMm }: PoleInput): PoleReading {
  const lost = (['sacrum', 'thorax', 'head'] as const).filter((name) => !touches[name]);
  const inMm = (fingers: number) => ({ value: fingers * fingerMm, se: fingerSd * fingerMm, unit: 'mm' as const });
  const lumbarGap = lowBackFingers === undefined ? undefined : inMm(lowBackFingers);
  const neckGap = neckFingers === undefined ? undefined : inMm(neckFingers);
  const first = lost.includes('sacrum')
    ? 'Bring the sacrum back to the pole before anything else: the low back comes before the neck.'
    : lost.includes('thorax')
      ? 'Let the mid-back come to the pole; mind that the low back does not arch to do it.'
      : lost.includes('head')
        ? 'Low back first, then let the back of the skull come to the pole without lifting the chin.'
        : 'All three touch: keep them there while the arms or legs move.';
  return {
    allTouch: lost.length === 0,
    lost,
    ...(lumbarGap ? { lumbarGap } : {}),
    ...(neckGap ? { neckGap } : {}),
    ...(lumbarGap && chordMm ? { lumbarCurve: { ...arc(lumbarGap, chordMm), unit: 'deg' as const } } : {}),
    first,
  };
}

/** Angle of an arc of gap s over chord L, in degrees, with the error of both: θ = 4·atan(2s/L). */
export function arc({ value: s, se }: Estimate, chordMm: number, chordSd = chordSdMm): Estimate {
  const slope = 8 / (chordMm * (1 + (4 * s * s) / (chordMm * chordMm)));
  const inChord = (slope * s) / chordMm;
  return { value: 4 * degrees(Math.atan((2 * s) / chordMm)), se: degrees(Math.hypot(slope * se, inChord * chordSd)) };
}
