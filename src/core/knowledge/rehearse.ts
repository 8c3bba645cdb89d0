// The product judges its own drawings: a level as it is drawn, clean or with a fault added, seen without lens or error and
// measured as any look. It shows that poses, targets and measures agree, not that they are true.
import { positionOf } from '../body/position';
import { drawableFaults, usualAmount, withFault } from '../body/deviations';
import { poseAt } from '../body/movement';
import { movementOf } from '../body/shown';
import type { Pose } from '../body/pose';
import { typicalBody } from '../body/segments';
import type { Body } from '../body/segments';
import { poseBody } from '../body/skeleton';
import type { Side } from '../anatomy/landmarks';
import { views } from '../anatomy/positions';
import type { Phase, View } from '../anatomy/positions';
import { measuresSeen } from '../alignment/needs';
import type { Finding } from '../alignment/judge';
import type { Estimate } from '../alignment/input';
import type { Role } from '../alignment/look-values';
import { directionsIn, farthestToldMm, trueMarks } from '../figure/true-marks';
import { success } from '../result';
import type { Result } from '../result';
import type { Exercise, Level, Repertoire } from './entries';
import { isUnderLegLoad, startsOffRest } from './facts';
import { watchedAt } from './fits';
import { readLook } from './look';
import type { LookReading } from './look';
import type { MarkedPicture } from './look-pictures';
import { resolveTargets } from './stances';
import type { StancesInForce, TargetInForce } from './stances';

/** A fault to add: so many tolerances beyond its target's edge. `side`: of what has one, the side that is meant. */
export type Added = { readonly id: string; readonly tolerances: number; readonly side?: Side };

export type Rehearsal = {
  readonly views: readonly {
    readonly view: View;
    readonly measures: Readonly<Record<string, Estimate>>;
    readonly findings: readonly Finding[];
  }[];
  /** Faults watched in this phase that no view measures here: they are graded by eye or touch. */
  readonly byEye: readonly string[];
};

/** Stickers, tracked: what a careful look's marks err by, px. */
const markingSdPx = 0.3;
/** Poses that the search for an amount tries. */
const steps = 5;
/** A change of a value that is none, in its own unit. */
const unmoved = 1e-6;

/** What is rehearsed: a level in a phase, under the stances of a school. */
type Scene = {
  readonly repertoire: Repertoire;
  readonly exercise: Exercise;
  readonly level: Level;
  readonly phase: Phase;
  readonly stances: StancesInForce;
  /** Whose body is drawn: one of the usual size unless told. */
  readonly body?: Body | undefined;
};

/** The moment of a look that a phase is. */
const roleOf: Readonly<Record<Phase, Role>> = { start: 'setup', out: 'back', hold: 'top', back: 'back' };

const pictureOf = (pose: Pose, view: View, whose: Body = typicalBody): MarkedPicture => {
  const body = poseBody(whose, pose);
  const { headEnd, facing, bellySide } = directionsIn(body.position, view);
  const { landmarks, matLine, scale } = trueMarks(body, view);
  return {
    marks: {
      landmarks: Object.fromEntries(Object.entries(landmarks).map(([name, [x, y]]) => [name, [x, y]])),
      matLine: [[...matLine[0]], [...matLine[1]]],
      scale: { points: [[...scale.points[0]], [...scale.points[1]]], mm: scale.mm },
    },
    markingSdPx,
    setting: {
      headEnd: headEnd ?? facing ?? 'left',
      ...(bellySide ? { bellySide } : {}),
      lensDistanceMm: farthestToldMm,
    },
    size: { width: 4000, height: 4000 },
  };
};

/** The set-up picture: the level's start, or the body at rest where it starts rolled up or in a bridge. */
const setUpPose = (scene: Scene): Pose =>
  startsOffRest(scene.level) ? { left: { kind: 'footDown' }, right: { kind: 'footDown' } } : cleanPose(scene, 'start');

/** A look at a pose from one view, beside the set-up. */
function look(scene: Scene, pose: Pose, view: View): Result<LookReading> {
  const { repertoire, exercise, level, phase, stances, body } = scene;
  const start = setUpPose(scene);
  const role = roleOf[phase];
  const setup = positionOf(start) === positionOf(pose) ? { setup: { [view]: pictureOf(start, view, body) } } : {};
  return readLook(
    {
      exercise: exercise.id,
      level: level.number,
      school: stances.school.id,
      stances: Object.fromEntries(Object.entries(stances.choices).map(([id, { choice }]) => [id, choice])),
      conditions: [],
      pictures:
        role === 'setup'
          ? { setup: { [view]: pictureOf(pose, view, body) } }
          : { ...setup, [role]: { [view]: pictureOf(pose, view, body) } },
    },
    repertoire,
  );
}

