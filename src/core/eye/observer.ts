// What answers tell of an eye: how far off its tilts are, and how well it tells something from nothing, each with its interval.
// Detection: Green & Swets 1966, Signal Detection Theory and Psychophysics; spread of d′: Gourevitch & Galanter 1967
// (Psychometrika 32:25–33); correction of rates of 0 and 1: Snodgrass & Corwin 1988 (J Exp Psychol Gen 117:34–50).
// Interval of a share: Wilson 1927 (JASA 22:209–212).
import jStat from 'jstat';
import { linearRegression, mean, sampleStandardDeviation } from 'simple-statistics';
import * as v from 'valibot';
import { number, within, yesOrNo } from '../numbers';
import { failure, success } from '../result';
import type { Result } from '../result';

const share = within(0, 1);
const tilt = v.strictObject({ truthDeg: number, sure: v.optional(share), estimateDeg: v.optional(number) });
const detection = v.strictObject({ present: yesOrNo, said: yesOrNo, confidence: v.optional(share) });
const trial = v.lazy((input) =>
  typeof input === 'object' && input !== null && ('present' in input || 'said' in input) ? detection : tilt,
);
export const eyeInput = v.strictObject({
  trials: v.pipe(v.array(trial, 'must be a list of trials'), v.minLength(1, 'needs at least one trial')),
});
export type EyeInput = v.InferOutput<typeof eyeInput>;

/** A tilt that was estimated: degrees, of the block from level. */
export type TiltTrial = { readonly truthDeg: number; readonly estimateDeg: number };
/** Whether something was there, whether she said so, and her stated probability of being right. */
export type DetectionTrial = { readonly present: boolean; readonly said: boolean; readonly confidence?: number };

export type Range = readonly [lo: number, hi: number];
type Told = { value: number; ci?: Range };

const tail = 0.975;
const z95 = 1.959963984540054;
const z = (p: number): number => jStat.normal.inv(p, 0, 1);
const density = (x: number): number => jStat.normal.pdf(x, 0, 1);

/** 95 % interval of a share (Wilson 1927). `of`: at least 1. */
export function shareInterval(count: number, of: number): Range {
  const [p, square] = [count / of, z95 ** 2];
  const middle = (p + square / (2 * of)) / (1 + square / of);
  const half = (z95 / (1 + square / of)) * Math.sqrt((p * (1 - p)) / of + square / (4 * of ** 2));
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}

/** Mean error with its t interval; degrees. */
function biasOf(errors: readonly number[]): Told {
  const value = mean([...errors]);
  if (errors.length < 2) return { value };
  const half =
    (jStat.studentt.inv(tail, errors.length - 1) * sampleStandardDeviation([...errors])) / Math.sqrt(errors.length);
  return { value, ci: [value - half, value + half] };
}

/** Spread of the errors (n − 1) with its chi-square interval; degrees. */
function spreadOf(errors: readonly number[]): Told | undefined {
  const free = errors.length - 1;
  if (free < 1) return undefined;
  const value = sampleStandardDeviation([...errors]);
  const edge = (p: number) => value * Math.sqrt(free / jStat.chisquare.inv(p, free));
  return { value, ci: [edge(tail), edge(1 - tail)] };
}

/** Slope of estimate on truth by least squares, with its t interval; none where the truth never varies. */
export function slopeOf(trials: readonly TiltTrial[]): Told | undefined {
  if (trials.length < 2) return undefined;
  const middle = mean(trials.map(({ truthDeg }) => truthDeg));
  const squares = trials.reduce((sum, { truthDeg }) => sum + (truthDeg - middle) ** 2, 0);
  if (squares === 0) return undefined;
  const { m, b } = linearRegression(trials.map(({ truthDeg, estimateDeg }) => [truthDeg, estimateDeg]));
  const free = trials.length - 2;
  if (free < 1) return { value: m };
  const rest = trials.reduce((sum, { truthDeg, estimateDeg }) => sum + (estimateDeg - b - m * truthDeg) ** 2, 0);
  const half = jStat.studentt.inv(tail, free) * Math.sqrt(rest / free / squares);
  return { value: m, ci: [m - half, m + half] };
}

export type Detected = {
  readonly hitRate?: Told;
  readonly falseAlarmRate?: Told;
  readonly dPrime?: Told;
  /** −(z(H) + z(F))/2: above 0, she says nothing is there more often than she should. */
  readonly criterion?: Told;
};

