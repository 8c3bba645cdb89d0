// Every alignment measure: where it can be seen, what it needs, its formula and its sign. One entry a measure.
import { cross, degrees, distance, dot, length, minus, wrapDeg } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Frame } from './frame';
import type { Position, View } from './input';
import type { Landmark } from './landmarks';

export type Unit = 'deg' | 'mm' | 'ratio';

export type PictureFrames = { readonly now: Frame; readonly neutral: Frame };
type Points = readonly Vec2[];

export type MeasureRule = {
  readonly id: string;
  readonly name: string;
  readonly unit: Unit;
  readonly views: readonly View[];
  /** Absent: every position. */
  readonly positions?: readonly Position[];
  /** Landmarks of this picture, in the order in which `value` takes them. */
  readonly needs: readonly Landmark[];
  /** A landmark that serves where another is not marked. */
  readonly instead?: Readonly<Partial<Record<Landmark, Landmark>>>;
  /** Each landmark is needed left and right, in the order left, right. */
  readonly paired?: true;
  /** The same landmarks are needed in the set-up picture. */
  readonly fromNeutral?: true;
  readonly needsScale?: true;
  /** Reads directions of the trunk: against GT→AC when the trunk is off the mat. */
  readonly alongTrunk?: true;
  /** Pairs of `needs` that must not lie on one another. */
  readonly apart: readonly (readonly [number, number])[];
  /** Signed value, smooth in its points; points in pixels. */
  readonly value: (points: Points, neutral: Points, frames: PictureFrames) => number;
  /** What is reported of it, where the sign carries no meaning. */
  readonly report?: (signed: number) => number;
  /** Set when a value can only come from points taken for one another. */
  readonly swapped?: (points: Points, frame: Frame) => boolean;
};

const lying: readonly Position[] = ['supine', 'prone', 'sideLying', 'fourPoint', 'frontSupport'];
const upright: readonly Position[] = ['sitting', 'kneeling', 'standing'];

const p = (points: Points, index: number): Vec2 => points[index] ?? [Number.NaN, Number.NaN];
const between = (points: Points, from: number, to: number): Vec2 => minus(p(points, to), p(points, from));
const atan2Deg = (y: number, x: number): number => degrees(Math.atan2(y, x));

/** Angle of a line above the mat: 0 toward the feet end, 90 straight up. */
const elevation = (line: Vec2, frame: Frame): number => atan2Deg(dot(line, frame.up), dot(line, frame.footward));

/** Signed bend at the middle of three points: 0 when they lie on one line. */
const bend = (points: Points): number => {
  const [first, second] = [between(points, 1, 0), between(points, 1, 2)];
  return wrapDeg(180 - atan2Deg(cross(first, second), dot(first, second)));
};

const thorax = (points: Points, frame: Frame): number => {
  const line = between(points, 0, 1); // LR → SN
  return atan2Deg(dot(line, frame.bellyward), dot(line, frame.headward));
};

/** Length ratio of now to the set-up picture, each in its own scale where both have one. */
const lengthRatio = (points: Points, neutral: Points, frames: PictureFrames): number => {
  const scale = (frames.now.mmPerPx ?? 1) / (frames.neutral.mmPerPx ?? 1);
  return (distance(p(points, 0), p(points, 1)) / distance(p(neutral, 0), p(neutral, 1))) * scale;
};

/** Offset along the mat of the first point from the second, over their distance; + toward the head. */
const stack = (points: Points, frame: Frame): number => {
  const line = between(points, 1, 0);
  return dot(line, frame.headward) / length(line);
};

/** How far the middle point stands off the line between first and last, in pixels; + on the belly side. */
const offChord = (points: Points, frame: Frame): number => {
  const chord = between(points, 0, 2);
  const along = dot(between(points, 0, 1), chord) / dot(chord, chord);
  const foot: Vec2 = [p(points, 0)[0] + along * chord[0], p(points, 0)[1] + along * chord[1]];
  return dot(minus(p(points, 1), foot), frame.bellyward);
};

