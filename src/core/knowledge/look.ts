// One bench visit as a calculation: set-up, top of the movement, way back, retest, from several sides and by several
// methods → levels, findings, verdict.
import type { Marks } from '../anatomy/marks';
import type { Repertoire } from './entries';
import { lookUp } from './lookup';
import { entry, exerciseAt, isInclined } from './find';
import { middle } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Layer } from './stances';
import { success } from '../result';
import type { Failure, Result } from '../result';
import { compare } from '../alignment/compare';
import type { Comparison } from '../alignment/compare';
import { roles } from '../alignment/look-values';
import type { Method, OtherReading, Role, LookValue } from '../alignment/look-values';
import type { Estimate, MeasureInput } from '../alignment/input';
import type { Phase, Position, View } from '../anatomy/positions';
import { isLandmarkKey } from '../anatomy/landmarks';
import type { Landmarks } from '../anatomy/landmarks';
import { judge } from './judge';
import type { Finding, JudgeOutput } from '../alignment/judge';
import { measure } from '../alignment/measure';
import type { MeasureOutput } from '../alignment/measure';
import { excessOver } from '../alignment/probability';
import type { Interval } from '../alignment/probability';
import { selfCompared, tilts } from '../alignment/rules';
import { cameraOf, directionsOf } from '../alignment/setting';
import type { PictureSize, Setting } from '../alignment/setting';

const phaseOf: Readonly<Record<Role, Phase>> = { setup: 'start', top: 'hold', back: 'back', retest: 'hold' };

/** Spread of marks set by hand, in pixels of the picture as it is shown. */
export const handMarkingSdPx = 1.5;

/** The same in pixels of the original, of which a large picture is kept and shown smaller. `own`: this instructor's. */
export const markingSdFor = (
  { width, originalWidth }: { readonly width: number; readonly originalWidth: number },
  own: number = handMarkingSdPx,
): number => own * Math.max(1, originalWidth / width);

export type MarkedPicture = {
  readonly marks: Marks;
  readonly markingSdPx: number;
  readonly setting: Setting;
  readonly size: PictureSize;
};

export type LookInput = {
  readonly exercise: string;
  readonly level: number;
  readonly school: string;
  readonly stances: Readonly<Record<string, string>>;
  /** Who set each of the stances. */
  readonly from?: Readonly<Record<string, Layer>>;
  readonly conditions: readonly string[];
  readonly pictures: Readonly<Partial<Record<Role, Readonly<Partial<Record<View, MarkedPicture>>>>>>;
  readonly readings?: Readonly<Partial<Record<Role, readonly OtherReading[]>>>;
  /** Own neutral of earlier dates, for when there is no set-up of this one. */
  readonly ownNeutral?: Readonly<Record<string, Estimate>>;
};

export type ReadPicture =
  | { readonly state: 'unmarked'; readonly lacks: 'picture' | 'matLine' }
  | { readonly state: 'wrong'; readonly error: Failure }
  /** `wrong`: marks that cannot be right; what they belong to was left out of the measuring. */
  | { readonly state: 'read'; readonly measured: MeasureOutput; readonly wrong?: Failure };

export type LookReading = {
  readonly pictures: Readonly<Record<Role, Readonly<Partial<Record<View, ReadPicture>>>>>;
  /** Everything told of a moment, the best method first. */
  readonly told: Readonly<Record<Role, Readonly<Record<string, LookValue>>>>;
  /** The set-up: what is read against the mat alone; tilt and flare are own neutral by definition. */
  readonly setup?: JudgeOutput;
  /** At the top of the movement, uncorrected; absent until it can be judged. */
  readonly baseline?: JudgeOutput;
  readonly back?: JudgeOutput;
  readonly retest?: JudgeOutput;
  /** Of the worst baseline finding's measure (or of the fault asked for). */
  readonly verdict?: Comparison & {
    readonly measure: string;
    readonly fault: string;
    readonly before: Estimate;
    readonly after: Estimate;
    readonly target: Interval;
  };
};

