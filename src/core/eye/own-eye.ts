// An observer's own bias and spread from her estimates, with some answers that were no look at all (a slip of the thumb, a guess)
// allowed for: errors are normal about her bias, but for a small share that lies anywhere on the glass. The posterior over bias, spread
// and that share is worked out on a grid (Gelman et al. 2013, Bayesian Data Analysis, ch. 3 and 22). The prior is flat in the bias and in
// the logarithm of the spread, so that without such answers its intervals are those of t and chi-square.
import { median, sampleStandardDeviation } from 'simple-statistics';
import type { OwnEye } from '../alignment/by-eye';
import { slopeOf } from './observer';
import type { Range, TiltTrial } from './observer';

/** A tilt estimated, and how well its truth is known (0 where it was drawn), degrees. */
export type Estimated = TiltTrial & { readonly truthSe?: number };

export type Spread = {
  readonly n: number;
  readonly bias: number;
  readonly biasCi: Range;
  readonly sd: number;
  readonly sdCi: Range;
  /** Share of answers that were none, at most likely. */
  readonly lapses: number;
  readonly slope?: number;
  readonly slopeCi?: Range;
};

/** Where an answer that was none may lie: the glass of the trainer, degrees to either side. */
export const glassDeg = 20;
/** Shares of such answers that are weighed, and how likely each is beforehand: most eyes hardly slip. */
const lapseShares: readonly number[] = [0, 0.015, 0.03, 0.06, 0.1, 0.16, 0.25];
const lapsePrior = lapseShares.map((share) => (1 - share) ** 12);
const biasSteps = 27;
const spreadSteps = 27;
/** No eye is better, and none of use worse, degrees. */
const [leastSd, mostSd] = [0.15, 18] as const;

/** Middle of the errors and their spread, with outliers hardly counted: where the grid lies. Rousseeuw & Croux 1993. */
function roughly(errors: number[]): { middle: number; spread: number } {
  const middle = median(errors);
  const spread = 1.4826 * median(errors.map((error) => Math.abs(error - middle)));
  return { middle, spread: Math.min(mostSd / 2, Math.max(leastSd, spread, 0.25 * sampleStandardDeviation(errors))) };
}

/** The value below which a share of the weight lies, between the steps of a grid. */
function quantileOf(at: readonly number[], weights: readonly number[], share: number): number {
  const total = weights.reduce((sum, one) => sum + one, 0);
  let below = 0;
  for (const [i, weight] of weights.entries()) {
    if (below + weight >= share * total && weight > 0) {
      const [here = 0, before, after] = [at[i], at[i - 1], at[i + 1]];
      const [from, to] = [(here + (before ?? here)) / 2, (here + (after ?? here)) / 2];
      return from + ((share * total - below) / weight) * (to - from);
    }
    below += weight;
  }
  return at.at(-1) ?? 0;
}

/** Below this a product of likelihoods is put away as a logarithm, before it is too small to be a number. */
const smallest = 1e-200;

/** Logarithm of the likelihood of all estimates under a share of lapses; `looked`: density of each, had she looked. */
function likelihood(looked: Float64Array, lapses: number): number {
  const slipped = lapses / (2 * glassDeg);
  let [log, product] = [0, 1];
  for (const one of looked) {
    product *= (1 - lapses) * one + slipped + 1e-90;
    if (product > smallest) continue;
    log += Math.log(product);
    product = 1;
  }
  return log + Math.log(product);
}

/** Density of each estimate for an eye of this bias and spread that looks every time. */
function densities(trials: readonly Estimated[], bias: number, sd: number, into: Float64Array): Float64Array {
  trials.forEach(({ estimateDeg, truthDeg, truthSe = 0 }, i) => {
    const wide = truthSe > 0 ? Math.hypot(sd, truthSe) : sd;
    const far = (estimateDeg - truthDeg - bias) / wide;
    into[i] = Math.exp(-0.5 * far * far) / (wide * rootOfTwoPi);
  });
  return into;
}
const rootOfTwoPi = Math.sqrt(2 * Math.PI);

/**
 * Bias, spread and slips of an eye from at least four estimates, degrees, with central 95 % intervals of the posterior; undefined
 * below four. Exact estimates throughout have the least spread that any eye is given.
 */
