// A film of a set as a calculation: points over time → measures from own neutral over time, held against the targets in force →
// repetitions, each clean, lost with its reason, or not judged.
import { mean } from 'simple-statistics';
import type { Estimate } from '../alignment/input';
import type { Finding } from '../alignment/judge';
import type { Interval } from '../alignment/probability';
import { implausible, isToldApart, selfCompared, tilts, tiltsByRoll } from '../alignment/rules';
import type { PictureSize, Setting } from '../alignment/setting';
import type { LandmarkKey, Moved } from '../anatomy/landmarks';
import type { Marks } from '../anatomy/marks';
import type { Phase, View } from '../anatomy/positions';
import type { Vec2 } from '../geometry';
import { entriesOf, keysOf } from '../keyed';
import { driverOf, limbLines } from '../motion/driver';
import type { Driver } from '../motion/driver';
import type { Followed } from '../motion/packed';
import { cleanBeforeLoss, measureSet } from '../motion/reps';
import type { MeasuredRepetition, MeasuredSet } from '../motion/reps';
import { levelIn, restOf } from '../motion/rest';
import { seenOf } from '../motion/series';
import { failure, success } from '../result';
import type { Result } from '../result';
import type { Repertoire } from './entries';
import { startsOffRest } from './facts';
import { exerciseAt, isInclined } from './find';
import { judge } from './judge';
import type { LookInput } from './look';
import { movedIn } from './look-moments';
import { readPicture } from './look-pictures';
import type { Lying, MarkedPicture } from './look-pictures';
import { lookUp } from './lookup';
import { resolveStances, resolveTargets } from './stances';
import type { TargetInForce } from './stances';

export type FollowedFilm = Followed;

export type FilmInput = Omit<LookInput, 'pictures' | 'readings' | 'taken' | 'ownNeutral'> & {
  readonly view: View;
  readonly setting: Setting;
  readonly size: PictureSize;
  /** Mat line and known length: the camera stands still. */
  readonly lines: Pick<Marks, 'matLine' | 'scale'>;
  /** The body at rest by the same unmoved camera: needed where the movement begins rolled up, or in a bridge. */
  readonly neutral?: Marks;
  readonly film: FollowedFilm;
};

/** What a measure is held against in a film: all through a repetition, or at its turn alone. */
export type FilmLimit = {
  readonly interval: Interval;
  readonly tolerance: number;
  readonly source: string;
  readonly when: 'through' | 'turn';
};

export type FilmRepetition = Pick<
  MeasuredRepetition,
  'startS' | 'turnS' | 'endS' | 'range' | 'drift' | 'phases' | 'notSeen'
> & {
  readonly verdict: 'clean' | 'lost' | 'notJudged' | 'partial';
  /** Why it was not judged. */
  readonly because?: 'notSeen' | 'nearLimit' | 'nothingWatched';
  /** Where it goes furthest out of its targets, or comes nearest to that. */
  readonly worstS: number;
  /** What is out, or nearest to it, there. */
  readonly finding?: Finding;
  /** Where form is lost first, and in which part of the repetition. */
  readonly lost?: { readonly measure: string; readonly atS: number; readonly when: 'out' | 'hold' | 'back' };
};

export type FilmReading = {
  readonly driver: Pick<Driver, 'line' | 'from' | 'to'>;
  /** The angle that drives, as the movement takes it up from its rest, degrees. */
  readonly drive: readonly (number | null)[];
  /** Measures that are watched, from own neutral where their target is. */
  readonly series: Readonly<Record<string, readonly (number | null)[]>>;
  readonly limits: Readonly<Record<string, FilmLimit>>;
  /** Measures that are watched and were not held against their target, and why. */
  readonly notJudged: Readonly<Record<string, string>>;
  readonly set: MeasuredSet;
  readonly repetitions: readonly FilmRepetition[];
  /** Clean ones before two lost running or one marked; those not judged do not count either way. */
  readonly cleanInARow: number;
  /** The still second that all is told from. */
  readonly still: { readonly fromS: number; readonly toS: number; readonly atS: number };
  /** What moves first at the beginning of a repetition, mostly. */
  readonly first?: 'limb' | 'pelvis' | 'together';
  /** Share of the film in which each landmark was not seen. */
  readonly lostShare: Readonly<Partial<Record<LandmarkKey, number>>>;
};