const judgedIn = (reading: LookReading, phase: Phase) =>
  phase === 'start' ? reading.setup : phase === 'hold' ? reading.baseline : reading.back;

/** A pose as the stances in force have it: an imprint where they want one, in the phases in which it is watched. */
function poseInForce(
  { stances }: Pick<Repertoire, 'stances'>,
  { watches }: Exercise,
  level: Level,
  phase: Phase,
  { choices }: Pick<StancesInForce, 'choices'>,
): Pose {
  const pose = poseAt(typicalBody, movementOf(level), phase);
  const isWatched = (id: string): boolean => watches.some((one) => one.stance === id && one.phases.includes(phase));
  return stances.reduce((drawn, { id, choices: all, underLegLoad }) => {
    const own = all.find((one) => one.id === choices[id]?.choice)?.pose;
    return own && isWatched(id) && (!underLegLoad || isUnderLegLoad(level)) ? { ...drawn, ...own } : drawn;
  }, pose);
}

/** Views from which an exercise is looked at, at a level. */
const viewsOf = ({ looks }: Exercise): View[] => views.filter((view) => looks.some((one) => one.view === view));

/** The clean drawing of a scene, in a phase. */
const cleanPose = ({ repertoire, exercise, level, stances }: Scene, phase: Phase): Pose =>
  poseInForce(repertoire, exercise, level, phase, stances);

const valueOf = (reading: Result<LookReading>, phase: Phase, measure: string): number | undefined =>
  reading.ok ? judgedIn(reading.value, phase)?.findings.find((one) => one.measure === measure)?.value : undefined;

/** The target that a fault lies beyond, and on which side. */
function targetOf(targets: readonly TargetInForce[], fault: string, view: View, pose: Pose) {
  const seen = measuresSeen(positionOf(pose), view);
  for (const target of targets) {
    if (!seen.includes(target.measure)) continue;
    if (target.high === fault) return { target, sign: 1 } as const;
    if (target.low === fault) return { target, sign: -1 } as const;
  }
  return undefined;
}

/** Where `valueAt` reaches `wanted`, from two places at which it is known, by the secant method; the last place tried. */
function secant(
  valueAt: (at: number) => number | undefined,
  wanted: number,
  from: readonly [at: number, value: number],
  to: readonly [at: number, value: number],
  within: number,
): number {
  let [low, lowValue] = from;
  let [high, highValue] = to;
  for (let i = 0; i < steps && highValue !== lowValue && Math.abs(highValue - wanted) >= within; i += 1) {
    const next = high + ((wanted - highValue) * (high - low)) / (highValue - lowValue);
    const value = valueAt(next);
    if (value === undefined) break;
    [low, lowValue, high, highValue] = [high, highValue, next, value];
  }
  return high;
}

/** How much of a fault takes its measure so many tolerances beyond the edge, as one view sees it; none where it can't. */
function amountFor(scene: Scene, clean: Pose, view: View, { id, tolerances, side = 'R' }: Added): number | undefined {
  const targets = resolveTargets(scene.repertoire, scene.exercise, scene.level.number, scene.phase, scene.stances);
  const found = targets.ok ? targetOf(targets.value, id, view, clean) : undefined;
  if (!found) return undefined;
  const { interval, tolerance, measure, low, high } = found.target;
  const at = (amount: number): number | undefined =>
    valueOf(look(scene, withFault(clean, id, amount, side), view), scene.phase, measure);
  const usual = usualAmount(id);
  const [rest, first] = [at(0), at(usual)];
  if (rest === undefined || first === undefined || Math.abs(first - rest) < unmoved) return undefined;
  // A fault of either side lies beyond the edge to which its own side takes it.
  const sign = low === high ? Math.sign(first - rest) : found.sign;
  const edge = sign > 0 ? interval[1] : interval[0];
  if (edge === null) return undefined;
  return secant(at, edge + sign * tolerances * tolerance, [0, rest], [usual, first], 0.02 * tolerance);
}

/** The pose with the fault added as far as some view can measure it; as drawn where none can. */
function poseWith(scene: Scene, clean: Pose, all: readonly View[], added: Added | undefined): Pose {
  if (!added || !drawableFaults.includes(added.id)) return clean;
  for (const view of all) {
    const amount = amountFor(scene, clean, view, added);
    if (amount !== undefined) return withFault(clean, added.id, amount, added.side);
  }
  return withFault(clean, added.id, usualAmount(added.id), added.side);
}

/** A level as it is drawn in a phase, its set-up, and the same with a fault added as far as a view of it can tell. */
export type Drawn = { readonly setUp: Pose; readonly clean: Pose; readonly withFault: (added: Added) => Pose };

