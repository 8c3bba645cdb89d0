// What there is to teach of a level, beside what to watch: cautions first, then what to feel, say, hold and pass on to.
import type { Exercise, Level, Repertoire, Stance } from './entries';
import { areBothLegsUp, factsOfPhase, isUnderLegLoad } from './facts';
import type { Facts, HandFact } from './facts';
import { entry } from './find';
import { whyUnfit } from './fits';
import type { ActingOn } from './cautions';
import { formsAt, openForms } from './forms';
import type { StancesInForce } from './stances';
import { restingPlaceOf, transitionBetween } from './transition';

export const teachTopics = [
  'takeCare',
  'spotter',
  'feel',
  'notThere',
  'sayNow',
  'hands',
  'legs',
  'forms',
  'finerPoints',
  'inAndOut',
  'next',
] as const;
export type TeachTopic = (typeof teachTopics)[number];
export const teachNames: Readonly<Record<TeachTopic, string>> = {
  takeCare: 'Take care',
  spotter: 'Spotter',
  feel: 'Feel it',
  notThere: 'Not there',
  sayNow: 'In this school',
  hands: 'Hands',
  legs: 'Legs and feet',
  forms: 'Other ways',
  finerPoints: 'Finer points',
  inAndOut: 'In and out',
  next: 'Into the next',
};

export type TeachNote = { readonly topic: TeachTopic; readonly lines: readonly string[] };

const handWords: Readonly<Partial<Record<HandFact, string>>> = {
  bySides: 'by the sides, palms down',
  behindHead: 'behind the head: they carry it, they do not pull',
  onLeg: 'on the leg, a firm hold',
  restsFlat: 'flat on the mat beside the chest or the seat, light',
  carriesFlat: 'the whole hand down, fingers long and wide',
  carriesForearm: 'forearms down, elbows under the shoulders',
  apparatus: 'on the bar or the handles, wrists straight',
};
const wristChoices = 'Where a wrist complains: fists, a wedge under the heel of the hand, or forearms on blocks.';

const small = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);
const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** Where hands are at the top, in words; undefined where they are free to do anything. */
function wordHands({ left, right }: Facts['hands']): string | undefined {
  const [first, second] = [...new Set([left, right])].flatMap((one) => handWords[one] ?? []);
  if (!first) return undefined;
  const where = left === right ? capital(first) : `On one side: ${first}${second ? `; on the other: ${second}` : ''}`;
  return `${where}.`;
}

/** What hands do at a level: as its entry says, else from where they are; with the choices for wrists where the mat carries them. */
export function handLines(exercise: Pick<Exercise, 'hands' | 'apparatus'>, level: Level): string[] {
  const { hands } = factsOfPhase(level);
  const said = level.hands ?? exercise.hands ?? wordHands(hands);
  const isCarried = exercise.apparatus === 'mat' && [hands.left, hands.right].includes('carriesFlat');
  return [...(said ? [said] : []), ...(isCarried ? [wristChoices] : [])];
}

/** Points of breath: the pattern beside the figure says them. */
const ofBreath = ['breathPerRepetition', 'legSlideBreath', 'lowerAndLift'];

type Choice = Stance['choices'][number];

/** Which choice is in force: a trunk that is not prepared at all has the one of no effort, whatever the school. */
function choiceOf(exercise: Exercise, stance: Stance, { choices }: StancesInForce): Choice | undefined {
  const isUnprepared = stance.id === 'coreEffort' && exercise.prepareTrunk === 'none';
  const wanted = isUnprepared ? 'none' : choices[stance.id]?.choice;
  return stance.choices.find(({ id }) => id === wanted);
}

/** Whether a disputed point comes up at a level at all. */
function isMet(stance: Stance, level: Level): boolean {
  if (ofBreath.includes(stance.id)) return false;
  if (stance.underLegLoad && !isUnderLegLoad(level)) return false;
  if (stance.ofLegs && level.legLine !== undefined) return false;
  if (whyUnfit({ needs: stance.needsAtStart }, level, 'start') !== undefined) return false;
  return whyUnfit(stance, level) === undefined;
}