/** Pelvis and limb begin together when no further apart than this, s. */
const togetherS = 0.12;

/** The frame nearest to a time. */
export function frameAt(times: readonly number[], s: number): number {
  const after = times.findIndex((at) => at >= s);
  if (after < 0) return Math.max(0, times.length - 1);
  const before = Math.max(0, after - 1);
  return s - (times[before] ?? 0) < (times[after] ?? 0) - s ? before : after;
}

/** Marks of one frame, with what following adds to each. */
export function marksAt({ points, sdPx }: FollowedFilm, lines: FilmInput['lines'], frame: number): Marks {
  const landmarks: Partial<Record<LandmarkKey, Vec2>> = {};
  const sds: Partial<Record<LandmarkKey, number>> = {};
  for (const key of keysOf(points)) {
    const at = points[key]?.[frame];
    if (!at) continue;
    landmarks[key] = at;
    sds[key] = Math.max(leastSdPx, sdPx[key]?.[frame] ?? 0);
  }
  return { ...lines, landmarks, sdPx: sds };
}

/** What following errs by at least, px: compression and grain. */
const leastSdPx = 0.1;

/** Marks of the still second: the mean of each over it. */
function restMarks({ film, lines }: FilmInput, fromS: number, toS: number): Marks {
  const frames = film.times.flatMap((at, i) => (at >= fromS && at <= toS ? [i] : []));
  const landmarks: Partial<Record<LandmarkKey, Vec2>> = {};
  const sds: Partial<Record<LandmarkKey, number>> = {};
  for (const [key, path] of entriesOf(film.points)) {
    const seen = frames.flatMap((i) => (path[i] ? [path[i]] : []));
    if (seen.length === 0) continue;
    landmarks[key] = [mean(seen.map(([x]) => x)), mean(seen.map(([, y]) => y))];
    sds[key] = leastSdPx;
  }
  return { ...lines, landmarks, sdPx: sds };
}

type Values = Readonly<Record<string, Estimate>>;

/** A frame's measures, against the still second. */
function measuresIn(
  { view, setting, size }: FilmInput,
  lying: Lying,
  marks: Marks,
  rest: Marks | undefined,
  movedDeg: Moved | undefined,
): Values {
  const asPicture = (own: Marks): MarkedPicture => ({ marks: own, setting, size, markingSdPx: leastSdPx });
  const read = readPicture(
    { ...lying, ...(movedDeg ? { movedDeg } : {}) },
    view,
    asPicture(marks),
    rest && asPicture(rest),
  );
  if (read.state !== 'read') return {};
  return Object.fromEntries(
    Object.entries(read.measured.measures).map(([id, { value, seWithin }]) => [id, { value, se: seWithin }]),
  );
}

/** Targets by measure, with when each holds. */
function limitsOf(byPhase: Readonly<Record<'out' | 'hold' | 'back', readonly TargetInForce[]>>) {
  const limits: Record<string, FilmLimit & { readonly relative: boolean }> = {};
  for (const { measure, interval, tolerance, source, relativeTo } of byPhase.hold) {
    const isThrough = (['out', 'back'] as const).every((phase) =>
      byPhase[phase].some((one) => one.measure === measure),
    );
    limits[measure] = {
      ...{ interval, tolerance, source },
      when: isThrough ? 'through' : 'turn',
      relative: relativeTo === 'neutral' && !selfCompared.has(measure),
    };
  }
  return limits;
}

const bounds = ([low, high]: Interval): readonly [number, number] => [low ?? -Infinity, high ?? Infinity];

/** In which part of a repetition a time lies. */
function partOf({ turnS, phases: { holdS } }: MeasuredRepetition, atS: number): 'out' | 'hold' | 'back' {
  return atS < turnS - holdS / 2 ? 'out' : atS > turnS + holdS / 2 ? 'back' : 'hold';
}

