// A client's own neutral in one position, from the set-up pictures of many dates.
import type { Estimate } from './input';

/** One set-up: when, the value, and its error between set-ups. */
export type NeutralOn = Estimate & { readonly on: string };

export type OwnNeutral = Estimate & {
  readonly count: number;
  /** Least real change between two of these dates (95 %), in the measure's unit. */
  readonly mdc: number;
  /** The newest against the mean of the others: beyond the least real change, or not. */
  readonly moved: 'yes' | 'no' | 'tooFew';
};

const mostUsed = 6;

/** Mean of the newest set-ups, weighted by how sure each is: Σ(x/s²)/Σ(1/s²), error 1/√Σ(1/s²). Newest last. */
export function ownNeutral(history: readonly NeutralOn[]): OwnNeutral | undefined {
  const used = [...history].sort((a, b) => a.on.localeCompare(b.on)).slice(-mostUsed);
  const newest = used.at(-1);
  if (!newest) return undefined;
  const meanOf = (some: readonly NeutralOn[]): Estimate => {
    const weights = some.map(({ se }) => 1 / Math.max(se, 1e-6) ** 2);
    const total = weights.reduce((sum, weight) => sum + weight, 0);
    const value = some.reduce((sum, one, i) => sum + one.value * (weights[i] ?? 0), 0) / total;
    return { value, se: 1 / Math.sqrt(total) };
  };
  const all = meanOf(used);
  const mdc = 1.96 * Math.SQRT2 * newest.se;
  const before = used.slice(0, -1);
  if (before.length === 0) return { ...all, count: used.length, mdc, moved: 'tooFew' };
  const earlier = meanOf(before);
  const moved = Math.abs(newest.value - earlier.value) > 1.96 * Math.hypot(newest.se, earlier.se);
  return { ...all, count: used.length, mdc, moved: moved ? 'yes' : 'no' };
}
