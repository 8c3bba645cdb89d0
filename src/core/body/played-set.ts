// A set as the body model plays it: so many repetitions at a tempo, with a half one and a fault that comes late, if wanted.
import { withFault } from './deviations';
import { poseAt } from './movement';
import type { Pose } from './pose';
import type { Body } from './segments';
import type { Movement } from './shown';
import type { Side } from '../anatomy/landmarks';

export type PlayedFault = {
  readonly id: string;
  /** As the model counts it, degrees or mm. */
  readonly amount: number;
  readonly side?: Side;
  /** Numbers of the repetitions that have it, from 1. */
  readonly repetitions: readonly number[];
  /** All through, as far as the movement has gone; or on the way back alone. */
  readonly when: 'through' | 'back';
};

/** A set; times in s. */
export type PlayedSet = {
  readonly repetitions: number;
  /** Still before the first, and after the last. */
  readonly stillS: number;
  readonly outS: number;
  readonly holdS: number;
  readonly backS: number;
  /** At rest between two. */
  readonly restS: number;
  /** Number of a repetition that goes only so far: a share of the way. */
  readonly half?: { readonly repetition: number; readonly share: number };
  readonly fault?: PlayedFault;
};

const lengthOfOne = ({ outS, holdS, backS, restS }: PlayedSet): number => outS + holdS + backS + restS;

/** How long a set lasts, s. */
export const lengthOf = (set: PlayedSet): number =>
  2 * set.stillS + set.repetitions * lengthOfOne(set) - (set.repetitions > 0 ? set.restS : 0);

/** A way begun and ended without a jerk, 0–1. Flash & Hogan 1985, J Neurosci 5:1688. */
const eased = (u: number): number => {
  const x = Math.min(1, Math.max(0, u));
  return x * x * x * (10 - 15 * x + 6 * x * x);
};

type Moment = {
  readonly repetition: number;
  readonly phase: 'start' | 'out' | 'hold' | 'back';
  readonly share: number;
};

/** In which repetition a time lies, in which part, and how far through it. */
export function momentAt(set: PlayedSet, atS: number): Moment {
  const since = atS - set.stillS;
  const number = Math.floor(since / lengthOfOne(set)) + 1;
  const rest: Moment = { repetition: Math.min(Math.max(number, 0), set.repetitions), phase: 'start', share: 0 };
  if (since < 0 || number > set.repetitions) return rest;
  const inIt = since - (number - 1) * lengthOfOne(set);
  const { outS, holdS, backS } = set;
  if (inIt < outS) return { repetition: number, phase: 'out', share: eased(inIt / outS) };
  if (inIt < outS + holdS) return { repetition: number, phase: 'hold', share: 1 };
  if (inIt < outS + holdS + backS)
    return { repetition: number, phase: 'back', share: eased((inIt - outS - holdS) / backS) };
  return rest;
}

/** How much of a set's fault there is at a moment, 0–1. */
function faultShare({ fault }: PlayedSet, { repetition, phase, share }: Moment): number {
  if (!fault?.repetitions.includes(repetition)) return 0;
  if (fault.when === 'back') return phase === 'back' ? Math.sin(Math.PI * share) : 0;
  return phase === 'out' ? share : phase === 'hold' ? 1 : phase === 'back' ? 1 - share : 0;
}

/** The body's pose at a time of the set, s from its beginning. */
export function poseInSet(body: Body, movement: Movement, set: PlayedSet, atS: number): Pose {
  const moment = momentAt(set, atS);
  const { repetition, phase, share } = moment;
  const reach = set.half?.repetition === repetition ? set.half.share : 1;
  const clean =
    phase === 'start'
      ? movement.start
      : phase === 'back'
        ? reach === 1
          ? poseAt(body, movement, 'back', share)
          : poseAt(body, movement, 'out', reach * (1 - share))
        : reach === 1 && phase === 'hold'
          ? movement.hold
          : poseAt(body, movement, 'out', reach * share);
  const amount = (set.fault?.amount ?? 0) * faultShare(set, moment);
  return set.fault && amount !== 0 ? withFault(clean, set.fault.id, amount, set.fault.side) : clean;
}
