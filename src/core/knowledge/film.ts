// A film of a set as a calculation: points over time → measures from own neutral over time, held against the targets in force →
// repetitions, each clean, lost with its reason, or not judged.
import { tiltsByRoll } from '../alignment/rules';
import { unitOf } from '../alignment/words';
import { sidedKey } from '../anatomy/landmarks';
import type { LandmarkKey } from '../anatomy/landmarks';
import type { Marks } from '../anatomy/marks';
import { distance } from '../geometry';
import type { Vec2 } from '../geometry';
import { parsePattern } from '../breathing/parse';
import { entriesOf, keysOf } from '../keyed';
import { driverOf, limbLines } from '../motion/driver';
import type { Driver } from '../motion/driver';
import { isCountable, tooLittle } from './countable';
import type { Followed } from '../motion/packed';
import type { MeasuredRepetition, MeasuredSet } from '../motion/reps';
import { levelIn, restOf } from '../motion/rest';
import { seenOf } from '../motion/series';
import { tremor } from '../motion/spectrum';
import { tempoKept } from '../motion/tempo-kept';
import type { TempoKept } from '../motion/tempo-kept';
import { failure, success } from '../result';
import type { Result } from '../result';
import type { Repertoire } from './entries';
import { leastSdPx, measuresIn, restMarks, sceneOf, valueFrom, watchedIn } from './film-scene';
import type { Scene, SceneInput, Values } from './film-scene';
import { bounds, judgeSet } from './film-set';
import type { FilmRepetition, JudgedSet, Series } from './film-set';
import { circlesIn, roundOf, swingOf } from './circled';
import type { FilmCircles, Round } from './circled';
import { rolledIn } from './rolled';
import type { Rolled } from './rolled';

export type FollowedFilm = Followed;

export type FilmInput = SceneInput & {
  /** The body at rest by the same unmoved camera: needed where the movement begins rolled up, or in a bridge. */
  readonly neutral?: Marks;
  readonly film: FollowedFilm;
};

export type FilmReading = JudgedSet & {
  readonly driver: Pick<Driver, 'line' | 'from' | 'to'>;
  /** The angle that drives, as the movement takes it up from its rest, degrees. */
  readonly drive: readonly (number | null)[];
  /** Measures that are watched, from own neutral where their target is. */
  readonly series: Series;
  /** The still second that all is told from. */
  readonly still: { readonly fromS: number; readonly toS: number; readonly atS: number };
  /** What moves first at the beginning of a repetition, mostly. */
  readonly first?: 'limb' | 'pelvis' | 'together';
  /** How the spine rolled, where the level rolls it and its side line was followed. */
  readonly rolled?: Rolled;
  /** Circles of a leg, where the level goes round and the view shows it. */
  readonly circles?: FilmCircles;
  /** The set's tempo beside the breath in force. */
  readonly breath?: TempoKept & { readonly pattern: string };
  /** What trembled most, and how far, root mean square in its unit; nothing where nothing did, or the film is too slow to show it. */
  readonly trembles?: { readonly what: string; readonly rms: number };
  /** Share of the film in which each landmark was not seen. */
  readonly lostShare: Readonly<Partial<Record<LandmarkKey, number>>>;
};

/** Pelvis and limb begin together when no further apart than this, s. */
const togetherS = 0.12;

/** Unseen in more of the film than this, a mark was lost on its way. */
const lostFrom = 0.4;

/** Why no set can be read from a film: nothing moved, or what moved was lost. */
function nothingMoves({ times, points }: FollowedFilm) {
  const lost = entriesOf(points).filter(([, path]) => {
    const unseen = (path ?? []).filter((at) => at === null).length;
    return unseen > lostFrom * times.length;
  });
  return lost.length > 0
    ? failure(
        'lostOnTheWay',
        `${lost.length} of ${Object.keys(points).length} marks were lost on their way through the film. Film it lighter and at 25 frames a second or more, or mark another moment.`,
        'film',
      )
    : failure(
        'nothingMoves',
        'Nothing that was followed turns by more than a few degrees: mark what is moved too, at both of its ends, on the side toward the lens.',
        'film',
      );
}

/** The frame in which a film's marks were set: where what was followed lies on them. Undefined where nothing of both is told. */
export function frameOfMarks(
  { times, points }: FollowedFilm,
  marks: Readonly<Record<string, Vec2>>,
): number | undefined {
  const paths = entriesOf(points).flatMap(([key, path]) => {
    const set = marks[key];
    return set && path ? [[set, path] as const] : [];
  });
  const off = times.map((_, i) => {
    const all = paths.flatMap(([set, path]) => {
      const at = path[i];
      return at ? [distance(at, set)] : [];
    });
    return all.length === paths.length && all.length > 0 ? Math.max(...all) : Infinity;
  });
  const least = Math.min(...off);
  return Number.isFinite(least) ? off.indexOf(least) : undefined;
}

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

/** Watched measures over time, of what every frame measures. */
function seriesOf(scene: Scene, { film, lines }: FilmInput, frames: readonly Values[], furthest: number): Series {
  const watched = watchedIn(scene, marksAt(film, lines, furthest));
  return Object.fromEntries(
    watched.names.map((id) => [id, frames.map((values) => valueFrom(scene, watched, values, id))]),
  );
}