export const measureRules: readonly MeasureRule[] = [
  {
    id: 'pelvicTilt',
    name: 'pelvic tilt',
    unit: 'deg',
    views: ['side', 'above'],
    needs: ['ASIS', 'PS'],
    alongTrunk: true,
    apart: [[0, 1]],
    value: (points, _, { now }) =>
      atan2Deg(dot(between(points, 1, 0), now.bellyward), dot(between(points, 1, 0), now.headward)),
    swapped: (points, frame) => dot(between(points, 1, 0), frame.headward) <= 0,
  },
  {
    id: 'pelvicTiltPsis',
    name: 'pelvic tilt by PSIS',
    unit: 'deg',
    views: ['side', 'above'],
    needs: ['ASIS', 'PSIS'],
    alongTrunk: true,
    apart: [[0, 1]],
    value: (points, _, { now }) =>
      -atan2Deg(dot(between(points, 1, 0), now.headward), dot(between(points, 1, 0), now.bellyward)),
    swapped: (points, frame) => dot(between(points, 1, 0), frame.bellyward) <= 0,
  },
  {
    id: 'lumbarGap',
    name: 'gap under the low back',
    unit: 'mm',
    views: ['side'],
    positions: ['supine', 'fourPoint', 'standing', 'sitting', 'kneeling'],
    needs: ['S2', 'L3', 'T6'],
    needsScale: true,
    apart: [[0, 2]],
    value: (points, _, { now }) => Math.max(0, offChord(points, now)) * (now.mmPerPx ?? Number.NaN),
  },
  {
    id: 'lumbarCurve',
    name: 'low-back curve',
    unit: 'deg',
    views: ['side'],
    needs: ['S2', 'L3', 'T6'],
    apart: [[0, 2]],
    value: (points, _, { now }) =>
      4 * degrees(Math.atan((2 * offChord(points, now)) / distance(p(points, 0), p(points, 2)))),
  },
  {
    id: 'ribFlare',
    name: 'rib flare',
    unit: 'deg',
    views: ['side', 'above'],
    needs: ['LR', 'SN'],
    fromNeutral: true,
    alongTrunk: true,
    apart: [[0, 1]],
    value: (points, neutral, frames) => -wrapDeg(thorax(points, frames.now) - thorax(neutral, frames.neutral)),
    swapped: (points, frame) => dot(between(points, 0, 1), frame.headward) <= 0,
  },
  {
    id: 'ribPelvisRatio',
    name: 'rib to hip distance',
    unit: 'ratio',
    views: ['side', 'above'],
    needs: ['LR', 'ASIS'],
    fromNeutral: true,
    apart: [[0, 1]],
    value: lengthRatio,
  },
  {
    id: 'faceAngle',
    name: 'face angle',
    unit: 'deg',
    views: ['side', 'above'],
    needs: ['FH', 'CH'],
    apart: [[0, 1]],
    value: (points, _, { now }) =>
      -atan2Deg(dot(between(points, 1, 0), now.bellyward), dot(between(points, 1, 0), now.headward)),
  },
  {
    id: 'craniovertebral',
    name: 'head over neck',
    unit: 'deg',
    views: ['side'],
    positions: upright,
    needs: ['C7', 'TR'],
    apart: [[0, 1]],
    value: (points, _, { now }) =>
      atan2Deg(dot(between(points, 0, 1), now.up), dot(between(points, 0, 1), now.bellyward)),
  },
  {
    id: 'shoulderEar',
    name: 'shoulder to ear',
    unit: 'ratio',
    views: ['side', 'front'],
    needs: ['AC', 'TR'],
    fromNeutral: true,
    apart: [[0, 1]],
    value: lengthRatio,
  },
  {
    id: 'legElevation',
    name: 'thigh above the mat',
    unit: 'deg',
    views: ['side'],
    positions: lying,
    needs: ['GT', 'LK'],
    instead: { LK: 'LM' },
    apart: [[0, 1]],
    value: (points, _, { now }) => elevation(between(points, 0, 1), now),
  },
  {
    id: 'straightLegElevation',
    name: 'whole leg above the mat',
    unit: 'deg',
    views: ['side'],
    positions: lying,
    needs: ['GT', 'LM'],
    apart: [[0, 1]],
    value: (points, _, { now }) => elevation(between(points, 0, 1), now),
  },
  {
    id: 'kneeFlexion',
    name: 'knee bend',
    unit: 'deg',
    views: ['side', 'above'],
    needs: ['GT', 'LK', 'LM'],
    apart: [
      [0, 1],
      [1, 2],
    ],
    value: bend,
    report: Math.abs,
  },
  {
    id: 'tabletopError',
    name: 'off tabletop',
    unit: 'deg',
    views: ['side'],
    positions: ['supine'],
    needs: ['GT', 'LK', 'LM'],
    apart: [
      [0, 1],
      [1, 2],
    ],
    value: (points, _, { now }) => {
      const thigh = wrapDeg(elevation(between(points, 0, 1), now) - 90);
      const shank = elevation(between(points, 1, 2), now);
      return Math.abs(thigh) >= Math.abs(shank) ? thigh : shank;
    },
    report: Math.abs,
  },
  {
    id: 'curlHeight',
    name: 'upper back above the mat',
    unit: 'mm',
    views: ['side'],
    positions: ['supine'],
    needs: ['T6'],
    needsScale: true,
    apart: [],
    value: (points, _, { now }) => dot(minus(p(points, 0), now.matAt), now.up) * (now.mmPerPx ?? Number.NaN),
  },
  {
    id: 'plankLine',
    name: 'plank line',
    unit: 'deg',
    views: ['side'],
    positions: ['frontSupport', 'prone', 'fourPoint'],
    needs: ['AC', 'GT', 'LM'],
    apart: [
      [0, 1],
      [1, 2],
    ],
    value: (points, _, { now }) => (offChord(points, now) > 0 ? -1 : 1) * Math.abs(bend(points)),
  },
  {
    id: 'bridgeLine',
    name: 'bridge line',
    unit: 'deg',
    views: ['side'],
    positions: ['supine'],
    needs: ['AC', 'GT', 'LK'],
    apart: [
      [0, 1],
      [1, 2],
    ],
    value: (points, _, { now }) =>
      (offChord(points, { ...now, bellyward: now.up }) >= 0 ? 1 : -1) * Math.abs(bend(points)),
  },
  {
    id: 'shoulderOverWrist',
    name: 'shoulder over wrist',
    unit: 'ratio',
    views: ['side'],
    positions: lying,
    needs: ['AC', 'WR'],
    apart: [[0, 1]],
    value: (points, _, { now }) => stack(points, now),
  },
  {
    id: 'hipOverKnee',
    name: 'hip over knee',
    unit: 'ratio',
    views: ['side'],
    positions: lying,
    needs: ['GT', 'LK'],
    apart: [[0, 1]],
    value: (points, _, { now }) => stack(points, now),
  },
  {
    id: 'kneeOverHip',
    name: 'knee over hip',
    unit: 'ratio',
    views: ['side'],
    positions: lying,
    needs: ['LK', 'GT'],
    apart: [[0, 1]],
    value: (points, _, { now }) => stack(points, now),
  },
  {
    id: 'pelvicRoll',
    name: 'pelvis rolled to a side',
    unit: 'deg',
    views: ['foot', 'head', 'front', 'behind'],
    needs: ['ASIS'],
    paired: true,
    apart: [[0, 1]],
    value: (points, _, { now }) =>
      atan2Deg(dot(between(points, 0, 1), now.up), Math.abs(dot(between(points, 0, 1), now.rightward))),
  },
];

export const measureIds = measureRules.map(({ id }) => id);
