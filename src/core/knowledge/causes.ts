// From several findings to what they may have in common, and the next look that would tell.
import { listWords } from '../alignment/words';
import { levelOf, entry } from './find';
import type { Cause, Exercise, Repertoire } from './entries';
import { fits } from './load-fit';
import { loadOf } from './loads';
import { isShort, rangeIds, rangeRules } from './ranges';
import type { OwnRange } from './ranges';

export type SeenFault = {
  readonly fault: string;
  readonly verdict: 'out' | 'unsure' | 'in';
  readonly probability?: number;
};
/** What has been noticed besides, each of it pointing to some causes and away from others. */
export const clues = [
  'oneSide',
  'lateInSet',
  'goneHeadDown',
  'atRestToo',
  'onlyLow',
  'fromTheStart',
  'painful',
] as const;
export type Clue = (typeof clues)[number];
export const clueWords: Readonly<Record<Clue, string>> = {
  oneSide: 'only to one side',
  lateInSet: 'only late in the set',
  goneHeadDown: 'gone with the head down',
  atRestToo: 'the same at rest',
  onlyLow: 'only when the leg is low',
  fromTheStart: 'before the leg has moved',
  painful: 'with pain',
};

/** How a clue changes the odds of a cause; what is not named here is left as it is. */
const odds: Readonly<Record<Clue, Readonly<Record<string, number>>>> = {
  oneSide: { oneSideLate: 4, ownShape: 1.5, separation: 1.5, tooMuchEffort: 0.5, chestBreath: 0.5 },
  lateInSet: { tired: 5, legTooHeavy: 1.3, ownShape: 0.3, stiffHip: 0.5, stiffUpperBack: 0.5, headSupportWrong: 0.4 },
  goneHeadDown: { headWeight: 6, weakNeckFront: 2, separation: 1.5, legTooHeavy: 0.5 },
  atRestToo: { ownShape: 6, headSupportWrong: 2, stiffUpperBack: 2, legTooHeavy: 0.2, tired: 0.3, breathLate: 0.4 },
  onlyLow: { legTooHeavy: 4, shortHipFront: 2, pressesBack: 0.4, breathLate: 0.8 },
  fromTheStart: { pressesBack: 4, tooMuchEffort: 3, seatGrips: 3, legTooHeavy: 0.3, tired: 0.3 },
  painful: { guarding: 8 },
};

export type LikelyCause = {
  readonly cause: string;
  readonly name: string;
  readonly kind: Cause['kind'];
  /** Share of all likely causes, 0–1. */
  readonly share: number;
  /** Faults seen that it would explain. */
  readonly explains: readonly string[];
  readonly look: string;
  readonly ifSo: string;
  readonly why: string;
};

/** A range that is short makes its cause likelier, one that reaches the usual makes it less likely. Conventions. */
const shortOdds = 3;
const longOdds = 0.35;

function rangeOdds(cause: string, ranges: readonly OwnRange[]): number {
  const known = rangeIds.filter((id) => rangeRules[id].cause === cause).map((id) => isShort(id, ranges));
  if (known.includes(true)) return shortOdds;
  return known.includes(false) ? longOdds : 1;
}

/** How strongly the first, second, … of a fault's causes is believed before anything else is known. */
const firstWeight = 0.6;
const fade = 0.75;
/** A cause that would also show a fault which is surely not there loses by this. */
const missedCost = 0.55;

/**
 * Likely common causes of what was seen, best first: each fault speaks for its causes in their order; a cause that explains
 * several faults gathers from all; one that should have shown a fault which is in level loses; clues shift the odds.
 * Her own ranges, where they were taken, make a cause of length likelier or less likely. Shares add up to 1 over all causes. A convention of this product, not a diagnosis.
 */
export function likelyCauses(
  repertoire: Repertoire,
  exercise: Exercise,
  level: number,
  seen: readonly SeenFault[],
  noticed: readonly Clue[] = [],
  most = 4,
  ranges: readonly OwnRange[] = [],
): LikelyCause[] {
  const load = loadOf(exercise, levelOf(exercise, level));
  const isThinkable = ({ when }: Cause) => !when || fits(when, load);
  const belief = new Map<string, { not: number; explains: string[]; missed: number }>();
  const strength = (place: number) => firstWeight * fade ** place;
  for (const { fault, verdict, probability = verdict === 'out' ? 0.9 : verdict === 'unsure' ? 0.5 : 0 } of seen) {
    const { causes } = entry(repertoire.faults, fault);
    for (const [place, id] of causes.entries()) {
      const held = belief.get(id) ?? { not: 1, explains: [], missed: 1 };
      if (verdict === 'in') held.missed *= 1 - missedCost * strength(place);
      else {
        held.not *= 1 - strength(place) * probability;
        if (verdict === 'out') held.explains.push(fault);
      }
      belief.set(id, held);
    }
  }
  const scored = repertoire.causes
    .filter((cause) => belief.has(cause.id) && isThinkable(cause))
    .map((cause) => {
      const { not, explains, missed } = belief.get(cause.id) ?? { not: 1, explains: [], missed: 1 };
      const shift = noticed.reduce(
        (product, clue) => product * (odds[clue][cause.id] ?? 1),
        rangeOdds(cause.id, ranges),
      );
      return { cause, explains, score: (1 - not) * missed * shift };
    })
    .filter(({ score, explains }) => score > 0 && explains.length > 0)
    .sort((a, b) => b.score - a.score);
  const total = scored.reduce((sum, { score }) => sum + score, 0);
  return scored.slice(0, most).map(({ cause: { id, name, kind, tell }, explains, score }) => {
    const plain = explains.map((fault) => entry(repertoire.faults, fault).plain);
    const pointing = [
      ...noticed.filter((clue) => (odds[clue][id] ?? 1) > 1).map((clue) => clueWords[clue]),
      ...(rangeOdds(id, ranges) > 1 ? ['her own range'] : []),
    ];
    return {
      cause: id,
      name,
      kind,
      share: score / total,
      explains,
      look: tell.look,
      ifSo: tell.ifSo,
      why: `It would explain ${listWords(plain)}${pointing.length > 0 ? `; ${listWords(pointing)} points to it` : ''}.`,
    };
  });
}
