/**
 * Where a condition turns between a place that holds and one that does not, by halving (Press et al. 2007, Numerical Recipes,
 * 9.1): the last two places, `holds` still on the good side. `rounds`: 40 leave a 10⁻¹² of the stretch.
 */
export function bisect(
  holds: number,
  fails: number,
  isHolding: (at: number) => boolean,
  rounds = 40,
): { readonly holds: number; readonly fails: number } {
  let [good, bad] = [holds, fails];
  for (let turn = 0; turn < rounds; turn += 1) {
    const middle = (good + bad) / 2;
    if (isHolding(middle)) good = middle;
    else bad = middle;
  }
  return { holds: good, fails: bad };
}

/** The middle of what is left after halving. */
export const crossing = (holds: number, fails: number, isHolding: (at: number) => boolean): number => {
  const left = bisect(holds, fails, isHolding);
  return (left.holds + left.fails) / 2;
};
