// What a level asks of a body, whatever the exercise is called: cautions act on these tags, never on level numbers.
import * as v from 'valibot';
import { positions } from '../anatomy/positions';

export const amounts = ['none', 'light', 'loaded', 'endRange'] as const;
export type Amount = (typeof amounts)[number];
export const apparatuses = ['mat', 'reformer', 'trapezeTable', 'chair'] as const;
export type ApparatusKind = (typeof apparatuses)[number];
export const carriers = ['hands', 'forearms', 'knees', 'neck'] as const;
export const loadExtras = [
  'oneSided',
  'singleLegStance',
  'wideOrCrossed',
  'deepHip',
  'hipBehind',
  'hipTurnedOut',
  'hipTurnedIn',
  'deepKnee',
  'shinPull',
  'lockedKnee',
  'armsOverhead',
  'hardSeat',
  'footHeld',
  'highBridge',
  'upperBackRounds',
  'fallRisk',
  'quickChange',
  'spotter',
] as const;
export type LoadExtra = (typeof loadExtras)[number];

/** Plain words for what a level asks, for reasons on screen. */
export const extraWords: Readonly<Record<LoadExtra, string>> = {
  oneSided: 'one side works against the other',
  singleLegStance: 'stands on one leg',
  wideOrCrossed: 'a leg goes wide or across',
  deepHip: 'the hip folds deep',
  hipBehind: 'the leg goes behind the hip',
  hipTurnedOut: 'the leg turns out',
  hipTurnedIn: 'the leg turns in',
  deepKnee: 'the knee bends deep',
  shinPull: 'the hands pull on the shin',
  lockedKnee: 'the knee is fully straight under load',
  armsOverhead: 'the arms go overhead',
  hardSeat: 'sits or rolls on the tailbone',
  footHeld: 'a bar, strap or pedal takes the foot',
  highBridge: 'the pelvis is lifted high',
  upperBackRounds: 'the upper back rounds further',
  fallRisk: 'a loss of balance would be a fall',
  quickChange: 'quick change of height or speed',
  spotter: 'wants a spotter',
};

const flag = v.optional(v.boolean(), false);
const amount = v.optional(v.picklist(amounts), 'none');

export const loadTags = v.strictObject({
  flexion: amount,
  extension: amount,
  twist: amount,
  sideBend: amount,
  /** Head lower than the heart. */
  inversion: flag,
  /** The head is carried off the mat in a curl. */
  headUp: flag,
  rolling: flag,
  lever: v.optional(v.picklist(['none', 'short', 'long']), 'none'),
  /** Legs off the floor at the hardest moment. */
  legs: v.optional(v.picklist(['none', 'one', 'both']), 'none'),
  weightOn: v.optional(v.array(v.picklist(carriers)), []),
  balance: flag,
  movingCarriage: flag,
  jump: flag,
  /** Breath held or pumped under effort. */
  breathEffort: flag,
  effort: v.optional(v.picklist(['none', 'light', 'strong']), 'light'),
  lying: v.optional(v.picklist(['no', 'flat', 'front', 'side', 'incline']), 'no'),
  also: v.optional(v.array(v.picklist(loadExtras)), []),
});
export type LoadTags = v.InferOutput<typeof loadTags>;
/** What stands where nothing is written. */
export const noLoad: LoadTags = v.parse(loadTags, {});

const oneOf = <const T extends readonly [string, ...string[]]>(choices: T) =>
  v.optional(v.pipe(v.array(v.picklist(choices)), v.minLength(1)));
const yes = v.optional(v.literal(true));

/** What a rule looks for: every field given must fit; within a list, any of its members. */
export const loadQuery = v.pipe(
  v.strictObject({
    flexion: oneOf(amounts),
    extension: oneOf(amounts),
    twist: oneOf(amounts),
    sideBend: oneOf(amounts),
    inversion: yes,
    headUp: yes,
    rolling: yes,
    lever: oneOf(['none', 'short', 'long']),
    legs: oneOf(['none', 'one', 'both']),
    weightOn: oneOf(carriers),
    balance: yes,
    movingCarriage: yes,
    jump: yes,
    breathEffort: yes,
    effort: oneOf(['none', 'light', 'strong']),
    lying: oneOf(['no', 'flat', 'front', 'side', 'incline']),
    also: oneOf(loadExtras),
    position: oneOf(positions),
    apparatus: oneOf(apparatuses),
    /** Demand in % of body weight × stature, above which the rule acts. */
    demandAbove: v.optional(v.number()),
    /** Everything: no level fits it but those named gentle. */
    anything: yes,
    /** With `anything`: levels that do no more than breathe and lie, sit or stand are left alone. */
    butGentle: yes,
  }),
  v.check((query) => Object.keys(query).length > 0, 'A rule must look for something.'),
);
export type LoadQuery = v.InferOutput<typeof loadQuery>;

/** What a query is asked of: all that a level asks, with what its exercise adds. */
export type LoadOf = {
  readonly tags: LoadTags;
  /** Those that the way passes. */
  readonly positions: readonly (typeof positions)[number][];
  readonly apparatus: ApparatusKind;
  /** % of body weight × stature; absent where the arithmetic does not reach. */
  readonly demandPct?: number | undefined;
};
