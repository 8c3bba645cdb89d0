// The furthest of many noisy values, without what noise alone adds to a maximum.
import { median, probit } from 'simple-statistics';
import { cutOffHz, passedShare } from './low-pass';

/** Median of absolute values of normal noise, as a share of its SD. */
const medianShare = 0.6745;
/** Values this many SD within the furthest may have been the furthest. */
const nearSd = 3;

/** SD of what the low-pass took away, scaled to all of the noise: as white noise would be. `rateHz`: samples in a second. */
export function noiseSdOf(raw: readonly number[], smooth: readonly number[], rateHz: number): number | undefined {
  const kept = passedShare(rateHz);
  const left = raw.map((value, i) => Math.abs(value - (smooth[i] ?? Number.NaN))).filter((off) => !Number.isNaN(off));
  return kept < 0.9 && left.length >= 10 ? median(left) / medianShare / Math.sqrt(1 - kept) : undefined;
}

/** Mean of the largest of n values of standard normal noise. Blom, Statistical Estimates and Transformed Beta-Variables, 1958. */
const expectedLargest = (n: number): number => (n <= 1 ? 0 : probit((n - 0.375) / (n + 0.25)));

/** How the furthest value of a stretch lies off a level: `value` with its sign, `se` its standard error, both in the measure's unit. */
export type Worst = { readonly value: number; readonly se: number };

/**
 * The furthest that low-passed values go from a level, to either side. `sd`: of the noise that is left in them; `levelSe`: of the
 * level. Of independent values within three SD of the furthest, the largest lies beyond the truth by what the largest of so many
 * noisy values does on average: that is taken off, down to nothing. `stepS`: time between values.
 */
export function worstOf(values: readonly number[], level: number, sd: number, levelSe: number, stepS: number): Worst {
  const off = values.map((value) => value - level);
  const furthest = off.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
  const size = Math.abs(furthest);
  const nearTo = (level: number) => off.filter((one) => Math.abs(one - level) <= nearSd * sd).length;
  const near = nearTo(furthest) + nearTo(-furthest); // either side might have been the furthest
  const independent = Math.min(2 * off.length, Math.max(1, near * stepS * 2 * cutOffHz));
  const value = Math.sign(furthest) * Math.max(0, size - sd * expectedLargest(independent));
  return { value, se: Math.sqrt(sd ** 2 / Math.sqrt(independent) + levelSe ** 2) };
}
