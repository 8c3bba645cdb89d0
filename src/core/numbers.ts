// Checks of single numbers that come from outside, in the words a person reads.
import * as v from 'valibot';

export const number = v.pipe(v.number('is not a number'), v.finite('is not a finite number'));
export const positive = v.pipe(number, v.gtValue(0, 'must be above 0'));
export const notNegative = v.pipe(number, v.minValue(0, 'must not be below 0'));
/** A number from `least` to `most`, both allowed; the unit stands in what is said otherwise. */
export const within = (least: number, most: number, unit = '') =>
  v.pipe(
    number,
    v.minValue(least, `must be at least ${least}${unit}`),
    v.maxValue(most, `must be at most ${most}${unit}`),
  );
/** A whole number from `least` to `most`, both allowed. */
export const whole = (least: number, most: number) =>
  v.pipe(
    number,
    v.integer('must be a whole number'),
    v.minValue(least, `must be at least ${least}`),
    v.maxValue(most, `must be at most ${most}`),
  );
export const yesOrNo = v.boolean('must be true or false');
