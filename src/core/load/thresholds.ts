// How large a step in load is, and what carried legs weigh. Conventions of this product.
import type { LegCarrier } from '../body/pose';

/** Above this share of capacity a step is a leap. */
export const leapAt = 1.3;
/** Below this share a step adds no real load. */
export const noStepAt = 1.05;
/** Share of a carried leg's weight that is left for the hip, by what carries it. What rolls carries less surely. */
export const carriedShares: Readonly<Record<LegCarrier, number>> = {
  mat: 0,
  wall: 0,
  bar: 0,
  cloth: 0.05,
  roller: 0.1,
  ball: 0.25,
};

/** The least capacity that a step is measured against, % of body weight × stature. */
export const leastCapacityPct = 2;
