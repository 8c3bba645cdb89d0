// How a spine rolls in a film: which of its stretches bend, which go as one piece, and in what order its parts begin, out and back.
import { median } from 'simple-statistics';
import { bendsOf, sideLineServedBy, stretches } from '../alignment/rules';
import type { Stretch } from '../alignment/rules';
import { normalCdf } from '../alignment/probability';
import type { Estimate } from '../alignment/input';
import { findLandmarkKey } from '../anatomy/landmarks';
import type { Landmark } from '../anatomy/landmarks';
import type { Marks } from '../anatomy/marks';
import { typicalBody } from '../body/segments';
import { movementOf } from '../body/shown';
import type { RollsFrom } from '../body/shown';
import { poseBody } from '../body/skeleton';
import type { Movement } from '../body/shown';
import type { Pose, TrunkAngle } from '../body/pose';
import { directionsIn, farthestToldMm, trueMarks } from '../figure/true-marks';
import { recordOf } from '../keyed';
import { kendall, segmentsOf } from '../motion/articulate';
import type { Followed } from '../motion/packed';
import { levelIn } from '../motion/rest';
import { samplesOf, seenOf } from '../motion/series';
import type { Level } from './entries';
import { measuresIn } from './film-scene';
import type { Scene, Values } from './film-scene';
import type { FilmRepetition } from './film-set';

/** Parts of the spine that turn, from the pelvis up. */
export const spineParts = ['pelvis', 'lowBack', 'chest', 'neck'] as const;
export type SpinePart = (typeof spineParts)[number];

const trunkParts = spineParts.filter((part) => part !== 'neck');

const between: Readonly<Record<SpinePart, readonly [Landmark, Landmark]>> = {
  pelvis: ['SL1', 'SL2'],
  lowBack: ['SL2', 'SL4'],
  chest: ['SL4', 'SL5'],
  neck: ['SL5', 'SL7'],
};

/** A stretch that does less than this share of its own part is flat. */
const flatShare = 0.2;
/** A stretch that the level hardly bends has no part to do, and a roll that hardly bends tells nothing, degrees. */
const [leastPartDeg, leastRollDeg] = [6, 12];
/** So sure is a flat spot told, or told not to be one. */
const sureShare = 0.8;
/** Beginnings no further apart than this are together, s. */
export const togetherS = 0.08;

export type RolledStretch = {
  readonly stretch: Stretch;
  /** Furthest that it bends from its rest, the way that the level bends it; ± `se`. Degrees. */
  readonly deg: number;
  readonly se: number;
  /** What would be its part of all that bent, as the level shares it out. Degrees. */
  readonly partDeg: number;
  /** Less than this is flat: what it shows of what rolls beside it, and a fifth of the rest of its part. Degrees. */
  readonly flatUnderDeg: number;
  readonly verdict: 'flat' | 'bends' | 'unsure';
};
/**
 * On the way out when each part begins, on the way back when each is at rest again, s after the first of them; null: it does not, or
 * was not seen. `tau`: Kendall's, 1 in the order meant, −1 against it; null where all are together.
 */
export type RolledWay = {
  readonly at: Readonly<Record<SpinePart, number | null>>;
  readonly tau: number | null;
};
export type RolledRepetition = {
  readonly startS: number;
  readonly stretches: readonly RolledStretch[];
  readonly out: RolledWay;
  readonly back: RolledWay;
};
export type Rolled = {
  readonly from: RollsFrom;
  readonly repetitions: readonly RolledRepetition[];
  /** Of the whole set: the middle one of its repetitions. */
  readonly stretches: readonly RolledStretch[];
  readonly out: RolledWay;
  readonly back: RolledWay;
};

/** Joints of the drawn spine by the stretch that they bend. */
const jointOf = { lowBack: 'lumbarFlexDeg', chest: 'thoracicFlexDeg', neck: 'neckFlexDeg' } as const satisfies Record<
  Stretch,
  TrunkAngle
>;

type Bends = Readonly<Record<Stretch, number>>;
/** What each stretch shows as the level is drawn; and what each shows where its own bones stay as they were, by that stretch. */
type Drawn = { readonly level: Bends; readonly straight: Readonly<Record<Stretch, Bends>> };

function drawnRoll(scene: Scene, level: Level): Drawn {
  const movement = movementOf(level);
  const straightened = (stretch: Stretch): Bends => {
    const joint = jointOf[stretch];
    const held = (pose: Pose): Pose => ({ ...pose, [joint]: movement.start[joint] ?? 0 });
    const { out = movement.hold } = movement;
    return drawnBends(scene, { ...movement, hold: held(movement.hold), out: held(out) });
  };
  return { level: drawnBends(scene, movement), straight: recordOf(stretches, straightened) };
}

