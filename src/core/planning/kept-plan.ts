// A session's plan as it is kept until it is taught.
import * as v from 'valibot';
import { longestId } from '../knowledge/entries';
import { whole, within } from '../numbers';

const exercise = v.pipe(v.string('must be text'), v.nonEmpty('must not be empty'), v.maxLength(longestId));
const line = v.strictObject({ exercise, level: within(1, 20) });
const mostLines = 60;
const ids = v.pipe(v.array(exercise), v.maxLength(200));

export const planInput = v.strictObject({
  minutes: whole(5, 180),
  order: v.pipe(v.array(line), v.minLength(1, 'A plan has one exercise at least.'), v.maxLength(mostLines, `A plan has ${mostLines} exercises at most.`)), // prettier-ignore
  locked: ids,
  leftOut: ids,
  /** Where it was planned for; absent: where its maker works, or in a class where the book says. */
  room: v.optional(v.pipe(v.string(), v.nonEmpty(), v.maxLength(60))),
});
export type KeptPlan = v.InferOutput<typeof planInput>;
