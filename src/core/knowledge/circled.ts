// Circles of a leg in a film from the foot end or from above: the path of its ankle or knee beside the midline, and what drives the set.
import { quantile } from 'simple-statistics';
import { unknownShare, usualDistanceMm } from '../alignment/lens';
import { sidedKey, sides } from '../anatomy/landmarks';
import type { Landmark, LandmarkKey, Side } from '../anatomy/landmarks';
import type { View } from '../anatomy/positions';
import { doneBy } from '../body/mirror';
import { typicalBody } from '../body/segments';
import { goesRound, movementOf } from '../body/shown';
import { poseBody } from '../body/skeleton';
import { references } from '../figure/true-marks';
import { degrees, dot, dot3, length, meanOfSeen, middle, minus, minus3, times as scaled, unit } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';
import { measureCircles } from '../motion/circles';
import type { MeasuredCircles } from '../motion/circles';
import type { Followed } from '../motion/packed';
import { samplesOf } from '../motion/series';
import type { Level } from './entries';
import { bounds } from './film-set';
import type { FilmRepetition, JudgedSet, Series } from './film-set';
import type { Scene, SceneInput } from './film-scene';

/** Views from which a leg's circle is seen as one, and the way from the body to the lens in each. */
const toLens: Readonly<Partial<Record<View, Vec3>>> = { foot: [-1, 0, 0], head: [1, 0, 0], above: [0, 0, 1] };
/** What goes round; the one named first tells it, where it is followed. */
const rounds = ['LM', 'PAT', 'LK'] as const satisfies readonly Landmark[];
/** Less is no circle, mm between its outermost twentieths. */
const leastMm = 30;
/** Followed in so much of the film at least. */
const leastSeen = 0.6;
/** A leg's rest is told by the first of these, s. */
const restS = 0.8;

type Path = readonly (Vec2 | null)[];

/** How much legs of one height differ from the drawn one's, and how well a known length is marked, as shares. Conventions. */
const [legShare, scaleShare] = [0.1, 0.01];

/** What a leg's length, and the lens' distance, leave unknown of lengths at so much nearer to the lens than the known one. */
function lengthErrorOf(nearer: number, distanceMm: number | undefined): number {
  const share = nearer / (distanceMm ?? usualDistanceMm);
  const lens = distanceMm === undefined ? unknownShare.usual : unknownShare.told;
  return Math.hypot(scaleShare, (share / (1 - share)) * Math.hypot(lens, legShare));
}

/** A leg's mark that goes round: mm from where the middle of the pelvis was at rest, x to the client's left, y up, or from above to her head. */
export type Round = {
  readonly mark: LandmarkKey;
  readonly side: Side;
  readonly path: Path;
  /** Standard error of any length of the path, as a share of it. */
  readonly lengthError: number;
};
/** How wide a repetition goes across, mm. */
export type Width = { readonly startS: number; readonly widthMm: number; readonly crossedMidline: boolean };
export type FilmCircles = MeasuredCircles &
  Round & {
    /** Of every whole repetition, whatever of the circle this view shows. */
    readonly widths: readonly Width[];
    readonly widestCleanMm: number | null;
    /** Seen from its edge: as wide as it is, and hardly high. How round it is can't be told from here. */
    readonly isEdgeOn: boolean;
  };

/** Marks that a circle is read by, in views that show it. */
export const roundMarks = (view: View): readonly LandmarkKey[] =>
  toLens[view] ? (['PAT', 'LM'] as const).flatMap((name) => sides.map((side) => sidedKey(name, side))) : [];

/** How much nearer to the lens a leg's mark is than the known length, mm, where the drawn level is at its widest. */
function nearerMm(level: Level, view: View, side: Side, name: Landmark): number {
  const body = poseBody(typicalBody, doneBy(typicalBody, movementOf(level), side).hold);
  const [at, way] = [body.landmarks[sidedKey(name, side)], toLens[view]];
  return at && way ? dot3(minus3(at, references(view, body).rod[0]), way) : 0;
}

/** Directions in the picture: to the client's left, and up, or from above to her head. */
function axesOf(
  { view, setting }: SceneInput,
  matLine: readonly [Vec2, Vec2],
  left: Vec2,
  right: Vec2,
  chest: Vec2 | undefined,
) {
  const toLeft = (line: Vec2): Vec2 => (dot(line, minus(left, right)) < 0 ? scaled(line, -1) : line);
  const mat = unit(minus(matLine[1], matLine[0]));
  if (view !== 'above') {
    const x = toLeft(mat);
    const up: Vec2 = [x[1], -x[0]];
    return { x, y: up[1] <= 0 ? up : scaled(up, -1) }; // a picture's y runs down
  }
  const headward = mat[0] < 0 === (setting.headEnd === 'left') ? mat : scaled(mat, -1);
  const y = chest ? unit(minus(chest, middle(left, right))) : headward;
  return { x: toLeft([y[1], -y[0]]), y };
}