/** Which begins first, mostly: the limb, or the pelvis with a tilt beyond its rest band. */
function firstMoved(
  { times }: FollowedFilm,
  tilt: readonly (number | null)[] | undefined,
  repetitions: readonly MeasuredRepetition[],
  still: { readonly fromS: number; readonly toS: number },
): FilmReading['first'] {
  if (!tilt) return undefined;
  const { smooth } = seenOf(times, tilt);
  const rest = levelIn(times, smooth, still.fromS, still.toS);
  if (!rest) return undefined;
  const isOff = (i: number): boolean => Math.abs((smooth[i] ?? Number.NaN) - rest.level) > rest.band;
  const votes = repetitions.flatMap(({ startS, turnS, partial }) => {
    const from = frameAt(times, startS - 2 * togetherS);
    if (partial || isOff(from)) return []; // not at rest before it: nothing can be told
    for (let i = from; (times[i] ?? Infinity) <= turnS; i += 1)
      if (isOff(i)) {
        const after = (times[i] ?? 0) - startS;
        return [after > togetherS ? 'limb' : after < -togetherS ? 'pelvis' : 'together'] as const;
      }
    return [];
  });
  const count = (one: 'limb' | 'pelvis' | 'together') => votes.filter((vote) => vote === one).length;
  return (['pelvis', 'limb', 'together'] as const).find((one) => count(one) * 2 > votes.length);
}

/** Lines, limits and rest that a film is read by. */
type Scene = {
  readonly input: FilmInput;
  readonly lying: Lying;
  readonly limits: ReturnType<typeof limitsOf>;
  readonly movedDeg: Moved | undefined;
  /** It begins where the body is not at rest: its first still second is no neutral. */
  readonly needsNeutral: boolean;
  readonly rest: Marks;
};

const noNeutral =
  'it begins rolled up or lifted: take the set-up lying at rest first, then it can be told from own neutral';

type Series = Record<string, (number | null)[]>;

/** Implausible in more than this share of the film, a measure tells something else here. */
const mostImplausible = 0.05;

/** Of a measure's values, what they make implausible; undefined where they do not. */
function oddIn(id: string, values: readonly (number | null)[]): string | undefined {
  const odd = values.flatMap((value) => (value === null ? [] : (implausible(id, value) ?? [])));
  return odd.length > mostImplausible * values.length ? odd[0] : undefined;
}

/** Watched measures over time; those whose target is told from own neutral, from that. */
function seriesOf({ input, lying, limits, rest }: Scene, furthest: number): Series {
  const { film, lines } = input;
  const own = measuresIn(input, lying, rest, rest, undefined);
  const measured = keysOf({ ...own, ...measuresIn(input, lying, marksAt(film, lines, furthest), rest, undefined) });
  const watched = keysOf(limits).filter((id) => measured.includes(id) && !isToldApart(id, measured));
  const tilt = tiltsByRoll.find((id) => watched.includes(id));
  const names = watched.filter((id) => !tilts.has(id) || id === tilt);
  const series: Series = Object.fromEntries(names.map((id) => [id, []]));
  for (const i of film.times.keys()) {
    const values = measuresIn(input, lying, marksAt(film, lines, i), rest, undefined);
    for (const id of names) {
      const value = values[id]?.value;
      series[id]?.push(value === undefined ? null : value - (limits[id]?.relative ? (own[id]?.value ?? 0) : 0));
    }
  }
  return series;
}

/** What is out at the worst moment of a repetition, or nearest to it, judged with the error that it has there. */
function findingAt({ input, limits }: Scene, repertoire: Repertoire, { worst, drift }: MeasuredRepetition) {
  const limit = worst && limits[worst.measure];
  if (!limit) return undefined;
  const { exercise, level, school, stances, from, conditions } = input;
  const judged = judge(
    {
      ...{ exercise, level, phase: 'hold', school, stances },
      ...(from ? { from } : {}),
      conditions: [...conditions],
      measures: { [worst.measure]: { value: worst.value, se: drift[worst.measure]?.se ?? 0 } },
      ...(limit.relative ? { neutral: { [worst.measure]: { value: 0, se: 0 } } } : {}),
    },
    repertoire,
  );
  return judged.ok ? judged.value.findings[0] : undefined;
}

