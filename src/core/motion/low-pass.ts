// Smoothing of a regularly sampled signal without shifting it in time. Winter, Biomechanics and Motor Control of Human
// Movement, 4th ed., section 3.4.4: a second-order Butterworth filter run forward and back, its cut-off corrected for the two passes.

/** Cut-off of everything that is judged, Hz. */
export const cutOffHz = 6;
/** Two passes of a second-order filter: this brings the −3 dB of both together to the cut-off asked for. */
const twoPasses = (Math.SQRT2 - 1) ** 0.25;

/** So much of white noise passes, as a share of its variance: noise bandwidth of the two passes over half the rate. */
export const passedShare = (rateHz: number, atHz = cutOffHz): number => Math.min(1, (1.02 * atHz) / (rateHz / 2));

/** One pass; starts as if the first value had stood forever. */
function onePass(values: readonly number[], omega: number): number[] {
  const [root, square] = [Math.SQRT2 * omega, omega * omega];
  const a0 = square / (1 + root + square);
  const k3 = (2 * a0) / square;
  const [b1, b2] = [k3 - 2 * a0, 1 - 2 * a0 - k3];
  const first = values[0] ?? 0;
  let [x1, x2, y1, y2] = [first, first, first, first];
  return values.map((x) => {
    const y = a0 * (x + 2 * x1 + x2) + b1 * y1 + b2 * y2;
    [x1, x2, y1, y2] = [x, x1, y, y1];
    return y;
  });
}

/**
 * Low-passed values, as many as given, none shifted. `rateHz`: samples in a second. At a rate too low for the cut-off the values
 * come back as they are. Ends are continued point-mirrored, so that a slope at the edge stays one.
 */
export function lowPass(values: readonly number[], rateHz: number, atHz = cutOffHz): number[] {
  const n = values.length;
  if (n < 3 || rateHz <= 2.2 * atHz) return [...values];
  const pad = Math.min(n - 1, Math.ceil((3 * rateHz) / atHz));
  const [first, last] = [values[0] ?? 0, values[n - 1] ?? 0];
  const before = Array.from({ length: pad }, (_, i) => 2 * first - (values[pad - i] ?? 0));
  const after = Array.from({ length: pad }, (_, i) => 2 * last - (values[n - 2 - i] ?? 0));
  const omega = Math.tan((Math.PI * atHz) / rateHz) / twoPasses;
  const forth = onePass([...before, ...values, ...after], omega).reverse();
  return onePass(forth, omega)
    .reverse()
    .slice(pad, pad + n);
}