/** Measures a picture; where marks cannot be right, says so and measures with what is left. */
function measureWhatHolds(input: MeasureInput, wrong?: Failure): ReadPicture {
  const measured = measure(input);
  if (measured.ok) return { state: 'read', measured: measured.value, ...(wrong ? { wrong } : {}) };
  const [, inSetUp, key] = /^(neutral\.)?landmarks\.(\w+)$/.exec(measured.error.path) ?? [];
  if (!key || !isLandmarkKey(key)) return { state: 'wrong', error: measured.error };
  const without = ({ [key]: _, ...rest }: Landmarks): Landmarks => rest;
  const left: MeasureInput =
    inSetUp && input.neutral
      ? { ...input, neutral: { ...input.neutral, landmarks: without(input.neutral.landmarks) } }
      : { ...input, landmarks: without(input.landmarks) };
  return measureWhatHolds(left, wrong ?? measured.error);
}

/** Where the pelvis is in a picture, and its scale, as far as both are marked. */
function pelvisOf({ scale: known, landmarks: marked }: Marks): { at: Vec2 | undefined; mmPerPx: number | undefined } {
  const of = (name: 'ASIS' | 'GT'): Vec2 | undefined => marked[name] ?? marked[`${name}_R`] ?? marked[`${name}_L`];
  const [front, hip] = [of('ASIS'), of('GT')];
  const at = front && hip ? middle(front, hip) : (hip ?? front);
  const px = known ? Math.hypot(known.points[0][0] - known.points[1][0], known.points[0][1] - known.points[1][1]) : 0;
  return { at, mmPerPx: known?.mm && px > 0 ? known.mm / px : undefined };
}

function readPicture(
  position: Position,
  view: View,
  picture: MarkedPicture | undefined,
  setup: MarkedPicture | undefined,
  trunk: 'inclined' | undefined,
): ReadPicture {
  if (!picture) return { state: 'unmarked', lacks: 'picture' };
  const { marks, setting, size, markingSdPx } = picture;
  if (!marks.matLine) return { state: 'unmarked', lacks: 'matLine' };
  const known = (of: Marks) => (of.scale?.mm ? { scale: { ...of.scale, mm: of.scale.mm } } : {});
  const rest = setup && Object.keys(setup.marks.landmarks).length > 0 ? setup.marks : undefined;
  const pelvis = pelvisOf(marks);
  return measureWhatHolds({
    position,
    view,
    ...(trunk ? { trunk } : {}),
    ...directionsOf(setting, position),
    matLine: marks.matLine,
    ...known(marks),
    landmarks: marks.landmarks,
    ...(rest
      ? {
          neutral: {
            landmarks: rest.landmarks,
            ...(rest.matLine ? { matLine: rest.matLine } : {}),
            ...known(rest),
          },
        }
      : {}),
    markingSdPx,
    ...cameraOf(setting, size, position, view, pelvis.at, pelvis.mmPerPx),
  });
}

/** Everything told of one moment: pictures from every side, then hands, then eyes; the first to tell a measure has it. */
function collect(
  pictures: Readonly<Partial<Record<View, ReadPicture>>>,
  readings: readonly OtherReading[],
  preferred: (measure: string, method: Method) => boolean,
): Record<string, LookValue> {
  const all: (LookValue & { measure: string })[] = [];
  for (const [view, read] of Object.entries(pictures) as [View, ReadPicture][])
    if (read.state === 'read')
      for (const [id, { value, seWithin, seBetween }] of Object.entries(read.measured.measures))
        all.push({ measure: id, value, seWithin, seBetween, method: 'picture', view, fromLevel: false });
  for (const method of ['hand', 'eye'] as const)
    for (const { measure: id, value, seWithin, seBetween, fromLevel } of readings.filter(
      (one) => one.method === method,
    ))
      all.push({ measure: id, value, seWithin, seBetween, method, fromLevel });
  const told: Record<string, LookValue> = {};
  for (const strict of [true, false])
    for (const { measure: id, ...one } of all)
      if (!(id in told) && (!strict || preferred(id, one.method))) told[id] = one;
  return told;
}