function repetitionOf(
  scene: Scene,
  repertoire: Repertoire,
  isWatched: boolean,
  one: MeasuredRepetition,
): FilmRepetition {
  const { startS, turnS, endS, range, drift, phases, notSeen, partial, verdict, clean, lost, worst } = one;
  const told = partial ? 'partial' : isWatched ? verdict : 'notJudged';
  const because = !isWatched ? 'nothingWatched' : clean === null ? 'notSeen' : 'nearLimit';
  const finding = findingAt(scene, repertoire, one);
  return {
    ...{ startS, turnS, endS, range, drift, phases, notSeen },
    verdict: told,
    ...(told === 'notJudged' ? { because } : {}),
    worstS: worst?.atS ?? turnS,
    ...(finding ? { finding } : {}),
    ...(told === 'lost' && lost ? { lost: { measure: lost.measure, atS: lost.atS, when: partOf(one, lost.atS) } } : {}),
  };
}

/** The driving angle over time as the movement takes it up from its rest, and where it rests. */
function driveOf({ film }: FilmInput, { values, rest }: Driver) {
  const sign = rest === 'high' ? -1 : 1;
  const rising = values.map((value) => (value === null ? null : sign * value));
  const still = restOf(film.times, seenOf(film.times, rising).smooth);
  return { still, drive: rising.map((value) => (value === null ? null : value - still.level)) };
}

/** The frame in which the movement has gone furthest. */
const furthestIn = (drive: readonly (number | null)[]): number =>
  drive.reduce<number>((best, value, i) => (Math.abs(value ?? 0) > Math.abs(drive[best] ?? 0) ? i : best), 0);

/** Errors that a measure's values share against the still second (skin, roll), at the moment of the furthest movement. */
function slipsOf(scene: Scene, furthest: number): Record<string, number> {
  const { input, lying, movedDeg, rest } = scene;
  const values = measuresIn(input, lying, marksAt(input.film, input.lines, furthest), rest, movedDeg);
  return Object.fromEntries(Object.entries(values).map(([id, { se }]) => [id, se]));
}

function sceneOf(input: FilmInput, repertoire: Repertoire): Result<Omit<Scene, 'rest'>> {
  const known = lookUp(repertoire.exercises, input.exercise, 'exercise', 'exercise');
  if (!known.ok) return known;
  const { position, levels } = exerciseAt(known.value, input.level);
  const level = levels.find(({ number }) => number === input.level);
  const stances = resolveStances(repertoire, input.school, input.stances, input.from);
  if (!stances.ok) return stances;
  const at = (phase: Phase) => resolveTargets(repertoire, known.value, input.level, phase, stances.value);
  const [out, hold, back] = [at('out'), at('hold'), at('back')];
  if (!out.ok) return out;
  if (!hold.ok) return hold;
  if (!back.ok) return back;
  return success({
    input,
    lying: { position, trunk: level && isInclined(level) ? 'inclined' : 'level' },
    limits: limitsOf({ out: out.value, hold: hold.value, back: back.value }),
    movedDeg: level && movedIn(level, 'hold'),
    needsNeutral: level !== undefined && startsOffRest(level),
  });
}

/** Measures that are held against their targets; of the others, why not. */
function heldAgainst({ limits, needsNeutral }: Scene, series: Series, hasNeutral: boolean) {
  const notJudged: Record<string, string> = {};
  const limited = keysOf(series).flatMap((id) => {
    const limit = limits[id];
    if (!limit) return [];
    const fromNeutral = limit.relative || selfCompared.has(id);
    const why = needsNeutral && !hasNeutral && fromNeutral ? noNeutral : oddIn(id, series[id] ?? []);
    if (why) notJudged[id] = why;
    return why ? [] : [[id, limit] as const];
  });
  return { limited, notJudged };
}

/**
 * Everything that a film of a set tells. Refused where exercise, level, school or stances are unknown, where no mat line is marked,
 * and where nothing that was followed moves.
 */
