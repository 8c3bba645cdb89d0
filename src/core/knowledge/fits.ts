// What a level has of all that corrections can need, by the facts of its body. Worked out from the poses, never typed.
import type { Phase } from '../anatomy/positions';
import { positionOf } from '../body/position';
import { entriesOf } from '../keyed';
import { remembering } from '../remember';
import { entry, exerciseAt } from './find';
import type { Correction, Exercise, Fault, Level, Repertoire } from './entries';
import { factsOfPhase } from './facts';
import type { Facts, FootFact, HandFact, HeadFact } from './facts';
import type { Asking } from './loads';
import { needWords } from './kinds';
import type { Need, TrunkFact } from './kinds';

const upright: readonly TrunkFact[] = ['sitting', 'kneeling', 'standing'];
const headDown: readonly HeadFact[] = ['down', 'downOnSupport'];
const unfree: readonly HandFact[] = ['carriesFlat', 'carriesForearm', 'apparatus', 'behindHead', 'onLeg'];
const busy: readonly HandFact[] = ['carriesFlat', 'carriesForearm', 'apparatus', 'onLeg'];
const carrying: readonly HandFact[] = ['carriesFlat', 'carriesForearm'];
const hanging: readonly FootFact[] = ['air', 'straps'];
const lying: readonly FootFact[] = ['mat', 'long'];

const sides = ['left', 'right'] as const;
const isKneeUp = ({ feet, knees }: Facts, side: 'left' | 'right'): boolean =>
  feet[side] === 'air' && knees[side] === 'bent';

/** What holds for a level as a whole, whatever the moment. */
type Whole = { readonly start: Facts; readonly top: Facts; readonly lies: boolean };

/** Which of all needs the facts of a moment meet. */
function metBy(facts: Facts, { start, top, lies }: Whole): Readonly<Record<Need, boolean>> {
  const { trunk, trunkMoves, head, knees } = facts;
  const feet = [facts.feet.left, facts.feet.right];
  const hands = [facts.hands.left, facts.hands.right];
  const isHeadDown = lies && headDown.includes(head);
  return {
    onBack: lies,
    tall: !lies && upright.includes(trunk) && trunkMoves === 'held',
    headDown: isHeadDown,
    headUp: !isHeadDown,
    lowBackDown: trunk === 'onBack',
    hipsUp: isHeadDown && (trunk === 'bridged' || trunk === 'inverted'),
    rolledUp: lies && (trunk === 'rolled' || trunk === 'sitting'),
    trunkMoves: trunkMoves !== 'held',
    legUp: feet.some((foot) => hanging.includes(foot)),
    legsUp: feet.every((foot) => foot === 'air'),
    footDown: feet.includes('mat'),
    feetDown: facts.feet.onMat === 'both',
    kneesAlike: knees.alike,
    handsCarry: hands.some((hand) => carrying.includes(hand)),
    bothHandsCarry: !facts.apparatus && hands.every((hand) => carrying.includes(hand)),
    pelvisHeld: top.trunkMoves === 'held' && (start.trunk === top.trunk || top.trunk === 'bridged'),
    handsOnLeg: hands.includes('onLeg'),
    handsBySides: hands.every((hand) => hand === 'bySides'),
    handsBehindHead: hands.includes('behindHead'),
    handsFree: !hands.some((hand) => unfree.includes(hand)),
    handsOffLegs: !hands.some((hand) => busy.includes(hand)),
    spineDown: lies && trunkMoves !== 'held' && trunkMoves !== 'turns',
    moves: facts.isMoving,
    legLong: [start, top].some((moment) =>
      sides.some((side) => hanging.includes(moment.feet[side]) && moment.knees[side] === 'long'),
    ),
    legStraight: sides.some((side) => knees[side] === 'long'),
    kneeLifts: sides.some((side) => start.feet[side] === 'mat' && isKneeUp(top, side)),
    tabletop: trunk === 'onBack' && sides.some((side) => start.tabletop[side] || top.tabletop[side]),
    plank: trunk === 'plank',
    seatOnMat: facts.seat === 'mat',
    carriage: facts.apparatus,
    kneeBent: sides.some((side) => knees[side] === 'bent'),
    opens: top.opens,
    trunkHeld: trunkMoves === 'held',
    legAlong: sides.some((side) => knees[side] === 'long' && lying.includes(facts.feet[side])),
    overShoulders: trunk === 'inverted',
  };
}

