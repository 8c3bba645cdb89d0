import { findTrials, nearnesses, plus, shapeOf, totalOf } from './evidence';
import type { ByNearness, Counts, Found, Known, Nearness, Trial } from './evidence';
import { correctionRuledOut } from '../knowledge/cautions';
import { entry, exerciseAt, serves } from '../knowledge/find';
import { momentOf, whyUnfit } from '../knowledge/fits';
import { isPropInPlace } from '../knowledge/in-place';
import type { Phase } from '../anatomy/positions';
import type { Correction, Level, Prop, Repertoire } from '../knowledge/entries';
import { placeWords } from '../anatomy/places';
import type { Place } from '../anatomy/places';
import type { CorrectionKind } from '../knowledge/kinds';
import { placeEased } from './felt';

export type RankContext = {
  readonly fault: string;
  readonly exercise: string;
  /** Trials since what is counted in `known`, oldest first. */
  readonly history: readonly Trial[];
  readonly known?: Known;
  readonly conditions: readonly string[];
  /** Props in this room. */
  readonly props: readonly string[];
  readonly touchConsent: boolean;
  /** Level of the exercise, where it is known: on the first there is none to step back to. */
  readonly level?: number;
  /** When the fault was seen; left out, when it is watched, at the top if then too. */
  readonly phase?: Phase;
  /** Where she says that she feels it. */
  readonly felt?: readonly Place[];
};

export type Option = {
  readonly correction: string;
  readonly kind: CorrectionKind;
  readonly score: number;
  readonly probability: number;
  /** Successes and trials: this client's, and all of the studio's. */
  readonly evidence: { readonly client: readonly [number, number]; readonly studio: readonly [number, number] };
  readonly why: string;
  /** Where she feels what she should not, and it acts on that too. */
  readonly eases?: Place;
  /** The exercise names it among those first tried. */
  readonly first?: true;
};

export type Ranking = {
  readonly options: readonly Option[];
  /** `unfit`: the level's shape has not what it needs, whatever is tried. */
  readonly excluded: readonly { readonly correction: string; readonly why: string; readonly unfit?: true }[];
};

/** What each kind asks of a client, against one sure success. */
const intrusion: Readonly<Record<CorrectionKind, number>> = {
  verbal: 0,
  image: 0.02,
  touch: 0.05,
  prop: 0.06,
  modification: 0.1,
  stepBack: 0.15,
};
/** What acts on where she feels it too is worth so much more, against one sure success. A convention. */
const easing = 0.08;
const priorWeight = 4;
const failuresToDrop = 2;

const shrink = (parent: number, [successes, trials]: Counts): number =>
  (priorWeight * parent + successes) / (priorWeight + trials);

/** Below this chance a correction that the exercise tries first loses its place before the others. */
const leastOfFirst = 0.2;
/** From this chance, and a success with this client, a correction stands with those that the exercise tries first. */
const provenFrom = 0.5;

/** Those that are looked at before all others: named by the exercise, or proven with this client. */
const isAhead = ({ first, evidence, probability }: Option): boolean =>
  first === true || (evidence.client[0] > 0 && probability >= provenFrom);

function whyExcluded(
  correction: Correction,
  props: readonly Prop[],
  failed: number,
  level: Level | undefined,
  context: RankContext,
): string | undefined {
  const ruledOut = correctionRuledOut(correction, props, context.conditions);
  if (ruledOut) return ruledOut;
  if (correction.kind === 'touch' && !context.touchConsent) return 'No consent to touch is on file.';
  if (correction.prop && !context.props.includes(correction.prop)) return 'The prop is not in this room.';
  if (level && correction.prop && isPropInPlace(correction.prop, props, level)) return 'It is in place already.';
  if (correction.levelDown && context.level === 1) return 'This is the first level already.';
  if (failed >= failuresToDrop) return 'It has not helped this client the last two times.';
  return undefined;
}

const asks: Readonly<Record<CorrectionKind, string>> = {
  verbal: 'It costs no more than words.',
  image: 'It costs no more than a picture in words.',
  touch: 'It needs a hand, with consent on file.',
  prop: 'It needs a prop to be fetched.',
  modification: 'It changes the exercise.',
  stepBack: 'It goes a step back, so it comes late.',
};

const whereWords: Readonly<Record<Nearness, string>> = {
  here: '',
  alike: ' in exercises like it',
  elsewhere: ' elsewhere',
};

