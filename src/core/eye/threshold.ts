// The smallest tilt that an eye sees half of the time, and which tilt to show next to learn most of it: the Ψ method of
// Kontsevich & Tyler 1999 (Vision Res 39:2729–2737). What she sees grows with the logarithm of the tilt as a cumulative normal.
import { normalCdf } from '../alignment/probability';
import type { Range } from './observer';

/** A tilt that was shown, its size, and whether she saw it, the right way. Sizes in one unit throughout: degrees, or tolerances. */
export type Shown = { readonly size: number; readonly seen: boolean };

export type Threshold = { readonly size: number; readonly ci: Range; readonly n: number };

/** Sizes that can be shown, and between which a threshold may lie, as shares of what is plain to see. */
const [leastShare, mostShare] = [1 / 24, 1.2] as const;
const thresholdSteps = 56;
const shownSteps = 30;
/** How steeply seeing grows with the logarithm of the size; from an eye that sees by halves to one that sees all or nothing. */
const slopes = [1, 1.6, 2.5, 4, 6.5] as const;
/** Right by luck where nothing could be seen, and slips where all could. */
const [byLuck, slips] = [0.04, 0.03] as const;
/** Widest prior: a threshold a third of what is plain, within a factor of about three either way. */
const [priorShare, priorSpread] = [0.33, 1] as const;

/** Chance that a size is seen. */
const seenAt = (size: number, threshold: number, slope: number): number =>
  byLuck + (1 - byLuck - slips) * normalCdf(slope * Math.log(size / threshold));

const ladder = (from: number, to: number, steps: number): number[] =>
  Array.from({ length: steps }, (_, i) => from * (to / from) ** (i / (steps - 1)));

/** Worked out when it is first asked for. */
function once<T>(work: () => T): () => T {
  let held: T | undefined;
  return () => (held ??= work());
}

type Grid = { readonly thresholds: readonly number[]; readonly weights: readonly (readonly number[])[] };

/** What is believed of threshold and slope after these answers; weights sum to one, a row a threshold. */
function believed(answers: readonly Shown[], plain: number): Grid {
  const thresholds = ladder(plain * leastShare, plain * mostShare, thresholdSteps);
  const logs = thresholds.map((threshold) =>
    slopes.map((slope) => {
      const off = Math.log(threshold / (plain * priorShare)) / priorSpread;
      return answers.reduce(
        (sum, { size, seen }) => {
          const chance = seenAt(size, threshold, slope);
          return sum + Math.log(seen ? chance : 1 - chance);
        },
        -0.5 * off * off,
      );
    }),
  );
  const most = Math.max(...logs.flat());
  const rows = logs.map((row) => row.map((log) => Math.exp(log - most)));
  const total = rows.flat().reduce((sum, one) => sum + one, 0);
  return { thresholds, weights: rows.map((row) => row.map((one) => one / total)) };
}

const byThreshold = ({ weights }: Grid): number[] => weights.map((row) => row.reduce((sum, one) => sum + one, 0));

/** The threshold below which a share of belief lies. */
function quantile({ thresholds }: Grid, weights: readonly number[], share: number): number {
  let below = 0;
  for (const [i, weight] of weights.entries()) {
    if (below + weight >= share) {
      const [here = 0, next] = [thresholds[i], thresholds[i + 1] ?? thresholds[i]];
      return here * ((next ?? here) / here) ** (weight > 0 ? (share - below) / weight - 0.5 : 0);
    }
    below += weight;
  }
  return thresholds.at(-1) ?? 0;
}

/** Half of what is shown of it is seen: the middle of what is believed, with its 95 % interval. `plain`: a size that anybody sees. */
export function thresholdOf(answers: readonly Shown[], plain: number): Threshold {
  const grid = believed(usable(answers), plain);
  const weights = byThreshold(grid);
  const at = (share: number): number => quantile(grid, weights, share);
  return { size: at(0.5), ci: [at(0.025), at(0.975)], n: answers.length };
}

const usable = (answers: readonly Shown[]): Shown[] => answers.filter(({ size }) => size > 0);

const entropyOf = (weights: readonly number[]): number =>
  -weights.reduce((sum, one) => (one > 0 ? sum + one * Math.log(one) : sum), 0);

/** Chances that each size that can be shown is seen, by threshold and slope: the same for all sizes of plain, as only shares of it count. */
const chances = once(() =>
  ladder(leastShare, 1, shownSteps).map((size) =>
    ladder(leastShare, mostShare, thresholdSteps).map((threshold) =>
      slopes.map((slope) => seenAt(size, threshold, slope)),
    ),
  ),
);

/** Entropy of the threshold that is to be expected after a size was shown. */
function entropyAfter({ thresholds, weights }: Grid, seen: readonly (readonly number[])[]): number {
  const [ifSeen, ifNot] = [thresholds.map(() => 0), thresholds.map(() => 0)];
  weights.forEach((row, i) =>
    row.forEach((weight, k) => {
      const chance = seen[i]?.[k] ?? 0;
      ifSeen[i] = (ifSeen[i] ?? 0) + weight * chance;
      ifNot[i] = (ifNot[i] ?? 0) + weight * (1 - chance);
    }),
  );
  const sums = [ifSeen, ifNot].map((all) => all.reduce((sum, one) => sum + one, 0));
  return [ifSeen, ifNot].reduce((sum, all, which) => {
    const share = sums[which] ?? 0;
    return share > 0 ? sum + share * entropyOf(all.map((one) => one / share)) : sum;
  }, 0);
}

/** The size whose answer will tell most of the threshold, given those so far. */
export function nextSize(answers: readonly Shown[], plain: number): number {
  const grid = believed(usable(answers), plain);
  let [best, least] = [plain, Infinity];
  ladder(plain * leastShare, plain, shownSteps).forEach((size, i) => {
    const entropy = entropyAfter(grid, chances()[i] ?? []);
    if (entropy < least) [best, least] = [size, entropy];
  });
  return best;
}
