// The words that sessions are told in. Apart from the events' shapes, so that a light page needs no checking.
import { blocks } from '../anatomy/blocks';

/** Shape of events that this program writes. Others are refused at the server and kept aside where they were made. */
export const eventVersion = 1;

export const sides = ['left', 'right', 'both'] as const;
export type Side = (typeof sides)[number];
/** What is lost: a block of the body, or the breath. */
export const lostBlocks = [...blocks, 'breath'] as const;
export type LostBlock = (typeof lostBlocks)[number];
export const feelings = ['well', 'tired', 'sore', 'unwell'] as const;
export const verdicts = ['better', 'same', 'worse', 'notTried'] as const;
export type TryVerdict = (typeof verdicts)[number];

export const decisions = ['advance', 'halfStep', 'hold', 'back'] as const;
export type Decision = (typeof decisions)[number];

/** Where a decision leads, before the level's number. */
export const decisionWords: Readonly<Record<Decision, string>> = {
  advance: 'up to',
  halfStep: 'half a step, to',
  hold: 'held at',
  back: 'back to',
};
/** How a correction went. */
export const verdictWords: Readonly<Record<TryVerdict, string>> = {
  better: 'better',
  same: 'no change',
  worse: 'worse',
  notTried: 'not tried',
};

/** What can watch repetitions beside her: a camera, a phone laid on the pelvis; and each of them simulated, which counts for nobody. */
export const watchers = ['camera', 'phone', 'simulatedCamera', 'simulatedPhone'] as const;
export type Watcher = (typeof watchers)[number];
export const watcherWords: Readonly<Record<Watcher, string>> = {
  camera: 'the camera',
  phone: 'the phone',
  simulatedCamera: 'the simulated camera',
  simulatedPhone: 'the simulated phone',
};
export const isSimulated = (watcher: Watcher): boolean => watcher === 'simulatedCamera' || watcher === 'simulatedPhone';

export const seenVerdicts = ['clean', 'lost', 'notJudged'] as const;
export type SeenVerdict = (typeof seenVerdicts)[number];
/** Parts of a repetition. */
export const parts = ['out', 'hold', 'back'] as const;

/** Pain from here on ends the exercise, and counts as a fault that could hurt. */
export const painThatEnds = 4;
