// What the shell's `springs` and `calibrate` take.
import * as v from 'valibot';
import { notNegative, positive, whole, within } from '../numbers';

const spring = v.strictObject({
  label: v.pipe(v.string('must be text'), v.maxLength(60, 'must be at most 60 letters')),
  rateNPerM: positive,
  preloadM: within(-1, 2, ' m'),
  count: whole(0, 20),
});

export const springsInput = v.strictObject({
  springs: v.pipe(v.array(spring, 'must be a list of springs'), v.maxLength(40)),
  travelM: v.pipe(
    v.array(within(0, 3, ' m'), 'must be a list of carriage travels'),
    v.minLength(1, 'must not be empty'),
    v.maxLength(10_000),
  ),
});

export const scaleReading = v.strictObject({ travelM: within(0, 3, ' m'), forceN: notNegative });
export const calibrateInput = v.strictObject({
  readings: v.pipe(v.array(scaleReading, 'must be a list of readings'), v.maxLength(1000)),
});
