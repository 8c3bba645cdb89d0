// Grades given by eye, as values: five steps a block, from far back to far forward.
import type { Estimate } from './input';
import type { Position, View } from '../anatomy/positions';
import { isUpright } from '../anatomy/positions';

export const grades = [-2, -1, 0, 1, 2] as const;
export type Grade = (typeof grades)[number];

/** Degrees at the centre of each step. */
export const gradeDeg: Readonly<Record<Grade, number>> = { [-2]: -10, [-1]: -4, 0: 0, 1: 4, 2: 10 };

/** Spread of an eye that has not been trained against pictures, degrees. */
export const untrainedSdDeg = 5;

/** An observer's own bias and spread by eye, degrees, and from how many pairs. */
export type OwnEye = { readonly bias: number; readonly sd: number; readonly n: number };

/** Fewer pairs than this leave the default of 5° standing. */
export const leastPairs = 8;

export type EyeBlock = {
  readonly block: 'head' | 'ribs' | 'pelvis';
  readonly measure: string;
  /** What the step below and above level is called. */
  readonly low: string;
  readonly high: string;
  /** Level is the middle of its target; of the others it is own neutral, or nothing. */
  readonly isLevelByTarget?: true;
};

const inProfile: readonly EyeBlock[] = [
  { block: 'head', measure: 'faceAngle', low: 'chin tucked', high: 'chin lifted', isLevelByTarget: true },
  { block: 'ribs', measure: 'ribFlare', low: 'ribs pressed', high: 'ribs flared' },
  { block: 'pelvis', measure: 'pelvicTilt', low: 'tucked', high: 'arched' },
];
const fromTheEnd: readonly EyeBlock[] = [
  { block: 'pelvis', measure: 'pelvicRoll', low: 'left side up', high: 'right side up' },
];
const fromAbove: readonly EyeBlock[] = [
  { block: 'pelvis', measure: 'pelvicHike', low: 'left side hiked', high: 'right side hiked' },
];

/** Measures whose grades are departures from level, as their findings from pictures are. */
export const gradedFromLevel: readonly string[] = [...inProfile, ...fromTheEnd, ...fromAbove]
  .filter(({ isLevelByTarget }) => !isLevelByTarget)
  .map(({ measure }) => measure);

/** The blocks that can be graded from where one stands. */
export function eyeBlocks(position: Position, view: View): readonly EyeBlock[] {
  if (view === 'side') return inProfile;
  if (view === 'above') return position === 'sideLying' ? inProfile : fromAbove;
  if (view === 'front' && isUpright(position)) return [...fromTheEnd, ...fromAbove];
  return fromTheEnd;
}

/** Whether enough is known of an eye to reckon with it. */
export const isTrained = (own: OwnEye | undefined): own is OwnEye => own !== undefined && own.n >= leastPairs;

/**
 * A grade as degrees from level, with this observer's own bias taken off and own spread as its error, once there are
 * enough pairs; else 5°. `level`: what counts as level (own neutral is 0; the middle of a target otherwise).
 */
export function readEye(grade: Grade, level = 0, own?: OwnEye): Estimate {
  const trained = isTrained(own) ? own : undefined;
  return { value: level + gradeDeg[grade] - (trained?.bias ?? 0), se: trained?.sd ?? untrainedSdDeg };
}