const noErrorKnown = 'without a known length in the picture its error is not known';

function judgeMoment(
  input: LookInput,
  repertoire: Repertoire,
  told: Readonly<Record<string, LookValue>>,
  setup: Readonly<Record<string, LookValue>> | undefined,
  phase: Phase,
): Result<JudgeOutput> | undefined {
  if (Object.keys(told).length === 0) return undefined;
  const relative = new Set(
    repertoire.targets.filter(({ relativeTo }) => relativeTo === 'neutral').map(({ measure: id }) => id),
  );
  const { watches, position } = exerciseAt(entry(repertoire.exercises, input.exercise), input.level);
  const watched = new Set(watches.map(({ measure: id }) => id));
  const slopes = position === 'frontSupport' || position === 'fourPoint';
  const measures: Record<string, Estimate> = {};
  const neutral: Record<string, Estimate> = {};
  const notJudged: Record<string, string> = {};
  for (const [id, { value, seWithin, seBetween, method, fromLevel }] of Object.entries(told)) {
    if (!watched.has(id)) continue;
    const rest = setup?.[id];
    const earlier = phase === 'start' ? undefined : input.ownNeutral?.[id];
    if (fromLevel) {
      // A grade is a departure from level already.
      measures[id] = { value, se: seWithin };
      if (relative.has(id)) neutral[id] = { value: 0, se: 0 };
    } else if (relative.has(id) && rest && rest.method === method) {
      // Drift from the set-up of the same set carries the error within a set-up only.
      measures[id] = { value, se: seWithin };
      neutral[id] = { value: rest.value, se: rest.seWithin };
    } else if (method === 'picture' && selfCompared.has(id)) {
      measures[id] = { value, se: seWithin };
    } else if (slopes && tilts.has(id) && !rest && !earlier) {
      notJudged[id] = 'the trunk slopes in this position, so tilt means nothing without the set-up';
    } else if (seBetween === undefined) {
      notJudged[id] = noErrorKnown;
    } else {
      // Read against the mat, or against another method or date: the error between set-ups.
      measures[id] = { value, se: seBetween };
      const other =
        relative.has(id) && rest && rest.seBetween !== undefined
          ? { value: rest.value, se: rest.seBetween }
          : undefined;
      const known = other ?? (relative.has(id) ? earlier : undefined);
      if (known) neutral[id] = known;
    }
  }
  const judged = judge(
    {
      exercise: input.exercise,
      level: input.level,
      phase,
      school: input.school,
      stances: input.stances,
      ...(input.from ? { from: input.from } : {}),
      conditions: [...input.conditions],
      measures,
      ...(Object.keys(neutral).length > 0 ? { neutral } : {}),
    },
    repertoire,
  );
  return judged.ok ? success({ ...judged.value, notJudged: { ...judged.value.notJudged, ...notJudged } }) : judged;
}

/** The worst thing that is surely out; what would hurt first. */
export const worstFinding = (judged: JudgeOutput | undefined): Finding | undefined =>
  judged?.findings.find(({ verdict }) => verdict === 'out');

