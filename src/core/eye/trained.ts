// What an eye is trained on: the measures that it grades, with all that training needs to know of each.
import type { Landmark, Side } from '../anatomy/landmarks';
import type { Position, View } from '../anatomy/positions';

/** Those first that are looked at most; the first stands in where nothing else can be asked. */
export const trained = ['pelvicTilt', 'ribFlare', 'faceAngle', 'pelvicRoll', 'pelvicHike'] as const;
export type Trained = (typeof trained)[number];

export type TrainedRule = {
  /** The faults that turn its block up and down the measure, each with the side that is meant. */
  readonly up: readonly [fault: string, side: Side];
  readonly down: readonly [fault: string, side: Side];
  /** The two places through which the block's line runs; one place: left and right of it. */
  readonly ends: readonly [Landmark, Landmark?];
  /** Where the block can't be judged, as it lies on the mat. */
  readonly hiddenIn?: readonly Position[];
  /** A client's picture still tells it with her face covered. */
  readonly inCovered?: true;
};

export const trainedRules: Readonly<Record<Trained, TrainedRule>> = {
  pelvicTilt: { up: ['arch', 'R'], down: ['tuck', 'R'], ends: ['PS', 'ASIS'], inCovered: true },
  ribFlare: { up: ['flare', 'R'], down: ['overBraced', 'R'], ends: ['LR', 'SN'], inCovered: true },
  faceAngle: { up: ['chinUp', 'R'], down: ['chinJam', 'R'], ends: ['CH', 'FH'], hiddenIn: ['prone'] },
  pelvicRoll: { up: ['roll', 'L'], down: ['roll', 'R'], ends: ['ASIS'] },
  pelvicHike: { up: ['hike', 'R'], down: ['hike', 'L'], ends: ['ASIS'] },
};

export const isTrainedOn = (measure: string): measure is Trained => trained.some((one) => one === measure);
export const ruleOf = (measure: string): TrainedRule | undefined =>
  isTrainedOn(measure) ? trainedRules[measure] : undefined;

/** What of a pelvis is read from beside, and from the feet. */
export const pelvisFrom = { side: 'pelvicTilt', foot: 'pelvicRoll' } as const satisfies Partial<Record<View, Trained>>;
