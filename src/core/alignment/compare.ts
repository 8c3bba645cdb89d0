import type { CompareInput } from './input';
import { excessOver } from './probability';

export type Comparison = {
  readonly verdict: 'better' | 'same' | 'worse';
  readonly change: number;
  /** Least real change (95 %), in the measure's unit. */
  readonly mdc: number;
};

/**
 * Has the retest moved toward the target by more than the two errors allow?
 * mdc = 1.96·√(se₁² + se₂²) (Weir 2005); same unless |change| > mdc and the distance outside the target fell or rose.
 */
export function compare({ before, after, target }: CompareInput): Comparison {
  const change = after.value - before.value;
  const mdc = 1.96 * Math.hypot(before.se, after.se);
  const farther = excessOver(after.value, target) - excessOver(before.value, target);
  if (Math.abs(change) <= mdc || farther === 0) return { verdict: 'same', change, mdc };
  return { verdict: farther < 0 ? 'better' : 'worse', change, mdc };
}
