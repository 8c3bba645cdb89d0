// Smoothing of a regularly sampled signal without shifting it in time. Winter, Biomechanics and Motor Control of Human
// Movement, 4th ed., section 3.4.4: a second-order Butterworth filter run forward and back, its cut-off corrected for the two passes.

/** Cut-off of everything that is judged, Hz. */
export const cutOffHz = 6;
/** Two passes of a second-order filter: this brings the −3 dB of both together to the cut-off asked for. */
const twoPasses = (Math.SQRT2 - 1) ** 0.25;

/** So much of white noise passes, as a share of its variance: noise bandwidth of the two passes over half the rate. */
export const passedShare = (rateHz: number, atHz = cutOffHz): number => Math.min(1, (1.02 * atHz) / (rateHz / 2));

/** One pass over values in their place; starts as if the first value had stood forever. `step` −1: from the last to the first. */
function onePass(values: Float64Array, omega: number, step: 1 | -1): void {
  const [root, square] = [Math.SQRT2 * omega, omega * omega];
  const a0 = square / (1 + root + square);
  const k3 = (2 * a0) / square;
  const [b1, b2] = [k3 - 2 * a0, 1 - 2 * a0 - k3];
  const begin = step > 0 ? 0 : values.length - 1;
  let x1 = values[begin] ?? 0;
  let [x2, y1, y2] = [x1, x1, x1];
  for (let i = begin; i >= 0 && i < values.length; i += step) {
    const x = values[i] ?? 0;
    const y = a0 * (x + 2 * x1 + x2) + b1 * y1 + b2 * y2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    values[i] = y;
  }
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
  const padded = new Float64Array(n + 2 * pad);
  padded.set(values, pad);
  for (let i = 0; i < pad; i += 1) {
    padded[i] = 2 * first - (values[pad - i] ?? 0);
    padded[pad + n + i] = 2 * last - (values[n - 2 - i] ?? 0);
  }
  const omega = Math.tan((Math.PI * atHz) / rateHz) / twoPasses;
  onePass(padded, omega, 1);
  onePass(padded, omega, -1);
  return Array.from(padded.subarray(pad, pad + n));
}