/** The choices in force on the points that come up at a level, in the order in which the exercise names them. */
function choicesAt(
  repertoire: Pick<Repertoire, 'stances'>,
  exercise: Exercise,
  level: Level,
  stances: StancesInForce,
): Choice[] {
  return exercise.stances
    .map((id) => entry(repertoire.stances, id))
    .filter((stance) => isMet(stance, level))
    .flatMap((stance) => choiceOf(exercise, stance, stances) ?? []);
}

const wordsOf = ({ say, sayWhenBothLegsUp }: Choice, level: Level): string | undefined =>
  (areBothLegsUp(level) ? sayWhenBothLegsUp : undefined) ?? say;

/** How legs and feet lie: the level's own line, else the exercise's in the words of the choices in force. */
function legLines({ legLine }: Exercise, level: Level, choices: readonly Choice[]): string[] {
  if (level.legLine) return [level.legLine];
  const instead = choices.find(({ notParallel }) => notParallel)?.notParallel;
  return legLine ? [instead ? legLine.replace(/^Parallel/, instead) : legLine] : [];
}

/** The same, with the choices that come up at the level. */
export const legsAt = (
  repertoire: Pick<Repertoire, 'stances'>,
  exercise: Exercise,
  level: Level,
  stances: StancesInForce,
): string[] => legLines(exercise, level, choicesAt(repertoire, exercise, level, stances));

/** Where the spotter stands, at a level that wants one. */
export const spotterAt = ({ spotter }: Pick<Exercise, 'spotter'>, { load }: Level): string | undefined =>
  load.also.includes('spotter') ? spotter : undefined;

export type TeachContext = {
  readonly stances: StancesInForce;
  /** What acts on the client, and in which room. */
  readonly client: ActingOn;
  readonly props: readonly string[];
  /** What comes after, and at which level. */
  readonly next?: { readonly exercise: Exercise; readonly level: number } | undefined;
};

/** Into the next exercise: over the mat where both are there, else out of the one and into the other. */
function nextLines(
  repertoire: Pick<Repertoire, 'transitions' | 'conditions'>,
  exercise: Exercise,
  level: Level,
  { next, client }: TeachContext,
): string[] {
  if (!next) return [];
  if (next.exercise.apparatus !== 'mat' || exercise.apparatus !== 'mat') return [next.exercise.transition];
  const [from, to] = [restingPlaceOf(exercise, level.number), restingPlaceOf(next.exercise, next.level)];
  const words = from && to && transitionBetween(repertoire, from, to, client);
  return words ? [...words.steps, ...(words.orElse ? [words.orElse] : [])] : ['Stay where you are.'];
}

/** Everything to teach of a level by topic, in the order of `teachTopics`; topics with nothing to say are left out. */
export function teachAt(
  repertoire: Pick<Repertoire, 'stances' | 'transitions' | 'conditions'>,
  exercise: Exercise,
  wanted: number,
  context: TeachContext,
): TeachNote[] {
  const level = exercise.levels.find(({ number }) => number === Math.floor(wanted));
  if (!level) return [];
  const choices = choicesAt(repertoire, exercise, level, context.stances);
  const { feel } = exercise;
  const lines: Readonly<Record<TeachTopic, readonly (string | undefined)[]>> = {
    takeCare: exercise.cautions,
    spotter: [spotterAt(exercise, level)],
    feel: [feel.where],
    notThere: [feel.notWhere],
    sayNow: choices.flatMap((choice) => wordsOf(choice, level) ?? []).map((words) => `“${words}”`),
    hands: handLines(exercise, level),
    legs: legLines(exercise, level, choices),
    forms: openForms(formsAt(repertoire, exercise, level.number, context.client), context.props).map(
      ({ name, change }) => `${name}: ${small(change)}`,
    ),
    finerPoints: exercise.notes,
    inAndOut: [exercise.transition],
    next: nextLines(repertoire, exercise, level, context),
  };
  return teachTopics.flatMap((topic) => {
    const said = lines[topic].filter((line) => line !== undefined);
    return said.length > 0 ? [{ topic, lines: said }] : [];
  });
}