/** The poses that are rehearsed, for whoever photographs them otherwise. */
export function drawnPoses(
  repertoire: Repertoire,
  { exercise, level, phase, stances, view }: Omit<RehearseAsk, 'fault'> & { readonly view: View },
): Drawn {
  const scene: Scene = { repertoire, exercise, level, phase, stances };
  const clean = cleanPose(scene, phase);
  return { setUp: setUpPose(scene), clean, withFault: (added) => poseWith(scene, clean, [view], added) };
}

/** Any pose of a level as one view shows and judges it, by an eye without lens or error. */
export function judgeDrawn(
  repertoire: Repertoire,
  { view, ...ask }: Omit<RehearseAsk, 'fault'> & { readonly view: View; readonly body?: Body },
  pose: Pose,
): Result<Pick<Rehearsal['views'][number], 'measures' | 'findings'>> {
  const seen = lookFrom({ repertoire, ...ask }, pose, [view]);
  if (!seen.ok) return seen;
  const [{ measures, findings } = { measures: {}, findings: [] }] = seen.value;
  return success({ measures, findings });
}

type RehearseAsk = {
  readonly exercise: Exercise;
  readonly level: Level;
  readonly phase: Phase;
  readonly view?: View | undefined;
  readonly stances: StancesInForce;
  readonly fault?: Added | undefined;
};

/** A change of a measure that a view shows, in tolerances; less is no sign of the fault. */
const shownFrom = 0.25;

/** Whether some view's judged values tell the pose with the fault from the clean one. */
function isShown(
  clean: readonly Finding[],
  faulty: readonly Finding[],
  tolerances: ReadonlyMap<string, number>,
): boolean {
  return faulty.some(({ measure, value }) => {
    const before = clean.find((one) => one.measure === measure);
    return before !== undefined && Math.abs(value - before.value) > shownFrom * (tolerances.get(measure) ?? 1);
  });
}

type Seen = Rehearsal['views'][number] & {
  /** Faults that a judged measure with an edge on their side can name. */
  readonly shows: readonly string[];
};

/** What a pose looks like from each view, judged. */
function lookFrom(scene: Scene, pose: Pose, all: readonly View[]): Result<readonly Seen[]> {
  const { repertoire, exercise, level, phase, stances } = scene;
  const targets = resolveTargets(repertoire, exercise, level.number, phase, stances);
  if (!targets.ok) return targets;
  const seen: Seen[] = [];
  for (const view of all) {
    const reading = look(scene, pose, view);
    if (!reading.ok) return reading;
    const findings = judgedIn(reading.value, phase)?.findings ?? [];
    const judged = new Set(findings.map(({ measure }) => measure));
    const shows = targets.value.flatMap(({ measure, interval, low, high }) =>
      judged.has(measure) ? [interval[0] === null ? null : low, interval[1] === null ? null : high] : [],
    );
    const values = Object.entries(reading.value.values[roleOf[phase]]);
    seen.push({
      view,
      measures: Object.fromEntries(values.map(([id, { value, seWithin }]) => [id, { value, se: seWithin }])),
      findings,
      shows: shows.filter((fault) => fault !== null && fault !== undefined),
    });
  }
  return success(seen);
}

/** A level drawn, seen and judged. Refused only where the repertoire itself does not hold together. */
export function rehearse(repertoire: Repertoire, ask: RehearseAsk): Result<Rehearsal> {
  const { exercise: whole, level, phase, stances, fault } = ask;
  const exercise = watchedAt(repertoire, whole, level.number);
  const scene: Scene = { repertoire, exercise: whole, level, phase, stances };
  const all = ask.view ? [ask.view] : viewsOf(exercise);
  const clean = cleanPose(scene, phase);
  const seen = lookFrom(scene, poseWith(scene, clean, all, fault), all);
  if (!seen.ok) return seen;
  const watched = exercise.faults.filter((one) => one.phases.includes(phase)).map((one) => one.fault);
  const measured = new Set(seen.value.flatMap(({ shows }) => shows));
  const byEye = watched.filter((one) => !measured.has(one));
  if (fault && watched.includes(fault.id) && measured.has(fault.id)) {
    const before = lookFrom(scene, clean, all);
    if (!before.ok) return before;
    const tolerances = new Map(repertoire.targets.map(({ measure, tolerance }) => [measure, tolerance]));
    const shown = seen.value.some(({ findings }, i) => isShown(before.value[i]?.findings ?? [], findings, tolerances));
    if (!shown) byEye.push(fault.id); // the far leg, or what no drawing shows
  }
  return success({ views: seen.value.map(({ shows: _, ...one }) => one), byEye });
}
