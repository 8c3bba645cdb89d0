import { correctionRuledOut } from '../knowledge/cautions';
import { entry, serves } from '../knowledge/find';
import type { Correction, Prop, Repertoire } from '../knowledge/entries';
import type { CorrectionKind } from '../knowledge/kinds';

export type Trial = {
  readonly fault: string;
  readonly correction: string;
  readonly success: boolean;
  readonly client: 'this' | 'other';
};

export type RankContext = {
  readonly fault: string;
  readonly exercise: string;
  /** Oldest first. */
  readonly history: readonly Trial[];
  readonly conditions: readonly string[];
  /** Props in this room. */
  readonly props: readonly string[];
  readonly touchConsent: boolean;
  /** Level of the exercise, where it is known: on the first there is none to step back to. */
  readonly level?: number;
};

export type Option = {
  readonly correction: string;
  readonly kind: CorrectionKind;
  readonly score: number;
  readonly probability: number;
  /** Successes and trials: this client's, and all of the studio's. */
  readonly evidence: { readonly client: readonly [number, number]; readonly studio: readonly [number, number] };
  readonly why: string;
};

export type Ranking = {
  readonly options: readonly Option[];
  readonly excluded: readonly { readonly correction: string; readonly why: string }[];
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
const priorWeight = 4;
const failuresToDrop = 2;

const count = (trials: readonly Trial[]): readonly [number, number] => [
  trials.filter(({ success }) => success).length,
  trials.length,
];
const shrink = (parent: number, [successes, trials]: readonly [number, number]): number =>
  (priorWeight * parent + successes) / (priorWeight + trials);

function whyExcluded(
  correction: Correction,
  props: readonly Prop[],
  trials: readonly Trial[],
  context: RankContext,
): string | undefined {
  const ruledOut = correctionRuledOut(correction, props, context.conditions);
  if (ruledOut) return ruledOut;
  if (correction.kind === 'touch' && !context.touchConsent) return 'No consent to touch is on file.';
  if (correction.prop && !context.props.includes(correction.prop)) return 'The prop is not in this room.';
  if (correction.levelDown && context.level === 1) return 'This is the first level already.';
  const own = trials.filter(({ client }) => client === 'this');
  if (own.length >= failuresToDrop && own.slice(-failuresToDrop).every(({ success }) => !success))
    return 'It has not helped this client the last two times.';
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

/** Two sentences: the evidence with its counts, and what it asks. */
function explain(client: readonly [number, number], studio: readonly [number, number], kind: CorrectionKind): string {
  const here = studio[1] > client[1] ? `, ${studio[0]} of ${studio[1]} in this studio` : '';
  if (client[1] > 0) return `Worked ${client[0]} of ${client[1]} times with this client${here}. ${asks[kind]}`;
  if (studio[1] > 0)
    return `Not tried with this client; worked ${studio[0]} of ${studio[1]} times in this studio. ${asks[kind]}`;
  return `Not tried here yet. ${asks[kind]}`;
}

/**
 * Corrections for a fault, best first: chance of success (Beta-Binomial, shrunk client → studio → the repertoire's prior,
 * weight 4) less the cost of intrusion; ties go to the least tried. Excluded ones are listed with the reason.
 */
export function rankCorrections(repertoire: Repertoire, context: RankContext): Ranking {
  const options: Option[] = [];
  const excluded: { correction: string; why: string }[] = [];
  const exercise = entry(repertoire.exercises, context.exercise);
  for (const correction of repertoire.corrections) {
    if (!serves(correction, exercise, context.fault)) continue;
    const trials = context.history.filter(
      (trial) => trial.correction === correction.id && trial.fault === context.fault,
    );
    const why = whyExcluded(correction, repertoire.props, trials, context);
    if (why) {
      excluded.push({ correction: correction.id, why });
      continue;
    }
    const studio = count(trials);
    const client = count(trials.filter((trial) => trial.client === 'this'));
    const others = count(trials.filter((trial) => trial.client === 'other'));
    const probability = shrink(shrink(correction.prior, others), client);
    options.push({
      correction: correction.id,
      kind: correction.kind,
      probability,
      score: probability - intrusion[correction.kind],
      evidence: { client, studio },
      why: explain(client, studio, correction.kind),
    });
  }
  options.sort((a, b) => b.score - a.score || a.evidence.studio[1] - b.evidence.studio[1]);
  return { options, excluded };
}
