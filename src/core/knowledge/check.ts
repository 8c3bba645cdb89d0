// What the shapes alone cannot tell: whether a repertoire holds together, can be drawn, breathed and graded.
import { isOneOf } from '../keyed';
import { typicalBody } from '../body/segments';
import { measureIds } from '../alignment/rules';
import { pastLimits } from '../body/pose';
import type { Pose } from '../body/pose';
import { poseBody } from '../body/skeleton';
import { parsePattern } from '../breathing/parse';
import { ladderLoad } from '../load/ladder';
import { faultIds, servesSomewhere } from './find';
import { loadOf } from './loads';
import { startOf } from '../body/shown';
import type { Exercise, Level, Repertoire } from './entries';
import { fits } from './load-fit';

/** Where something is wrong (`exercises.march.levels.3.top`), and what, in plain words. */
export type Problem = { readonly path: string; readonly message: string };

/** Measures that come from an instrument or a hand, beside those read from landmarks. */
const otherMeasures = ['cuffPressure'];
/** Deeper than this below the mat, a drawn part has sunk into it (mm). */
const sinks = 45;

function* duplicates(kind: string, entries: readonly { readonly id: string }[]): Generator<Problem> {
  const seen = new Set<string>();
  for (const { id } of entries) {
    if (seen.has(id)) yield { path: `${kind}.${id}`, message: `the id "${id}" is taken twice` };
    seen.add(id);
  }
}

type Known = Readonly<
  Record<'exercises' | 'faults' | 'causes' | 'stances' | 'corrections' | 'props' | 'conditions', ReadonlySet<string>>
>;
const nouns: Readonly<Record<keyof Known, string>> = {
  exercises: 'exercise',
  faults: 'fault',
  causes: 'cause',
  stances: 'stance',
  corrections: 'correction',
  props: 'prop',
  conditions: 'condition',
};

/** Ids that lead nowhere. */
function* dangling(
  known: Known,
  kind: keyof Known,
  path: string,
  ids: readonly (string | null | undefined)[],
): Generator<Problem> {
  for (const id of ids) if (id && !known[kind].has(id)) yield { path, message: `there is no ${nouns[kind]} "${id}"` };
}

const isMeasure = (name: string): boolean => isOneOf(measureIds, name) || otherMeasures.includes(name);

function* checkPose(path: string, pose: Pose): Generator<Problem> {
  for (const { angle, deg, limit } of pastLimits(pose))
    yield { path, message: `${angle} is ${deg}°, past what a joint allows (${limit[0]} to ${limit[1]}°)` };
  const { sides, landmarks } = poseBody(typicalBody, pose);
  const parts = [sides.L, sides.R].flatMap(({ toe, ball, heel, knee, hand }) => [toe, ball, heel, knee, hand]);
  if ([...parts, ...Object.values(landmarks)].some((at) => !at?.every(Number.isFinite)))
    yield { path, message: 'this pose cannot be drawn' };
  else if (Math.min(...parts.map(([, , z]) => z)) < -sinks)
    yield { path, message: 'a hand or foot sinks into the mat' };
}

const legsOff = (pose: Pose): 'none' | 'one' | 'both' => {
  const up = [pose.left, pose.right].filter(({ kind }) => kind === 'raised').length;
  return up === 0 ? 'none' : up === 1 ? 'one' : 'both';
};

/** A level said to have both legs up, with a foot down, would be judged by the wrong target. */
function* checkTags({ bothLegsUp, top, load }: Level, path: string): Generator<Problem> {
  if (bothLegsUp && legsOff(top) !== 'both')
    yield { path: `${path}.bothLegsUp`, message: 'both legs are said to be up, but the pose has one down' };
  if (load.legs === 'both' && legsOff(top) !== 'both')
    yield { path: `${path}.load.legs`, message: 'the tags say both legs, the pose shows fewer' };
}

/** What each level asks on its whole way, of the kind that the ladder is about; nothing where no pose shows it. */
function askedPct(levels: Exercise['levels']): readonly (number | undefined)[] {
  try {
    return ladderLoad(typicalBody, { levels })?.rungs.map(({ pct }) => pct) ?? [];
  } catch {
    return []; // a pose that can't be drawn, told by its own path
  }
}

