// How large a step in load is. Conventions of this product.

/** Above this share of capacity a step is a leap. */
export const leapAt = 1.3;
/** Below this share a step adds no real load. */
export const noStepAt = 1.05;
/** The least capacity that a step is measured against, % of body weight × stature. */
export const leastCapacityPct = 2;