/** How a drawn movement bends each stretch, from its start to where it bends furthest, degrees with their sign. */
function drawnBends(scene: Scene, { start, hold, out = hold }: Movement): Bends {
  const { position } = scene.lying;
  const { headEnd, facing } = directionsIn(position, 'side');
  const [rest, ...there] = [start, out, hold].map((pose) => {
    const { landmarks, matLine, scale } = trueMarks(poseBody(typicalBody, pose), 'side');
    const [from, to] = scale.points;
    return {
      matLine: [[...matLine[0]], [...matLine[1]]],
      scale: { points: [[...from], [...to]], mm: scale.mm },
      landmarks,
    } satisfies Marks;
  });
  const setting = { headEnd: headEnd ?? facing ?? 'left', lensDistanceMm: farthestToldMm } as const;
  const input = { ...scene.input, setting, size: { width: 4000, height: 4000 } };
  const read = there.map((marks) => (rest ? measuresIn({ ...scene, input, rest }, marks) : {}));
  return recordOf(stretches, (stretch) => {
    const from = read.map((values: Values) => bendsOf[stretch].flatMap((id) => values[id] ?? [])[0]?.value ?? 0);
    return from.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
  });
}

type SeenStretch = { readonly stretch: Stretch; readonly deg: number; readonly se: number };

/**
 * What a stretch would show though its own bones stay as they were: its marks lie on what rolls beside it (the low back ends at ribs
 * that turn with the chest), which is scaled to what the others did here.
 */
function borrowedDeg({ stretch }: SeenStretch, seen: readonly SeenStretch[], { straight }: Drawn): number {
  const others = seen.filter((one) => one.stretch !== stretch);
  const didDeg = others.reduce((sum, { deg }) => sum + Math.max(0, deg), 0);
  const drawnDeg = others.reduce((sum, one) => sum + Math.abs(straight[stretch][one.stretch]), 0);
  return drawnDeg > 0 ? (Math.abs(straight[stretch][stretch]) * didDeg) / drawnDeg : 0;
}

/** What the film shows of a stretch in a repetition, beside its part in the movement. */
function shareOut(seen: readonly SeenStretch[], drawn: Drawn): RolledStretch[] {
  const all = seen.reduce((sum, { deg }) => sum + Math.max(0, deg), 0);
  const drawnDeg = seen.reduce((sum, { stretch }) => sum + Math.abs(drawn.level[stretch]), 0);
  return seen.map((one) => {
    const { stretch, deg, se } = one;
    const share = Math.abs(drawn.level[stretch]) / drawnDeg;
    const partDeg = share * all;
    const error = Math.hypot(se, flatShare * share * Math.hypot(...seen.map((other) => other.se)));
    const borrowed = Math.min(partDeg, borrowedDeg(one, seen, drawn));
    const flatUnderDeg = borrowed + flatShare * (partDeg - borrowed);
    const flat = normalCdf((flatUnderDeg - deg) / error);
    const isTold = all >= leastRollDeg && Math.abs(drawn.level[stretch]) >= leastPartDeg;
    const verdict = !isTold ? 'unsure' : flat >= sureShare ? 'flat' : flat <= 1 - sureShare ? 'bends' : 'unsure';
    return { stretch, deg, se, partDeg, flatUnderDeg, verdict };
  });
}

/** A stretch of time, s. */
type Span = { readonly fromS: number; readonly toS: number };
type Course = { readonly times: readonly number[]; readonly smooth: Readonly<Record<SpinePart, readonly number[]>> };

/** Angles of the parts over time, low-passed; a part whose marks were not followed is never seen. */
function courseOf({ times, points }: Followed): Course {
  const pathOf = (name: Landmark) => {
    const key = findLandmarkKey(points, name, 'L') ?? findLandmarkKey(points, sideLineServedBy[name] ?? name, 'L');
    return (key && points[key]) ?? times.map(() => null);
  };
  const smooth = recordOf(spineParts, (part) => {
    const [from, to] = between[part];
    const angles = segmentsOf({ from: pathOf(from), to: pathOf(to) }, [['from', 'to']])['from-to'] ?? [];
    return seenOf(times, angles).smooth;
  });
  return { times, smooth };
}

/** Indexes from where a part is furthest off its rest, one way or the other, to the first at which it is at rest. */
function atRestFrom(off: readonly number[], furthest: number, band: number, step: 1 | -1): number | null {
  for (let i = furthest; i >= 0 && i < off.length; i += step) if ((off[i] ?? Number.NaN) <= band) return i;
  return null;
}