function* checkLadder({ id, levels }: Exercise): Generator<Problem> {
  const asked = askedPct(levels);
  for (const [i, level] of levels.entries()) {
    const path = `exercises.${id}.levels.${level.number}`;
    if (level.number !== i + 1)
      yield { path, message: `levels count from 1 upward; this is the ${i + 1}. of the list` };
    for (const [name, pose] of [
      ['start', startOf(level)],
      ['via', level.via],
      ['top', level.top],
    ] as const)
      if (pose) yield* checkPose(`${path}.${name}`, pose);
    yield* checkTags(level, path);
    const before = levels[i - 1];
    if (!before || level.rises) continue;
    const [was, is] = [asked[i - 1], asked[i]];
    if (was === undefined || is === undefined || is <= was + 0.01)
      yield {
        path: `${path}.rises`,
        message: 'what it asks does not rise from the level before; say what else does',
      };
  }
}

/** What an exercise watches is measured, has a target, and its faults are among the exercise's. */
function* checkWatches(repertoire: Repertoire, known: Known, exercise: Exercise): Generator<Problem> {
  const path = `exercises.${exercise.id}`;
  const ids = faultIds(exercise);
  for (const { measure, stance } of exercise.watches) {
    const target = repertoire.targets.find((one) => one.measure === measure);
    if (!isMeasure(measure)) yield { path: `${path}.watches`, message: `there is no measure "${measure}"` };
    else if (!target) yield { path: `${path}.watches`, message: `nothing says where "${measure}" should be` };
    for (const fault of [target?.low, target?.high])
      if (fault && !ids.includes(fault))
        yield { path: `${path}.faults`, message: `"${measure}" can show "${fault}", which is not among the faults` };
    yield* dangling(known, 'stances', `${path}.watches`, [stance]);
  }
}

/** Breath patterns can be read, hang on choices that there are, and one is for the usual case. */
function* checkBreath(repertoire: Repertoire, { id: exercise, breath }: Exercise): Generator<Problem> {
  const path = `exercises.${exercise}.breath`;
  for (const { pattern, when } of breath) {
    const parsed = parsePattern(pattern);
    if (!parsed.ok) yield { path, message: `"${pattern}": ${parsed.error.message}` };
    if (!when) continue;
    const stance = repertoire.stances.find(({ id }) => id === when.stance);
    if (!stance?.choices.some(({ id }) => id === when.choice))
      yield { path, message: `there is no choice "${when.choice}" of "${when.stance}"` };
  }
  if (breath.every(({ when }) => when)) yield { path, message: 'no breath for the usual case' };
}

/** Fewest kinds of corrections for a fault: words, and something else where words do not help. */
const fewestKinds = 2;

/** Every fault has words against it, and something else. */
function* checkKinds(repertoire: Repertoire, known: Known, exercise: Exercise): Generator<Problem> {
  for (const fault of faultIds(exercise).filter((id) => known.faults.has(id))) {
    const kinds = new Set(
      repertoire.corrections.filter((one) => servesSomewhere(one, exercise, fault)).map(({ kind }) => kind),
    );
    if (!kinds.has('verbal') || kinds.size < fewestKinds)
      yield { path: `exercises.${exercise.id}.faults.${fault}`, message: 'too few kinds of corrections, or no words' };
  }
}

function* checkExercise(repertoire: Repertoire, known: Known, exercise: Exercise): Generator<Problem> {
  const path = `exercises.${exercise.id}`;
  yield* dangling(known, 'faults', `${path}.faults`, faultIds(exercise));
  yield* duplicates(
    `${path}.faults`,
    exercise.faults.map(({ fault }) => ({ id: fault })),
  );
  yield* dangling(known, 'corrections', `${path}.corrections`, exercise.corrections);
  yield* dangling(known, 'exercises', `${path}.prepares`, exercise.prepares);
  yield* dangling(known, 'exercises', `${path}.follows`, exercise.follows);
  yield* dangling(known, 'stances', `${path}.stances`, exercise.stances);
  yield* checkWatches(repertoire, known, exercise);
  yield* checkBreath(repertoire, exercise);
  yield* checkLadder(exercise);
  yield* checkKinds(repertoire, known, exercise);
}

