import { errorFunction } from 'simple-statistics';

/** Standard normal distribution function Φ(z). */
export const normalCdf = (z: number): number => 0.5 * (1 + errorFunction(z / Math.SQRT2));

/** An interval; `null` leaves that side open. */
export type Interval = readonly [number | null, number | null];

/** Probability that a value measured as `value` ± `se` lies outside the interval: 1 − [Φ((hi−x)/s) − Φ((lo−x)/s)]. */
export function probabilityOutside(value: number, se: number, [lo, hi]: Interval): number {
  if (se === 0) return excessOver(value, [lo, hi]) > 0 ? 1 : 0;
  const below = lo === null ? 0 : normalCdf((lo - value) / se);
  const upTo = hi === null ? 1 : normalCdf((hi - value) / se);
  return Math.min(1, Math.max(0, 1 - (upTo - below)));
}

/** How far the value lies outside the interval; 0 inside. */
export const excessOver = (value: number, [lo, hi]: Interval): number =>
  Math.max(0, lo === null ? 0 : lo - value, hi === null ? 0 : value - hi);