/** Everything that a bench visit says. `fault`: the finding that was worked on, else the worst. */
export function readLook(input: LookInput, repertoire: Repertoire, fault?: string): Result<LookReading> {
  const known = lookUp(repertoire.exercises, input.exercise, 'exercise', 'exercise');
  if (!known.ok) return known;
  const exercise = exerciseAt(known.value, input.level);
  const { position } = exercise;
  const level = exercise.levels.find(({ number }) => number === input.level);
  const trunk = level && isInclined(level) ? ('inclined' as const) : undefined;
  const readRole = (role: Role): Readonly<Partial<Record<View, ReadPicture>>> =>
    Object.fromEntries(
      Object.entries(input.pictures[role] ?? {}).map(([view, picture]) => [
        view,
        readPicture(
          position,
          view as View,
          picture,
          role === 'setup' ? undefined : input.pictures.setup?.[view as View],
          trunk,
        ),
      ]),
    );
  const pictures = {
    setup: readRole('setup'),
    top: readRole('top'),
    back: readRole('back'),
    retest: readRole('retest'),
  };
  const readingsOf = (role: Role): readonly OtherReading[] => input.readings?.[role] ?? [];
  const atRest = collect(pictures.setup, readingsOf('setup'), () => true);
  // What both moments have by one method compares best.
  const restMethods = new Set([
    ...Object.values(pictures.setup).flatMap((read) =>
      read.state === 'read' ? Object.keys(read.measured.measures).map((id) => `picture ${id}`) : [],
    ),
    ...readingsOf('setup').map((one) => `${one.method} ${one.measure}`),
  ]);
  const sameAsRest = (id: string, method: Method): boolean =>
    restMethods.size === 0 || method === 'eye' || selfCompared.has(id) || restMethods.has(`${method} ${id}`);
  const restFor = (told: Readonly<Record<string, LookValue>>): Record<string, LookValue> =>
    collect(pictures.setup, readingsOf('setup'), (id, method) => told[id]?.method === method);
  const told = {
    setup: atRest,
    top: collect(pictures.top, readingsOf('top'), sameAsRest),
    back: collect(pictures.back, readingsOf('back'), sameAsRest),
    retest: collect(pictures.retest, readingsOf('retest'), sameAsRest),
  };
  const judged: Partial<Record<Role, JudgeOutput>> = {};
  for (const role of roles) {
    const rest = role === 'setup' ? undefined : restFor(told[role]);
    const result = judgeMoment(input, repertoire, told[role], rest, phaseOf[role]);
    if (result && !result.ok) return result;
    if (result) judged[role] = result.value;
  }
  const { setup, top: baseline, back, retest } = judged;
  const before =
    (fault ? baseline?.findings.find((finding) => finding.fault === fault && finding.verdict !== 'in') : undefined) ??
    worstFinding(baseline);
  const after = before && retest?.findings.find((finding) => finding.measure === before.measure);
  const reading: LookReading = {
    pictures,
    told,
    ...(setup ? { setup } : {}),
    ...(baseline ? { baseline } : {}),
    ...(back ? { back } : {}),
    ...(retest ? { retest } : {}),
  };
  if (!before || !after) return success(reading);
  // Both were read against the same set-up, so its own error cancels in the change.
  const own = (finding: Finding, role: 'top' | 'retest'): Estimate => ({
    value: finding.value,
    se: told[role][finding.measure]?.seWithin ?? finding.se,
  });
  const [first, second] = [own(before, 'top'), own(after, 'retest')];
  const target = baseline?.target[before.measure]?.interval ?? [null, null];
  return success({
    ...reading,
    verdict: {
      ...compare({ before: first, after: second, target: [target[0], target[1]] }),
      measure: before.measure,
      fault: before.fault,
      before: first,
      after: second,
      target,
    },
  });
}

/**
 * What a retest teaches about the correction: better by more than the error, or by one grade when the same eye graded both
 * moments. Source: the project's page of measures, section 8.
 */
export function taught({ verdict, told }: LookReading): Comparison['verdict'] | undefined {
  if (!verdict) return undefined;
  const { measure: id, before, after, target } = verdict;
  if (told.top[id]?.method !== 'eye' || told.retest[id]?.method !== 'eye') return verdict.verdict;
  const closer = excessOver(before.value, target) - excessOver(after.value, target);
  return closer > leastGradeStep ? 'better' : closer < -leastGradeStep ? 'worse' : 'same';
}

/** Just under the smallest step of the grades, less what lies inside the target. */
const leastGradeStep = 1;
