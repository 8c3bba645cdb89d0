// What came of a session, as it is kept.
import * as v from 'valibot';
import { places } from '../anatomy/places';
import { wrapFields } from './events';
import { decisions, verdicts } from './words';

const count = v.number();
export const itemOutcome = v.object({
  item: v.string(),
  exercise: v.string(),
  name: v.string(),
  level: v.number(),
  levelName: v.string(),
  seconds: count,
  /** The exercise before it, and how long from its last repetition to the first of this; absent: the first, or a long pause. */
  change: v.optional(v.object({ from: v.string(), seconds: count })),
  /** Done with a class and not counted; absent: counted, or only looked at. */
  followed: v.optional(v.boolean()),
  /** Repetitions done, and clean ones, of all sets. */
  repetitions: count,
  clean: count,
  /** Of those done, what something watched and nobody confirmed: it feeds no gate. */
  unconfirmed: v.optional(count, 0),
  /** Most clean ones one after another within a set at this level. */
  run: v.object({ left: count, right: count }),
  /** A fault that could hurt this client was seen: at the end still, or only before a correction. */
  safety: v.picklist(['none', 'mended', 'atTheEnd']),
  breathKept: v.boolean(),
  rested: v.boolean(),
  faults: v.array(v.object({ fault: v.string(), times: count })),
  pain: v.nullable(count),
  /** Where she said that she felt it. */
  felt: v.optional(v.array(v.picklist(places)), []),
  tries: v.array(v.object({ fault: v.string(), correction: v.string(), verdict: v.nullable(v.picklist(verdicts)) })),
  decision: v.nullable(
    v.object({
      advised: v.picklist(decisions),
      decision: v.picklist(decisions),
      level: v.number(),
      from: v.number(),
      reasons: v.array(v.string()),
      overruled: v.nullable(v.string()),
    }),
  ),
});
export type ItemOutcome = v.InferOutput<typeof itemOutcome>;

export const outcome = v.object({
  seconds: count,
  items: v.array(itemOutcome),
  wrap: v.nullable(v.object({ ...wrapFields })),
  /** The class that it was part of, by its name. */
  class: v.optional(v.string()),
});
export type Outcome = v.InferOutput<typeof outcome>;