/** Lain down on the back, however far the trunk then rolls up: what a lying body is told still holds. */
const isFromLying = ({ top }: Asking): boolean => positionOf(top) === 'supine';

const remember = remembering<Asking, ReadonlySet<Need>>();

/** What a level has, in a phase, of all that corrections can need. */
export const factsOf = (level: Asking, phase: Phase = 'hold'): ReadonlySet<Need> =>
  remember(level, phase, () => {
    const whole = { start: factsOfPhase(level, 'start'), top: factsOfPhase(level), lies: isFromLying(level) };
    const met = entriesOf(metBy(factsOfPhase(level, phase), whole));
    return new Set(met.flatMap(([need, isMet]) => (isMet ? [need] : [])));
  });

/** The first thing that a correction needs and a level does not have, in words; undefined where it fits. */
export function whyUnfit({ needs = [] }: Pick<Correction, 'needs'>, level: Asking, phase?: Phase): string | undefined {
  const facts = factsOf(level, phase);
  const missing = needs.find((need) => !facts.has(need));
  return missing && `It needs ${needWords[missing]}.`;
}

/** Whether a correction fits at one level of an exercise or another. */
export const fitsSomewhere = (correction: Pick<Correction, 'needs'>, levels: readonly Asking[]): boolean =>
  levels.some((level) => whyUnfit(correction, level) === undefined);

/** Whether a watched fault can be met at a level, in a phase in which it is watched. */
function canBeMet(
  { faults }: Pick<Repertoire, 'faults'>,
  { fault, phases }: Exercise['faults'][number],
  level: Asking,
): boolean {
  const needs = faults.find(({ id }) => id === fault)?.needs;
  return !needs || phases.some((phase) => whyUnfit({ needs }, level, phase) === undefined);
}

/** The moment at which a fault of an exercise is met: the top where it is watched there, else when it is first watched. */
export function momentOf({ faults }: Pick<Exercise, 'faults'>, fault: string): Phase {
  const phases = faults.find((one) => one.fault === fault)?.phases ?? [];
  return phases.includes('hold') ? 'hold' : (phases[0] ?? 'hold');
}

/**
 * A fault in the words for how the trunk rests when it is met, at a level (without one, at the first): a low back that sags on
 * hands and knees looks otherwise than one that arches off the mat.
 */
export function faultAt(
  { faults }: Pick<Repertoire, 'faults'>,
  exercise: Pick<Exercise, 'faults' | 'levels'>,
  id: string,
  wanted?: number,
): Fault {
  const fault = entry(faults, id);
  const level = exercise.levels.find(({ number }) => number === Math.floor(wanted ?? 1)) ?? exercise.levels[0];
  if (!level || fault.inShape.length === 0) return fault;
  const { trunk } = factsOfPhase(level, momentOf(exercise, id));
  const words = fault.inShape.find(({ trunks }) => trunks.includes(trunk));
  return words ? { ...fault, ...words } : fault;
}

/** What is checked before a level begins (without one, the first): a sitting start has a sitting check. */
export function setUpAt({ setUp, levels }: Pick<Exercise, 'setUp' | 'levels'>, wanted?: number): Exercise['setUp'] {
  const level = levels.find(({ number }) => number === Math.floor(wanted ?? 1)) ?? levels[0];
  const trunk = level && factsOfPhase(level, 'start').trunk;
  return setUp.filter(({ starts }) => !starts || (trunk !== undefined && starts.includes(trunk)));
}

const rememberWatched = remembering<Level, Exercise>();

/** An exercise as it is watched at a level: how the body lies there, and the faults that such a body can show. */
export function watchedAt(repertoire: Pick<Repertoire, 'faults'>, exercise: Exercise, wanted: number): Exercise {
  const level = exercise.levels.find(({ number }) => number === Math.floor(wanted));
  if (!level) return exercise;
  return rememberWatched(level, exercise.id, () => ({
    ...exerciseAt(exercise, level.number),
    faults: exercise.faults.filter((watched) => canBeMet(repertoire, watched, level)),
  }));
}