/** Where the middle of the pelvis is at rest, which way her left and up are, and how large a pixel is at the known length, mm. */
function planeOf({ input }: Omit<Scene, 'rest'>, { times, points }: Followed) {
  const { matLine, scale } = input.lines;
  const until = times.findIndex((at) => at > (times[0] ?? 0) + restS);
  const atRest = (key: LandmarkKey): Vec2 | undefined => meanOfSeen((points[key] ?? []).slice(0, Math.max(1, until)));
  const [left, right] = [atRest('ASIS_L'), atRest('ASIS_R')];
  if (!matLine || !scale?.mm || !left || !right) return undefined;
  const axes = axesOf(input, matLine, left, right, atRest('SN'));
  return { ...axes, origin: middle(left, right), mmPerPx: scale.mm / length(minus(scale.points[1], scale.points[0])) };
}

/** The leg that goes round furthest, as its path; undefined where none does, or hips, mat line or a known length are not marked. */
export function roundOf(scene: Omit<Scene, 'rest'>, film: Followed): Round | undefined {
  const { level, input } = scene;
  const { view, setting } = input;
  const plane = level && goesRound(level) && toLens[view] ? planeOf(scene, film) : undefined;
  if (!level || !plane) return undefined;
  const { x, y, origin, mmPerPx } = plane;
  const isFollowed = (path: Path | undefined): path is Path =>
    path !== undefined && path.filter((at) => at !== null).length >= leastSeen * film.times.length;
  const all = sides.flatMap((side) => {
    const name = rounds.find((one) => isFollowed(film.points[sidedKey(one, side)]));
    if (!name) return [];
    const mark = sidedKey(name, side);
    const nearer = nearerMm(level, view, side, name);
    const mm = mmPerPx * (1 - nearer / (setting.lensDistanceMm ?? usualDistanceMm));
    const path = (film.points[mark] ?? []).map((at): Vec2 | null => {
      const from = at && minus(at, origin);
      return from && [dot(from, x) * mm, dot(from, y) * mm];
    });
    const across = path.flatMap((at) => (at ? [at[0]] : []));
    const lengthError = lengthErrorOf(nearer, setting.lensDistanceMm);
    return [{ mark, side, path, lengthError, goesMm: quantile(across, 0.95) - quantile(across, 0.05) }];
  });
  const best = all.sort((a, b) => b.goesMm - a.goesMm)[0];
  if (!best || best.goesMm < leastMm) return undefined;
  const { goesMm: _, ...round } = best;
  return round;
}

/** Length of the leg from the hip to a mark, for a body of middle size, mm. */
const armMm = (mark: LandmarkKey): number => (mark.startsWith('LM') ? 800 : 400);

/** How far the leg has swung from where it rested, degrees: what drives a set of circles. */
export function swingOf({ times }: Pick<Followed, 'times'>, { path, mark }: Round): (number | null)[] {
  const until = times.findIndex((at) => at > (times[0] ?? 0) + restS);
  const rest = meanOfSeen(path.slice(0, Math.max(1, until))) ?? [0, 0];
  return path.map((at) => at && degrees(length(minus(at, rest)) / armMm(mark)));
}

/** A path lower than this share of its width is seen from its edge. */
const edgeShare = 0.4;

const spanOf = (values: readonly number[]): number =>
  values.reduce((most, value) => Math.max(most, value), -Infinity) -
  values.reduce((least, value) => Math.min(least, value), Infinity);

/** The circles of a set, held against what is watched all through. */
export function circlesIn(
  { times }: Pick<Followed, 'times'>,
  round: Round,
  view: View,
  { series, limits, repetitions }: Pick<JudgedSet, 'limits' | 'repetitions'> & { readonly series: Series },
): FilmCircles {
  const targets = Object.fromEntries(
    Object.entries(limits).flatMap(([id, { interval, when }]) =>
      when === 'through' ? [[id, bounds(interval)] as const] : [],
    ),
  );
  const whole = repetitions.filter(({ verdict }) => verdict !== 'partial');
  const within = ({ startS, endS }: FilmRepetition): Vec2[] => {
    const { from, to } = samplesOf(times, startS, endS);
    return round.path.slice(from, to + 1).flatMap((at) => (at ? [at] : []));
  };
  const widths = whole.map((one): Width => {
    const xs = within(one).map(([x]) => x);
    return { startS: one.startS, widthMm: spanOf(xs), crossedMidline: xs.some((x) => x > 0) && xs.some((x) => x < 0) };
  });
  const held = widths.filter((_, i) => whole[i]?.verdict === 'clean').map(({ widthMm }) => widthMm);
  const heights = whole.map((one) => spanOf(within(one).map(([, y]) => y)));
  const isFlat = widths.some(({ widthMm }, i) => (heights[i] ?? 0) < edgeShare * widthMm);
  const isEdgeOn = isFlat && view !== 'above';
  const measured = isEdgeOn ? noCircles : measureCircles(times, round.path, series, targets);
  return { ...round, ...measured, widths, widestCleanMm: held.length > 0 ? Math.max(...held) : null, isEdgeOn };
}

const noCircles: MeasuredCircles = { circles: [], largestCleanMm: null };