/** Hits, false alarms, d′ and criterion; d′ where something was there at times and at times nothing. */
export function detectionOf(trials: readonly DetectionTrial[]): Detected {
  const [there, empty] = [trials.filter(({ present }) => present), trials.filter(({ present }) => !present)];
  const saidIn = (some: readonly DetectionTrial[]): number => some.filter(({ said }) => said).length;
  const [hits, falseAlarms] = [saidIn(there), saidIn(empty)];
  const rate = (count: number, of: number): Told => ({ value: count / of, ci: shareInterval(count, of) });
  const rates = {
    ...(there.length > 0 ? { hitRate: rate(hits, there.length) } : {}),
    ...(empty.length > 0 ? { falseAlarmRate: rate(falseAlarms, empty.length) } : {}),
  };
  if (there.length === 0 || empty.length === 0) return rates;
  const isExtreme = [0, there.length].includes(hits) || [0, empty.length].includes(falseAlarms);
  const held = (count: number, of: number): number => (isExtreme ? (count + 0.5) / (of + 1) : count / of);
  const [h, f] = [held(hits, there.length), held(falseAlarms, empty.length)];
  const variance =
    (h * (1 - h)) / (there.length * density(z(h)) ** 2) + (f * (1 - f)) / (empty.length * density(z(f)) ** 2);
  const half = z95 * Math.sqrt(variance);
  const [dPrime, criterion] = [z(h) - z(f), -(z(h) + z(f)) / 2];
  return {
    ...rates,
    dPrime: { value: dPrime, ci: [dPrime - half, dPrime + half] },
    criterion: { value: criterion, ci: [criterion - half / 2, criterion + half / 2] },
  };
}

/** Mean squared miss of stated probabilities of being right (Brier 1950), with a normal interval held within 0 and 1. */
export function brierOf(trials: readonly { readonly confidence: number; readonly right: boolean }[]): Told | undefined {
  if (trials.length === 0) return undefined;
  const misses = trials.map(({ confidence, right }) => (confidence - Number(right)) ** 2);
  const value = mean(misses);
  if (misses.length < 2) return { value };
  const half = (z95 * sampleStandardDeviation(misses)) / Math.sqrt(misses.length);
  return { value, ci: [Math.max(0, value - half), Math.min(1, value + half)] };
}

const isTilt = (one: EyeInput['trials'][number]): one is v.InferOutput<typeof tilt> => 'truthDeg' in one;

export type EyeFigures = { readonly n: number; readonly ci: Readonly<Record<string, Range>> } & Readonly<
  Partial<
    Record<'biasDeg' | 'sdDeg' | 'slope' | 'dPrime' | 'criterion' | 'hitRate' | 'falseAlarmRate' | 'brier', number>
  >
>;

/**
 * The shell's `eye`: the figures that these trials tell, and 95 % intervals under the same names. A figure that they can't tell is left
 * out: no bias without estimates, no d′ without both something and nothing. `n`: trials that were answered. An error where none was.
 */
export function eye({ trials }: EyeInput): Result<EyeFigures> {
  const tilts = trials.flatMap((one) =>
    isTilt(one) && one.estimateDeg !== undefined ? [{ truthDeg: one.truthDeg, estimateDeg: one.estimateDeg }] : [],
  );
  const detections = trials.flatMap((one): DetectionTrial[] =>
    isTilt(one)
      ? []
      : [
          {
            present: one.present,
            said: one.said,
            ...(one.confidence === undefined ? {} : { confidence: one.confidence }),
          },
        ],
  );
  const n = tilts.length + detections.length;
  if (n === 0) return failure('noAnswers', 'None of these trials has an answer.', 'trials');
  const errors = tilts.map(({ truthDeg, estimateDeg }) => estimateDeg - truthDeg);
  const told: Record<string, Told | undefined> = {
    biasDeg: errors.length > 0 ? biasOf(errors) : undefined,
    sdDeg: spreadOf(errors),
    slope: slopeOf(tilts),
    ...detectionOf(detections),
    brier: brierOf(
      detections.flatMap(({ present, said, confidence }) =>
        confidence === undefined ? [] : [{ confidence, right: present === said }],
      ),
    ),
  };
  const all = Object.entries(told).flatMap(([name, one]) => (one ? [[name, one] as const] : []));
  return success({
    n,
    ...Object.fromEntries(all.map(([name, { value }]) => [name, value])),
    ci: Object.fromEntries(all.flatMap(([name, { ci }]) => (ci ? [[name, ci]] : []))),
  });
}