export function spreadOfEye(trials: readonly Estimated[]): Spread | undefined {
  if (trials.length < 4) return undefined;
  const { middle, spread } = roughly(trials.map(({ estimateDeg, truthDeg }) => estimateDeg - truthDeg));
  const reach = (5.5 * spread) / Math.sqrt(Math.min(trials.length, 60)) + 0.2 * spread;
  const biases = Array.from({ length: biasSteps }, (_, i) => middle + reach * ((2 * i) / (biasSteps - 1) - 1));
  const wide = 1 + 5 / Math.sqrt(trials.length);
  const [low, high] = [Math.max(leastSd, spread / (1 + wide)), Math.min(mostSd, spread * (1 + wide))];
  const sds = Array.from({ length: spreadSteps }, (_, i) => low * (high / low) ** (i / (spreadSteps - 1)));
  const looked = new Float64Array(trials.length);
  const cells = biases.flatMap((bias, b) =>
    sds.flatMap((sd, s) => {
      densities(trials, bias, sd, looked);
      return lapseShares.map((share, k) => ({ b, s, k, log: likelihood(looked, share) }));
    }),
  );
  const most = cells.reduce((top, { log }) => Math.max(top, log), -Infinity);
  const [byBias, bySd, byLapse] = [biases.map(() => 0), sds.map(() => 0), lapseShares.map(() => 0)];
  for (const { b, s, k, log } of cells) {
    const weight = Math.exp(log - most) * (lapsePrior[k] ?? 0);
    byBias[b] = (byBias[b] ?? 0) + weight;
    bySd[s] = (bySd[s] ?? 0) + weight;
    byLapse[k] = (byLapse[k] ?? 0) + weight;
  }
  const ciOf = (at: readonly number[], weights: readonly number[]): Range => [
    quantileOf(at, weights, 0.025),
    quantileOf(at, weights, 0.975),
  ];
  const sumOf = (weights: readonly number[]) => weights.reduce((sum, one) => sum + one, 0);
  const slope = slopeOf(trials);
  return {
    n: trials.length,
    bias: quantileOf(biases, byBias, 0.5),
    biasCi: ciOf(biases, byBias),
    sd: quantileOf(sds, bySd, 0.5),
    sdCi: ciOf(sds, bySd),
    lapses: lapseShares.reduce((sum, share, k) => sum + share * (byLapse[k] ?? 0), 0) / sumOf(byLapse),
    ...(slope ? { slope: slope.value } : {}),
    ...(slope?.ci ? { slopeCi: slope.ci } : {}),
  };
}

/** Fewer estimates than this leave the error of an untrained eye standing. */
export const leastEstimates = 15;
/** So many of the newest tell how she sees now. */
const newestCount = 80;
/** How much of a tilt must at least be in her answers, at the low end of its interval: chance has none of it. */
const leastSlope = 0.4;
/** An eye that slips more often than this has not been looking. */
const mostLapses = 0.2;

/** What estimates tell, and what is still wanting before an eye's own error counts, in words; absent where it does. */
export type Judged = { readonly spread?: Spread; readonly wants?: string };

export function judgeEye(trials: readonly Estimated[]): Judged {
  const spread = spreadOfEye(trials);
  const told = spread ? { spread } : {};
  const more = leastEstimates - trials.length;
  if (more > 0) return { ...told, wants: more === 1 ? 'One tilt more.' : `${more} tilts more.` };
  if (!spread?.slopeCi || spread.slopeCi[0] < leastSlope)
    return { ...told, wants: 'Your answers do not follow the tilt closely enough yet: look at the line of the block.' };
  if (spread.lapses > mostLapses)
    return { ...told, wants: 'Too many answers lie far from all others: take a moment more for each.' };
  return told;
}

/** Spread that whole steps add to an eye that sees finer: half a step either way, evenly (the look's five steps are about 5° apart). */
const stepDeg = 4.5;
const roundingSd = stepDeg / Math.sqrt(12);

/** Her own eye for grades of five steps, once enough is known; undefined until then. */
export function earnedEye(trials: readonly Estimated[]): OwnEye | undefined {
  if (trials.length < leastEstimates) return undefined;
  const { spread, wants } = judgeEye(trials.slice(-newestCount));
  return spread && wants === undefined
    ? { bias: spread.bias, sd: Math.hypot(spread.sd, roundingSd), n: spread.n }
    : undefined;
}
