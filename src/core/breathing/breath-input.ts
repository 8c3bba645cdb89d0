// What the shell's `breath` takes.
import * as v from 'valibot';
import { whole, within } from '../numbers';

export const breathInput = v.strictObject({
  pattern: v.string('must be text'),
  /** Seconds per count. */
  pace: v.optional(within(0.2, 10, ' seconds a count'), 1),
  repetitions: whole(1, 500),
  sides: v.optional(whole(1, 2), 1),
  directions: v.optional(whole(1, 2), 1),
  changeOverS: v.optional(within(0, 600), 5),
});
export type BreathInput = v.InferOutput<typeof breathInput>;