/** The driving angle over time as the movement takes it up from its rest, and where it rests. */
export function driveOf(times: readonly number[], { values, rest }: Driver) {
  const sign = rest === 'high' ? -1 : 1;
  const rising = values.map((value) => (value === null ? null : sign * value));
  const still = restOf(times, seenOf(times, rising).smooth);
  return { still, drive: rising.map((value) => (value === null ? null : value - still.level)) };
}

/** The frame in which the movement has gone furthest. */
export const furthestIn = (drive: readonly (number | null)[]): number =>
  drive.reduce<number>((best, value, i) => (Math.abs(value ?? 0) > Math.abs(drive[best] ?? 0) ? i : best), 0);

/** Errors that a measure's values share against the rest (skin, roll), at the moment of the furthest movement. */
export const slipsOf = (scene: Scene, furthest: Marks): Record<string, number> =>
  Object.fromEntries(Object.entries(measuresIn(scene, furthest, scene.movedDeg)).map(([id, { se }]) => [id, se]));

/** What drives a set of circles: how far the leg has swung from its rest. */
function swinging(film: FollowedFilm, round: Round): Driver {
  const from = sidedKey('ASIS', round.side);
  return { line: 'circle', from, to: round.mark, values: swingOf(film, round), rest: 'low', range: 0 };
}

function breathKept({ breath }: Scene, tempo: MeasuredSet['tempo']): Pick<FilmReading, 'breath'> {
  const pattern = parsePattern(breath);
  const kept = tempo && pattern.ok ? tempoKept(tempo, pattern.value) : undefined;
  return kept ? { breath: { ...kept, pattern: breath } } : {};
}

/** Of angles that were followed, the one that trembles most. */
function shaking(times: readonly number[], series: Series): Pick<FilmReading, 'trembles'> {
  const all = Object.entries(series)
    .filter(([id]) => unitOf(id) === 'deg')
    .map(([what, values]) => ({ what, rms: tremor(times, seenOf(times, values).raw) ?? 0 }));
  const most = all.reduce((a, b) => (b.rms > a.rms ? b : a), { what: '', rms: 0 });
  return most.rms > 0 ? { trembles: most } : {};
}

const isIn = ({ fromS, toS }: { readonly fromS: number; readonly toS: number }, s: number): boolean =>
  s >= fromS && s <= toS;

/** What turns is no limb, at a level whose own movement turns nothing far: a fault moved, not the exercise. */
const isFault = ({ level, input }: Omit<Scene, 'rest'>, { line }: Driver): boolean =>
  level !== undefined && !limbLines.includes(line) && !isCountable(level, input.view);

/**
 * Everything that a film of a set tells. Refused where exercise, level, school or stances are unknown, where no mat line is marked,
 * and where nothing that was followed moves.
 */
export function readFilm(input: FilmInput, repertoire: Repertoire): Result<FilmReading> {
  const { film, lines } = input;
  const known = sceneOf(input, repertoire);
  if (!known.ok) return known;
  if (!lines.matLine) return failure('noMatLine', 'Mark the mat line first: nothing is level without it.', 'matLine');
  const round = roundOf(known.value, film);
  const driver = round ? swinging(film, round) : driverOf(film.times, film.points);
  if (!driver) return nothingMoves(film);
  if (!round && isFault(known.value, driver)) return failure('tooLittle', tooLittle, 'film');
  const { still, drive } = driveOf(film.times, driver);
  const atRest = known.value.needsNeutral ? input.neutral : undefined;
  const stillPoints = Object.fromEntries(
    entriesOf(film.points).map(([key, path]) => [key, path.filter((_, i) => isIn(still, film.times[i] ?? 0))]),
  );
  const scene: Scene = { ...known.value, rest: atRest ?? restMarks(stillPoints, lines) };
  const furthest = furthestIn(drive);
  const frames = film.times.map((_, i) => measuresIn(scene, marksAt(film, lines, i)));
  const series = seriesOf(scene, input, frames, furthest);
  const slip = slipsOf(scene, marksAt(film, lines, furthest));
  const judged = judgeSet(scene, repertoire, {
    ...{ times: film.times, series, drive, slip },
    hasNeutral: atRest !== undefined,
  });
  const rolled = rolledIn(scene, { film, frames, slip, still, repetitions: judged.repetitions });
  const tilt = tiltsByRoll.find((id) => id in series);
  const first = limbLines.includes(driver.line)
    ? firstMoved(film, tilt ? series[tilt] : undefined, judged.set.repetitions, still)
    : undefined;
  return success({
    driver: { line: driver.line, from: driver.from, to: driver.to },
    ...judged,
    ...{ drive, series },
    still: {
      fromS: still.fromS,
      toS: still.toS,
      atS: film.times[frameAt(film.times, (still.fromS + still.toS) / 2)] ?? 0,
    },
    ...(first ? { first } : {}),
    ...(rolled ? { rolled } : {}),
    ...(round ? { circles: circlesIn(film, round, input.view, { ...judged, series }) } : {}),
    ...breathKept(scene, judged.set.tempo),
    ...shaking(film.times, { ...series, [driver.line]: drive }),
    lostShare: Object.fromEntries(
      entriesOf(film.points).map(([key, path]) => [
        key,
        path.filter((at) => at === null).length / Math.max(1, path.length),
      ]),
    ),
  });
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
