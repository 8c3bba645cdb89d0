// What the shell's `load` and `equal` take.
import { keysOf, recordOf } from '../keyed';
import * as v from 'valibot';
import { segmentShares } from '../body/segments';
import { within, yesOrNo } from '../numbers';

const length = within(10, 1200, ' mm');
const lengths = recordOf([...keysOf(segmentShares), 'asisWidth'], () => v.optional(length));

/** A person as far as load goes: 15–300 kg, 0.9–2.3 m. */
export const bodyInput = v.strictObject({
  massKg: within(15, 300, ' kg'),
  heightM: within(0.9, 2.3, ' m'),
  sex: v.optional(v.picklist(['f', 'm'], 'must be f or m')),
  measuredMm: v.optional(v.strictObject(lengths)),
});

const ankleWeight = within(0, 15, ' kg');
/** Thigh elevation −30…135° over the mat and knee bend −5…150°, as joints allow. */
const raisedLeg = v.strictObject({
  thighDeg: within(-30, 135, '°'),
  kneeDeg: within(-5, 150, '°'),
  ankleWeightKg: v.optional(ankleWeight),
});

const legs = v.pipe(v.array(raisedLeg, 'must be a list of legs'), v.maxLength(2, 'must not be more than two legs'));
const someLegs = v.pipe(legs, v.minLength(1, 'must be at least one leg'));

export const loadInput = v.strictObject({ body: bodyInput, variation: v.strictObject({ legs }) });

/** A rope or spring at each foot: its pull in N, and where it comes from, from the hip: m toward the head, m up. */
export const strapInput = v.strictObject({
  tensionN: within(0, 1000, ' N'),
  towardHeadM: within(-3, 3, ' m'),
  upM: within(-1, 3, ' m'),
});
export type Strap = v.InferOutput<typeof strapInput>;

export const equalInput = v.strictObject({
  body: bodyInput,
  known: v.strictObject({ legs: someLegs }),
  variation: v.strictObject({
    legCount: v.picklist([1, 2], 'must be 1 or 2'),
    kneeDeg: within(-5, 150, '°'),
    ankleWeightKg: v.optional(ankleWeight),
    strap: v.optional(strapInput),
  }),
  headDown: v.optional(yesOrNo, false),
  /** Share of the demand that is left when the head stays down; a convention. */
  headDownFactor: v.optional(within(0.3, 1), 0.85),
});
export type EqualInput = v.InferOutput<typeof equalInput>;
