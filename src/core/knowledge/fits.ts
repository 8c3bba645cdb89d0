// What a level has of all that corrections can need, by the facts of its body. Worked out from the poses, never typed.
import type { Phase } from '../anatomy/positions';
import { positionOf } from '../body/position';
import { entriesOf } from '../keyed';
import { remembering } from '../remember';
import type { Correction } from './entries';
import { factsOfPhase } from './facts';
import type { Facts, FootFact, HandFact, HeadFact, TrunkFact } from './facts';
import type { Asking } from './loads';
import { needWords } from './kinds';
import type { Need } from './kinds';

const upright: readonly TrunkFact[] = ['sitting', 'kneeling', 'standing'];
const headDown: readonly HeadFact[] = ['down', 'downOnSupport'];
const unfree: readonly HandFact[] = ['carriesFlat', 'carriesForearm', 'apparatus', 'behindHead'];
const carrying: readonly HandFact[] = ['carriesFlat', 'carriesForearm'];
const hanging: readonly FootFact[] = ['air', 'straps'];

/** Which of all needs the facts meet. */
function metBy(facts: Facts, lies: boolean): Readonly<Record<Need, boolean>> {
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
    handsBehindHead: hands.includes('behindHead'),
    handsFree: !hands.some((hand) => unfree.includes(hand)),
  };
}

/** Lain down on the back, however far the trunk then rolls up: what a lying body is told still holds. */
const isFromLying = ({ top }: Asking): boolean => positionOf(top) === 'supine';

const remember = remembering<Asking, ReadonlySet<Need>>();

/** What a level has, in a phase, of all that corrections can need. */
export const factsOf = (level: Asking, phase: Phase = 'hold'): ReadonlySet<Need> =>
  remember(
    level,
    phase,
    () =>
      new Set(
        entriesOf(metBy(factsOfPhase(level, phase), isFromLying(level))).flatMap(([need, isMet]) =>
          isMet ? [need] : [],
        ),
      ),
  );

/** The first thing that a correction needs and a level does not have, in words; undefined where it fits. */
export function whyUnfit({ needs = [] }: Pick<Correction, 'needs'>, level: Asking, phase?: Phase): string | undefined {
  const facts = factsOf(level, phase);
  const missing = needs.find((need) => !facts.has(need));
  return missing && `It needs ${needWords[missing]}.`;
}

/** Whether a correction fits at one level of an exercise or another. */
export const fitsSomewhere = (correction: Pick<Correction, 'needs'>, levels: readonly Asking[]): boolean =>
  levels.some((level) => whyUnfit(correction, level) === undefined);
