// How well two raters agree. ICC(2,1) and its interval: Shrout & Fleiss 1979, McGraw & Wong 1996; limits of agreement:
// Bland & Altman 1986; weighted kappa: Cohen 1968.
import * as v from 'valibot';
import { number } from '../numbers';
import jStat from 'jstat';
import { failure, success } from '../result';
import type { Result } from '../result';
import { mean, sampleStandardDeviation } from 'simple-statistics';

const pair = v.strictTuple([number, number], 'is not a pair of numbers');
export const agreeInput = v.strictObject({
  pairs: v.pipe(v.array(pair, 'must be a list of pairs'), v.minLength(3, 'needs at least three pairs')),
  /** Whole grades instead of numbers: agreement is told as weighted kappa too. */
  grades: v.optional(v.boolean()),
});
export type AgreeInput = v.InferOutput<typeof agreeInput>;

export type Agreement = {
  /** Mean of first − second, in the measure's unit. */
  readonly bias: number;
  /** Limits of agreement: bias ± 1.96 SD of the differences. */
  readonly loa: readonly [number, number];
  readonly icc: number;
  /** 95 % interval. */
  readonly iccCi: readonly [number, number];
  readonly n: number;
  /** Quadratic weights; for grades only. */
  readonly kappa?: number;
};

/**
 * ICC(2,1) of a table with a row per subject and a column per rater: raters and subjects random, single ratings,
 * absolute agreement. Rows of one length, at least two of each; NaN when all values are the same.
 */
export function iccTwoOne(table: readonly (readonly number[])[]): { icc: number; ci: readonly [number, number] } {
  const n = table.length;
  const k = table[0]?.length ?? 0;
  const all = table.flat();
  const grand = mean(all);
  const rows = table.map(mean);
  const columns = Array.from({ length: k }, (_, j) => mean(table.map((row) => row[j] ?? Number.NaN)));
  const squares = (values: readonly number[], about: number) =>
    values.reduce((sum, value) => sum + (value - about) ** 2, 0);
  const [ssRows, ssColumns, ssAll] = [k * squares(rows, grand), n * squares(columns, grand), squares(all, grand)];
  const msr = ssRows / (n - 1);
  const msc = ssColumns / (k - 1);
  const mse = Math.max(0, ssAll - ssRows - ssColumns) / ((n - 1) * (k - 1));
  const icc = (msr - mse) / (msr + (k - 1) * mse + (k * (msc - mse)) / n);
  if (icc >= 1) return { icc: 1, ci: [1, 1] };
  const a = (k * icc) / (n * (1 - icc));
  const b = 1 + (k * icc * (n - 1)) / (n * (1 - icc));
  const freedom = (a * msc + b * mse) ** 2 / ((a * msc) ** 2 / (k - 1) + (b * mse) ** 2 / ((n - 1) * (k - 1)));
  const quantile = (first: number, second: number): number => jStat.centralF.inv(0.975, first, second);
  const [below, above] = [quantile(n - 1, freedom), quantile(freedom, n - 1)];
  const rest = k * n - k - n;
  return {
    icc,
    ci: [
      (n * (msr - below * mse)) / (below * (k * msc + rest * mse) + n * msr),
      (n * (above * msr - mse)) / (k * msc + rest * mse + n * above * msr),
    ],
  };
}

/** Agreement of two raters' grades beyond chance, with quadratic weights: 1 the same throughout, 0 as by chance. */
export function weightedKappa(pairs: readonly (readonly [number, number])[]): number {
  const grades = [...new Set(pairs.flat())].sort((one, other) => one - other);
  const share = (of: (pair: readonly [number, number]) => boolean): number => pairs.filter(of).length / pairs.length;
  let [seen, byChance] = [0, 0];
  for (const first of grades)
    for (const second of grades) {
      const weight = (first - second) ** 2;
      seen += weight * share(([one, other]) => one === first && other === second);
      byChance += weight * share(([one]) => one === first) * share(([, other]) => other === second);
    }
  return byChance === 0 ? 1 : 1 - seen / byChance;
}

/**
 * How well two raters agree over at least three pairs of one unit: bias and limits of agreement in it (Bland & Altman 1986,
 * Lancet 1:307–310), ICC(2,1) with its 95 % interval (McGraw & Wong 1996, Psychol Methods 1:30–46), weighted kappa for grades
 * (Cohen 1968, Psychol Bull 70:213–220). An error where all values are the same.
 */
export function agree({ pairs, grades }: AgreeInput): Result<Agreement> {
  const differences = pairs.map(([first, second]) => first - second);
  const bias = mean(differences);
  const sd = sampleStandardDeviation(differences);
  const first = pairs[0]?.[0];
  if (pairs.every(([one, other]) => one === first && other === first))
    return failure('nothingVaries', 'All values are the same, so nothing can be said of agreement.', 'pairs');
  const { icc, ci } = iccTwoOne(pairs);
  return success({
    bias,
    loa: [bias - 1.96 * sd, bias + 1.96 * sd],
    icc,
    iccCi: ci,
    n: pairs.length,
    ...(grades ? { kappa: weightedKappa(pairs) } : {}),
  });
}
