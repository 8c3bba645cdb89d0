// A low-pass that knows no later sample: for what is shown while it happens.
import { cutOffHz } from './low-pass';

/** Damping of a Butterworth filter of second order. */
const damping = Math.SQRT2;

/** How much later than the body a filtered value is, s, at any rate: the delay of slow movements through the filter. */
export const causalDelayS = damping / (2 * Math.PI * cutOffHz);

/** A filter of one measure: what it holds between two samples. */
export type Causal = { readonly atS: number; readonly band: number; readonly low: number; readonly value: number };

/** A filter that has seen its first sample. */
export const beginCausal = (atS: number, value: number): Causal => ({ atS, band: 0, low: value, value });

/**
 * One sample more, at whatever time after the last. Second-order Butterworth at 6 Hz as two trapezoidal integrators, which stay stable
 * when the rate varies (Zavalishin 2012, The Art of VA Filter Design, 4.2); not pre-warped, so that the delay is one whatever the step,
 * while the cut-off sinks to 5.4 Hz at 30 samples a second. After a pause longer than `forgetS` it begins anew.
 */
export function stepCausal(filter: Causal, atS: number, value: number, forgetS = 0.5): Causal {
  const step = atS - filter.atS;
  if (step <= 0) return filter;
  if (step > forgetS) return beginCausal(atS, value);
  const g = Math.PI * cutOffHz * step;
  const band = (filter.band + g * (value - filter.low)) / (1 + g * (g + damping));
  const low = filter.low + g * band;
  return { atS, band: 2 * band - filter.band, low: 2 * low - filter.low, value: low };
}