export function readFilm(input: FilmInput, repertoire: Repertoire): Result<FilmReading> {
  const { film, lines } = input;
  const known = sceneOf(input, repertoire);
  if (!known.ok) return known;
  if (!lines.matLine) return failure('noMatLine', 'Mark the mat line first: nothing is level without it.', 'matLine');
  const driver = driverOf(film.times, film.points);
  if (!driver)
    return failure(
      'nothingMoves',
      'Nothing that was followed turns by more than a few degrees: mark what is moved too, at both of its ends, on the side toward the lens.',
      'film',
    );
  const { still, drive } = driveOf(input, driver);
  const atRest = known.value.needsNeutral ? input.neutral : undefined;
  const scene: Scene = { ...known.value, rest: atRest ?? restMarks(input, still.fromS, still.toS) };
  const furthest = furthestIn(drive);
  const series = seriesOf(scene, furthest);
  const { limited, notJudged } = heldAgainst(scene, series, atRest !== undefined);
  const boundsWhen = (when: FilmLimit['when']) =>
    Object.fromEntries(limited.filter(([, one]) => one.when === when).map(([id, one]) => [id, bounds(one.interval)]));
  const set = measureSet({
    times: film.times,
    driver: driveName,
    series: { ...series, [driveName]: drive },
    targets: boundsWhen('through'),
    turnTargets: boundsWhen('turn'),
    tolerances: Object.fromEntries(limited.map(([id, { tolerance }]) => [id, tolerance])),
    slip: slipsOf(scene, furthest),
  });
  const repetitions = set.repetitions.map((one) => repetitionOf(scene, repertoire, limited.length > 0, one));
  const tilt = tiltsByRoll.find((id) => id in series);
  const first = limbLines.includes(driver.line)
    ? firstMoved(film, tilt ? series[tilt] : undefined, set.repetitions, still)
    : undefined;
  const limits: FilmReading['limits'] = Object.fromEntries(
    limited.map(([id, { interval, tolerance, source, when }]) => [id, { interval, tolerance, source, when }]),
  );
  return success({
    driver: { line: driver.line, from: driver.from, to: driver.to },
    ...{ drive, series, limits, notJudged, set, repetitions },
    cleanInARow: cleanInARow(set.repetitions, limits),
    still: {
      fromS: still.fromS,
      toS: still.toS,
      atS: film.times[frameAt(film.times, (still.fromS + still.toS) / 2)] ?? 0,
    },
    ...(first ? { first } : {}),
    lostShare: Object.fromEntries(
      entriesOf(film.points).map(([key, path]) => [
        key,
        path.filter((at) => at === null).length / Math.max(1, path.length),
      ]),
    ),
  });
}

/** The name of the driving angle among the series: no measure's. */
const driveName = 'drive';

/** Surely clean ones before form surely went. */
function cleanInARow(repetitions: readonly MeasuredRepetition[], limits: FilmReading['limits']): number {
  const told = repetitions.map(({ verdict, partial, lost }) => ({
    clean: verdict === 'notJudged' ? null : verdict === 'clean',
    ...(partial ? { partial } : {}),
    ...(lost ? { lost } : {}),
  }));
  const tolerances = Object.fromEntries(Object.entries(limits).map(([id, { tolerance }]) => [id, tolerance]));
  return cleanBeforeLoss(told, { targets: {}, tolerances });
}

/** How far a repetition's worst moment lies out of its target, in tolerances; negative inside. */
function outBy({ limits }: Pick<FilmReading, 'limits'>, { finding }: FilmRepetition): number {
  const limit = finding && limits[finding.measure];
  if (!finding || !limit) return -Infinity;
  const [low, high] = bounds(limit.interval);
  return Math.max(low - finding.value, finding.value - high) / limit.tolerance;
}

/** The repetition that shows best what goes wrong: the one furthest out; where none was judged, the middle one. */
export function worstRepetition(reading: Pick<FilmReading, 'limits' | 'repetitions'>): FilmRepetition | undefined {
  const whole = reading.repetitions.filter(({ verdict }) => verdict !== 'partial');
  const judged = whole.filter(({ finding }) => finding !== undefined);
  const middle = whole[Math.floor((whole.length - 1) / 2)];
  return judged.length > 0 ? judged.reduce((a, b) => (outBy(reading, b) > outBy(reading, a) ? b : a)) : middle;
}
