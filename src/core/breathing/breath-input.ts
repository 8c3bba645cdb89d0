// What the shell's `breath` takes.
import * as v from 'valibot';

const number = v.pipe(v.number('is not a number'), v.finite('is not a finite number'));
const whole = (least: number, most: number) =>
  v.pipe(
    number,
    v.integer('must be a whole number'),
    v.minValue(least, `must be at least ${least}`),
    v.maxValue(most, `must be at most ${most}`),
  );

export const breathInput = v.strictObject({
  pattern: v.string('must be text'),
  /** Seconds per count. */
  pace: v.optional(
    v.pipe(
      number,
      v.minValue(0.2, 'must be at least 0.2 seconds a count'),
      v.maxValue(10, 'must be at most 10 seconds a count'),
    ),
    1,
  ),
  repetitions: whole(1, 500),
  sides: v.optional(whole(1, 2), 1),
  directions: v.optional(whole(1, 2), 1),
  changeOverS: v.optional(
    v.pipe(number, v.minValue(0, 'must not be below 0'), v.maxValue(600, 'must be at most 600')),
    5,
  ),
});
export type BreathInput = v.InferOutput<typeof breathInput>;