/** One of the ways, and the order that is meant on it. */
type Way = { readonly is: 'out' | 'back'; readonly order: readonly SpinePart[] };

/** When each part begins before a turn, or is at rest again after it, s after the first of them; and in what order. */
function wayOf({ times, smooth }: Course, way: Way, { fromS, toS }: Span, still: Span): RolledWay {
  const { from, to } = samplesOf(times, fromS, toS);
  const at = recordOf(spineParts, (part) => {
    const rest = levelIn(times, smooth[part], still.fromS, still.toS);
    if (!rest) return null;
    const off = smooth[part].slice(from, to + 1).map((value) => Math.abs(value - rest.level));
    const furthest = off.reduce((best, value, i) => (value > (off[best] ?? 0) ? i : best), 0);
    if (!((off[furthest] ?? 0) > rest.band)) return null;
    const found = atRestFrom(off, furthest, rest.band, way.is === 'back' ? 1 : -1);
    return found === null ? null : (times[from + found] ?? null);
  });
  const first = Math.min(...spineParts.flatMap((part) => at[part] ?? []));
  const since = recordOf(spineParts, (part) => (at[part] === null ? null : at[part] - first));
  return {
    at: since,
    tau: kendall(
      way.order.flatMap((part) => since[part] ?? []),
      togetherS,
    ),
  };
}

const middleOf = (values: readonly (number | null)[]): number | null => {
  const known = values.flatMap((value) => value ?? []);
  return known.length > 0 ? median(known) : null;
};

const middleWay = (ways: readonly RolledWay[]): RolledWay => ({
  at: recordOf(spineParts, (part) => middleOf(ways.map((way) => way.at[part]))),
  tau: middleOf(ways.map(({ tau }) => tau)),
});

type RolledFilm = {
  readonly film: Followed;
  /** Measures of every frame, from the rest. */
  readonly frames: readonly Values[];
  readonly slip: Readonly<Record<string, Estimate['se']>>;
  readonly still: Span;
  readonly repetitions: readonly FilmRepetition[];
};

/** How the spine rolled in a set whose level rolls it; undefined where it does not, or its side line was not followed. */
export function rolledIn(scene: Scene, { film, frames, slip, still, repetitions }: RolledFilm): Rolled | undefined {
  const { level, rolls: from } = scene;
  const isSeen = (measure: string): boolean => frames.some((values) => values[measure] !== undefined);
  const measures = recordOf(stretches, (stretch) => bendsOf[stretch].find(isSeen));
  const told = stretches.filter((stretch) => measures[stretch] !== undefined);
  const whole = repetitions.filter(({ verdict }) => verdict !== 'partial');
  if (!level || !from || told.length < 2 || whole.length === 0) return undefined;
  const drawn = drawnRoll(scene, level);
  const smooth = recordOf(told, (stretch) => {
    const values = frames.map((one) => one[measures[stretch] ?? '']?.value ?? null);
    return seenOf(film.times, values).smooth.map((value) => (drawn.level[stretch] < 0 ? -value : value));
  });
  const course = courseOf(film);
  const order = from === 'tail' ? trunkParts : spineParts.toReversed(); // what rolls from the tail leaves the head where it is
  const rolled = whole.map(({ startS, turnS, endS }, i): RolledRepetition => {
    const span = samplesOf(film.times, startS, endS);
    const [beforeS, afterS] = [whole[i - 1]?.endS ?? still.fromS, whole[i + 1]?.startS ?? film.times.at(-1) ?? endS];
    const seen = told.map((stretch) => {
      const own = smooth[stretch].slice(span.from, span.to + 1);
      const deg = own.reduce((most, value) => (value > most ? value : most), -Infinity);
      return { stretch, deg, se: slip[measures[stretch] ?? ''] ?? 0 };
    });
    return {
      startS,
      stretches: shareOut(seen, drawn),
      out: wayOf(course, { is: 'out', order }, { fromS: beforeS, toS: turnS }, still),
      back: wayOf(course, { is: 'back', order: order.toReversed() }, { fromS: turnS, toS: afterS }, still),
    };
  });
  const middles = told.map((stretch) => {
    const own = rolled.flatMap(({ stretches }) => stretches.filter((one) => one.stretch === stretch));
    return {
      stretch,
      deg: median(own.map(({ deg }) => deg)),
      se: slip[measures[stretch] ?? ''] ?? 0,
    };
  });
  return {
    from,
    repetitions: rolled,
    stretches: shareOut(middles, drawn),
    out: middleWay(rolled.map(({ out }) => out)),
    back: middleWay(rolled.map(({ back }) => back)),
  };
}
