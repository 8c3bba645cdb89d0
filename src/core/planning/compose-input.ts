// What the shell's `compose` takes, and what a plan is composed of inside: items, wishes, change-over times.
import * as v from 'valibot';
import { notNegative, number, positive, whole, yesOrNo } from '../numbers';

const name = v.pipe(v.string('must be text'), v.minLength(1, 'must not be empty'), v.maxLength(120));
const load = v.picklist([1, 2, 3], 'must be 1, 2 or 3');

const named = v.union([name, number], 'must be a name or a number');

const item = v.strictObject({
  id: name,
  minutes: positive,
  value: number,
  /** Which row of `change.position`, which apparatus, and how its springs are set. */
  setup: v.pipe(
    v.tupleWithRest([whole(0, 999), named], v.union([v.literal(''), named])),
    v.maxLength(3, 'a position, an apparatus, and springs at most'),
  ),
  tags: v.optional(v.pipe(v.array(name, 'must be a list of tags'), v.maxLength(100)), []),
  load: v.optional(load, 1),
  fixed: v.optional(v.picklist(['in', 'out'], 'must be "in" or "out"')),
  at: v.optional(whole(0, 9_999)),
});

export const composeInput = v.strictObject({
  items: v.pipe(v.array(item, 'must be a list of items'), v.maxLength(2000, 'at most 2000 items')),
  needs: v.optional(v.pipe(v.array(v.strictTuple([name, name]), 'must be a list of pairs'), v.maxLength(4000)), []),
  /** Where both come, the first before the second. */
  order: v.optional(v.pipe(v.array(v.strictTuple([name, name]), 'must be a list of pairs'), v.maxLength(4000)), []),
  change: v.strictObject({
    position: v.pipe(v.array(v.array(notNegative)), v.minLength(1, 'must not be empty'), v.maxLength(200)),
    apparatus: notNegative,
    /** From one setting of springs to another on the same apparatus. */
    springs: v.optional(notNegative, 0),
  }),
  count: v.optional(whole(1, 2000)),
  minutes: positive,
  cover: v.optional(v.record(name, whole(0, 2000)), {}),
  /** At most so many of a tag. */
  atMost: v.optional(v.record(name, whole(0, 2000)), {}),
  edges: v.optional(
    v.strictObject({
      first: v.optional(load),
      last: v.optional(load),
      /** What the first must be, by a tag. */
      firstTag: v.optional(name),
    }),
    {},
  ),
  /** With `count`: load 3 only in the middle third of the places. */
  curve: v.optional(yesOrNo, false),
  /** At most so many minutes in a row of items of a tag, change-over between them counted in. */
  inARow: v.optional(v.strictObject({ tag: name, minutes: positive })),
  weight: v.optional(notNegative, 1),
  seed: v.optional(whole(0, 4_294_967_295), 1),
  effortMs: v.optional(whole(1, 60_000), 2000),
});

/** A plan to be composed. Minutes throughout; `value` in whatever the asker counts worth by, a minute of change costs `weight` of it. */
export type Task = v.InferOutput<typeof composeInput>;
export type Item = Task['items'][number];
