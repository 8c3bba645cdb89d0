import { correctionRuledOut } from '../knowledge/cautions';
import { entry, exerciseAt, serves } from '../knowledge/find';
import { momentOf, whyUnfit } from '../knowledge/fits';
import type { Phase } from '../anatomy/positions';
import type { Correction, Level, Prop, Repertoire } from '../knowledge/entries';
import type { CorrectionKind } from '../knowledge/kinds';

export type Trial = {
  readonly fault: string;
  readonly correction: string;
  readonly success: boolean;
  readonly client: 'this' | 'other';
};

/** How often a correction was tried against a fault, counted. */
export type Evidence = {
  readonly fault: string;
  readonly correction: string;
  readonly tried: number;
  readonly helped: number;
  /** Times running, up to the newest, that it did not help. */
  readonly failedRunning: number;
};

/** What was counted before: with this client, and with all of the studio's, this one among them. */
export type Known = { readonly client: readonly Evidence[]; readonly studio: readonly Evidence[] };

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
};

export type Option = {
  readonly correction: string;
  readonly kind: CorrectionKind;
  readonly score: number;
  readonly probability: number;
  /** Successes and trials: this client's, and all of the studio's. */
  readonly evidence: { readonly client: readonly [number, number]; readonly studio: readonly [number, number] };
  readonly why: string;
  /** The exercise names it among those first tried. */
  readonly first?: true;
};

export type Ranking = {
  readonly options: readonly Option[];
  /** `unfit`: the level's shape has not what it needs, whatever is tried. */
  readonly excluded: readonly { readonly correction: string; readonly why: string; readonly unfit?: true }[];
};

/** What is counted without some trials that are told elsewhere. */
export function withoutTrials(counted: readonly Evidence[], trials: readonly Trial[]): Evidence[] {
  return counted.map((one) => {
    const own = trials.filter(({ fault, correction }) => fault === one.fault && correction === one.correction);
    const [helped, tried] = count(own);
    return {
      ...one,
      tried: Math.max(0, one.tried - tried),
      helped: Math.max(0, one.helped - helped),
      failedRunning: Math.max(0, one.failedRunning - (tried - helped)),
    };
  });
}

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

type Counts = readonly [number, number];

const count = (trials: readonly Trial[]): Counts => [trials.filter(({ success }) => success).length, trials.length];
const plus = ([a, b]: Counts, [c, d]: Counts): Counts => [a + c, b + d];
const minus = ([a, b]: Counts, [c, d]: Counts): Counts => [Math.max(0, a - c), Math.max(0, b - d)];

/** Times running, up to the newest, that a correction did not help this client. */
function failedRunning(own: readonly Trial[], before: number): number {
  const last = own.findLastIndex(({ success }) => success);
  return last < 0 ? before + own.length : own.length - 1 - last;
}
const shrink = (parent: number, [successes, trials]: Counts): number =>
  (priorWeight * parent + successes) / (priorWeight + trials);

/** The prop that it needs is drawn with the level: it is there from the start. */
function isInPlace({ prop }: Correction, props: readonly Prop[], { scene }: Level): boolean {
  const { form, at } = props.find(({ id }) => id === prop)?.drawn ?? {};
  return form !== undefined && (scene?.props ?? []).some((placed) => placed.form === form && placed.at === at);
}

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
  if (level && isInPlace(correction, props, level)) return 'It is in place already.';
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

/** Two sentences: the evidence with its counts, and what it asks. */
function explain(client: readonly [number, number], studio: readonly [number, number], kind: CorrectionKind): string {
  const here = studio[1] > client[1] ? `, ${studio[0]} of ${studio[1]} in this studio` : '';
  if (client[1] > 0) return `Worked ${client[0]} of ${client[1]} times with this client${here}. ${asks[kind]}`;
  if (studio[1] > 0)
    return `Not tried with this client; worked ${studio[0]} of ${studio[1]} times in this studio. ${asks[kind]}`;
  return `Not tried here yet. ${asks[kind]}`;
}

/** Trials of a correction against the fault: those told apart, and what was counted before them. */
function evidenceOf(correction: string, { fault, history, known }: RankContext) {
  const isOf = (one: { readonly correction: string; readonly fault: string }) =>
    one.correction === correction && one.fault === fault;
  const trials = history.filter(isOf);
  const own = trials.filter(({ client }) => client === 'this');
  const others = trials.filter(({ client }) => client === 'other');
  const counts = (one: Evidence | undefined): Counts => [one?.helped ?? 0, one?.tried ?? 0];
  const [before, everyone] = [known?.client.find(isOf), known?.studio.find(isOf)];
  const client = plus(counts(before), count(own));
  const elsewhere = plus(minus(counts(everyone), counts(before)), count(others));
  return { client, elsewhere, failedRunning: failedRunning(own, before?.failedRunning ?? 0) };
}

/**
 * Corrections for a fault, those that the exercise tries first, or that helped this client, before all others, each by its
 * score: chance of success (Beta-Binomial, shrunk client → studio → the repertoire's prior,
 * weight 4) less the cost of intrusion; ties go to the least tried. Excluded ones are listed with the reason.
 */
export function rankCorrections(repertoire: Repertoire, context: RankContext): Ranking {
  const exercise = exerciseAt(entry(repertoire.exercises, context.exercise), context.level); // as the body lies there
  const options: Option[] = [];
  const excluded: { correction: string; why: string; unfit?: true }[] = [];
  const level = exercise.levels.find(({ number }) => number === Math.floor(context.level ?? Number.NaN));
  const phase = context.phase ?? momentOf(exercise, context.fault);
  for (const correction of repertoire.corrections) {
    if (!serves(correction, exercise, context.fault)) continue;
    const unfit = level && whyUnfit(correction, level, phase);
    if (unfit) {
      excluded.push({ correction: correction.id, why: unfit, unfit: true });
      continue;
    }
    const { client, elsewhere, failedRunning: failed } = evidenceOf(correction.id, context);
    const why = whyExcluded(correction, repertoire.props, failed, level, context);
    if (why) {
      excluded.push({ correction: correction.id, why });
      continue;
    }
    const studio = plus(client, elsewhere);
    const probability = shrink(shrink(correction.prior, elsewhere), client);
    options.push({
      correction: correction.id,
      kind: correction.kind,
      probability,
      score: probability - intrusion[correction.kind],
      evidence: { client, studio },
      why: explain(client, studio, correction.kind),
      ...(exercise.corrections.includes(correction.id) && probability >= leastOfFirst ? { first: true } : {}),
    });
  }
  options.sort(
    (a, b) =>
      Number(isAhead(b)) - Number(isAhead(a)) || b.score - a.score || a.evidence.studio[1] - b.evidence.studio[1],
  );
  return { options, excluded };
}