function* checkFaults(repertoire: Repertoire, known: Known): Generator<Problem> {
  const watched = new Set(repertoire.exercises.flatMap(faultIds));
  for (const { id, causes, shownBy, byEye } of repertoire.faults) {
    const path = `faults.${id}`;
    if (!watched.has(id)) yield { path, message: 'no exercise watches for it' };
    yield* dangling(known, 'causes', `${path}.causes`, causes);
    if (shownBy.length === 0 && !byEye) yield { path, message: 'neither a measure nor an eye is told how to see it' };
    for (const { measure, side } of shownBy) {
      const target = repertoire.targets.find((one) => one.measure === measure);
      const isShown = (side !== 'high' && target?.low === id) || (side !== 'low' && target?.high === id);
      if (!isShown)
        yield { path: `${path}.shownBy`, message: `the target of "${measure}" does not name it on that side` };
    }
  }
  for (const { measure, low, high } of repertoire.targets) {
    if (!isMeasure(measure)) yield { path: `targets.${measure}`, message: `there is no measure "${measure}"` };
    yield* dangling(known, 'faults', `targets.${measure}`, [low, high]);
  }
}

function* checkConditions({ conditions, exercises }: Repertoire, known: Known): Generator<Problem> {
  const loads = exercises.flatMap((exercise) => exercise.levels.map((level) => loadOf(exercise, level)));
  for (const { id, rules, safetyFaults, then } of conditions) {
    yield* dangling(known, 'faults', `conditions.${id}.safetyFaults`, safetyFaults);
    yield* dangling(known, 'conditions', `conditions.${id}.then`, then);
    yield* duplicates(`conditions.${id}.rules`, rules);
    for (const rule of rules)
      if (!loads.some((load) => fits(rule.when, load)))
        yield { path: `conditions.${id}.rules.${rule.id}`, message: 'no level of any exercise matches this rule' };
  }
}

function* checkStances({ stances, schools }: Repertoire): Generator<Problem> {
  for (const { id, stances: chosen } of schools) {
    for (const stance of stances)
      if (!stance.choices.some((choice) => choice.id === chosen[stance.id]))
        yield { path: `schools.${id}.stances.${stance.id}`, message: 'this school has no choice on this point' };
    for (const name of Object.keys(chosen))
      if (!stances.some((stance) => stance.id === name))
        yield { path: `schools.${id}.stances`, message: `there is no stance "${name}"` };
  }
}

function* problems(repertoire: Repertoire): Generator<Problem> {
  const idsOf = (entries: readonly { readonly id: string }[]) => new Set(entries.map(({ id }) => id));
  const { exercises, faults, causes, stances, corrections, props, conditions } = repertoire;
  const known: Known = {
    exercises: idsOf(exercises),
    faults: idsOf(faults),
    causes: idsOf(causes),
    stances: idsOf(stances),
    corrections: idsOf(corrections),
    props: idsOf(props),
    conditions: idsOf(conditions),
  };
  const { targets: _, ...listed } = repertoire;
  for (const [kind, entries] of Object.entries(listed)) yield* duplicates(kind, entries);
  for (const exercise of exercises) yield* checkExercise(repertoire, known, exercise);
  yield* checkFaults(repertoire, known);
  yield* checkConditions(repertoire, known);
  yield* checkStances(repertoire);
  for (const { id, faults: named, exercises: only = [], prop, placing, notWith = [] } of corrections) {
    if (placing !== undefined && prop === undefined)
      yield { path: `corrections.${id}.placing`, message: 'says where a prop goes and names none' };
    yield* dangling(known, 'faults', `corrections.${id}.faults`, named);
    yield* dangling(known, 'exercises', `corrections.${id}.exercises`, only);
    yield* dangling(known, 'props', `corrections.${id}.prop`, [prop]);
    yield* dangling(
      known,
      'conditions',
      `corrections.${id}.notWith`,
      notWith.map(({ condition }) => condition),
    );
  }
  for (const { id, notWith = [], drawn } of props) {
    yield* dangling(
      known,
      'conditions',
      `props.${id}.notWith`,
      notWith.map(({ condition }) => condition),
    );
    if (drawn) yield* checkPose(`props.${id}.drawn`, drawn.pose);
  }
  for (const { id, exercises: order } of repertoire.sequences)
    yield* dangling(known, 'exercises', `sequences.${id}`, order);
}

/** Everything that does not hold together; nothing when all is well. */
export const checkRepertoire = (repertoire: Repertoire): Problem[] => [...problems(repertoire)];