/** `2 of 3 times here, 1 of 4 in exercises like it`; empty where nothing was tried. */
function wordCounts(counts: ByNearness): string {
  const tried = nearnesses.filter((one) => counts[one][1] > 0);
  const isOnlyHere = tried.length === 1 && tried[0] === 'here';
  return tried
    .map((one, i) => {
      const [helped, all] = counts[one];
      const where = one === 'here' && !isOnlyHere ? ' here' : whereWords[one];
      return `${helped} of ${all}${i === 0 ? ' times' : ''}${where}`;
    })
    .join(', ');
}

/** One sentence: the evidence with its counts, this exercise's first. */
function wordEvidence(client: ByNearness, studio: ByNearness): string {
  const [own, all] = [wordCounts(client), wordCounts(studio)];
  const others = totalOf(studio)[1] > totalOf(client)[1];
  if (own) return `Worked ${own} with this client${others ? `; ${all.replace(' times', '')} in this studio` : ''}.`;
  return all ? `Not tried with this client; worked ${all} in this studio.` : 'Not tried here yet.';
}

/** All of the studio's, this client's among them. */
const inStudio = ({ client, others }: Found): ByNearness => ({
  here: plus(client.here, others.here),
  alike: plus(client.alike, others.alike),
  elsewhere: plus(client.elsewhere, others.elsewhere),
});

/** Chance of success: the repertoire's prior, then what was seen with others, then with this client, each from afar to near. */
function chanceOf(prior: number, { client, others }: Found): number {
  const fromAfar = [...nearnesses].reverse();
  const seen = [...fromAfar.map((one) => others[one]), ...fromAfar.map((one) => client[one])];
  return seen.reduce(shrink, prior);
}

/**
 * Corrections for a fault, those that the exercise tries first, or that helped this client, before all others, each by its
 * score: chance of success (Beta-Binomial, shrunk client → studio → the repertoire's prior, of each this exercise → those of its
 * shape → all; weight 4) less the cost of intrusion, and a little more for what acts on where she feels it; ties go to the least tried. Excluded ones are listed with the reason.
 */
export function rankCorrections(repertoire: Repertoire, context: RankContext): Ranking {
  const exercise = exerciseAt(entry(repertoire.exercises, context.exercise), context.level); // as the body lies there
  const shape = shapeOf(entry(repertoire.exercises, context.exercise));
  const options: Option[] = [];
  const excluded: { correction: string; why: string; unfit?: true }[] = [];
  const level = exercise.levels.find(({ number }) => number === Math.floor(context.level ?? Number.NaN));
  const phase = context.phase ?? momentOf(exercise, context.fault);
  const isOfFault = (one: { readonly fault: string }) => one.fault === context.fault;
  const history = context.history.filter(isOfFault);
  const known = context.known && {
    client: context.known.client.filter(isOfFault),
    studio: context.known.studio.filter(isOfFault),
  };
  for (const correction of repertoire.corrections) {
    if (!serves(correction, exercise, context.fault)) continue;
    const unfit = level && whyUnfit(correction, level, phase);
    if (unfit) {
      excluded.push({ correction: correction.id, why: unfit, unfit: true });
      continue;
    }
    const found = findTrials({ fault: context.fault, correction: correction.id }, history, known, {
      exercise: context.exercise,
      shape,
    });
    const why = whyExcluded(correction, repertoire.props, found.failedRunning, level, context);
    if (why) {
      excluded.push({ correction: correction.id, why });
      continue;
    }
    const probability = chanceOf(correction.prior, found);
    const studio = inStudio(found);
    const eases = placeEased(repertoire, exercise, correction, context.felt ?? []);
    const where = eases ? `It also acts on the ${placeWords[eases]}, where she feels it. ` : '';
    options.push({
      correction: correction.id,
      kind: correction.kind,
      probability,
      score: probability - intrusion[correction.kind] + (eases ? easing : 0),
      evidence: { client: totalOf(found.client), studio: totalOf(studio) },
      why: `${where}${wordEvidence(found.client, studio)} ${asks[correction.kind]}`,
      ...(eases ? { eases } : {}),
      ...(exercise.corrections.includes(correction.id) && probability >= leastOfFirst ? { first: true } : {}),
    });
  }
  options.sort(
    (a, b) =>
      Number(isAhead(b)) - Number(isAhead(a)) || b.score - a.score || a.evidence.studio[1] - b.evidence.studio[1],
  );
  return { options, excluded };
}
