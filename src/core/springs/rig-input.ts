// An apparatus as a studio tells it, checked at the edge.
import * as v from 'valibot';
import { notNegative, positive, whole, within } from '../numbers';
import { apparatusKinds } from './apparatus';

const word = (most: number) =>
  v.pipe(
    v.string('must be text'),
    v.trim(),
    v.nonEmpty('Some words are wanted here.'),
    v.maxLength(most, `must be at most ${most} letters`),
  );
const springId = v.pipe(v.string(), v.regex(/^[a-z][A-Za-z0-9]{0,39}$/, 'is not an id'));

const kind = v.strictObject({
  id: springId,
  label: word(30),
  units: within(0.05, 10),
  count: whole(0, 12),
  rate: v.nullable(
    v.strictObject({
      rateNPerM: positive,
      preloadM: within(-1, 2, ' m'),
      residualN: notNegative,
    }),
  ),
});

export const rigInput = v.pipe(
  v.strictObject({
    kind: v.picklist(apparatusKinds),
    springs: v.pipe(
      v.array(kind),
      v.minLength(1, 'must have a spring'),
      v.maxLength(12, 'must be at most twelve kinds'),
    ),
    hooks: whole(1, 20),
    inPairs: v.optional(v.boolean()),
    travelM: within(0.05, 3, ' m'),
    bars: v.pipe(v.array(v.strictObject({ name: word(30), heightM: within(0, 3, ' m') })), v.maxLength(12)),
    rope: v.nullable(
      v.strictObject({
        beyondShouldersM: within(-2, 3, ' m'),
        upM: within(-0.5, 3, ' m'),
        ends: v.picklist(['frame', 'carriage']),
      }),
    ),
  }),
  v.forward(
    v.check(({ springs }) => new Set(springs.map(({ id }) => id)).size === springs.length, 'names two springs alike'),
    ['springs'],
  ),
);

/** How many of each spring, by id. */
export const setInput = v.record(springId, whole(0, 12));
export const settingWords = v.pipe(v.string(), v.trim(), v.maxLength(200));
export const apparatusName = word(60);
