// A spring's rate and pre-load from a hand scale read at several carriage positions.
import { linearRegression, rootMeanSquare } from 'simple-statistics';
import { failure, success } from '../result';
import type { Result } from '../result';

export type ScaleReading = { readonly travelM: number; readonly forceN: number };
export type Calibration = {
  readonly rateNPerM: number;
  readonly preloadM: number;
  /** Root mean square of what the line leaves over, N; 0 from two readings, which cannot disagree. */
  readonly residualN: number;
};

const leastSpanM = 0.01;

/** Least squares for the rate k and k·p of F = k·(x + p). */
export function calibrate(readings: readonly ScaleReading[]): Result<Calibration> {
  if (readings.length < 2)
    return failure(
      'tooFew',
      'One reading cannot tell a rate: read the scale at two carriage positions or more.',
      'readings',
    );
  const travels = readings.map(({ travelM }) => travelM);
  if (Math.max(...travels) - Math.min(...travels) < leastSpanM)
    return failure(
      'samePlace',
      'All readings are from one carriage position: take them at least 1 cm apart.',
      'readings',
    );
  const { m: rateNPerM, b: atClosed } = linearRegression(readings.map(({ travelM, forceN }) => [travelM, forceN]));
  if (rateNPerM <= 0)
    return failure(
      'notASpring',
      'The force does not grow with the travel: no spring does that. Look at the readings again.',
      'readings',
    );
  const residualN = rootMeanSquare(readings.map(({ travelM, forceN }) => forceN - atClosed - rateNPerM * travelM));
  return success({ rateNPerM, preloadM: atClosed / rateNPerM, residualN: residualN < 1e-9 ? 0 : residualN });
}

/** What a hand scale would show on a spring: for practice and for the demo. `noise`: −1…1. */
export const scaleShows = (
  spring: { readonly rateNPerM: number; readonly preloadM: number },
  travelM: number,
  noise: number,
): ScaleReading => ({
  travelM,
  forceN: Math.max(0, Math.round(2 * (spring.rateNPerM * (travelM + spring.preloadM) + 2 * noise)) / 2),
});
