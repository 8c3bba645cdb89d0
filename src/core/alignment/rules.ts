// Every alignment measure: where it can be seen, what it needs, its formula and its sign. One entry a measure.
// Angles of segments after Winter 2009, Biomechanics and Motor Control of Human Movement, ch. 3; signs and tolerances are
// conventions of this product.
import { distance, dot, middle, minus, times, wrapDeg } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Frame } from './frame';
import type { Position, View } from '../anatomy/positions';
import type { Landmark, Side } from '../anatomy/landmarks';
import { along, bend, lean, lineAngle, negate, offChord, over, span, sum, chain } from './dual';
import type { Dual } from './dual';

export type Unit = 'deg' | 'mm' | 'ratio' | 'mmHg';

type Points = readonly Vec2[];

export type MeasureRule = {
  readonly id: string;
  readonly name: string;
  readonly unit: Unit;
  readonly views: readonly View[];
  /** Absent: every position. */
  readonly positions?: readonly Position[];
  /** Landmarks of this picture, in the order in which `read` takes them. */
  readonly needs: readonly Landmark[];
  /** Of `needs`, those that are wanted left and right (left first); `read` then takes two points in their place. */
  readonly paired?: readonly Landmark[];
  /** A landmark that serves where another is not marked. */
  readonly instead?: Readonly<Partial<Record<Landmark, Landmark>>>;
  /** Taken after `needs` where it is marked (left and right where it is one of the paired), without being asked for. */
  readonly helps?: Landmark;
  /** What the formula itself leaves out in this view (points at other distances from the lens): spread within and between set-ups. */
  readonly model?: (points: Points, view: View, value: number) => readonly [within: number, between: number];
  /** The vial that shows it; of one block, the earlier rule goes first. */
  readonly vial?: { readonly block: 'head' | 'ribs' | 'pelvis'; readonly seen: 'profile' | 'end' };
  /** The same thing read by other landmarks: one of a family is enough, the first is the one to ask for. */
  readonly family?: 'tilt';
  /** It has no direction: written without a plus. */
  readonly isSignless?: true;
  /** A length or a bend: the same whichever way the belly is. */
  readonly isBlindToBelly?: true;
  /** Means nothing in the set-up, before anything has moved. */
  readonly isOfTheTop?: true;
  /** Tells how the body lies, whatever an exercise watches: its marks are asked for, or it is listed as well. */
  readonly always?: 'asked' | 'listed';
  /** Taken to a client's own end, it is how far a joint of hers goes. */
  readonly tellsRange?: 'straightLegRaise' | 'curl';
  /** Kept over dates as the client's own neutral. */
  readonly isOwnNeutral?: true;
  /** The same landmarks are needed in the set-up picture. */
  readonly fromNeutral?: true;
  readonly needsScale?: true;
  /** Reads directions of the trunk: against GT→AC when the trunk is off the mat. */
  readonly alongTrunk?: true;
  /** Of one limb: told for left and right apart when both are marked; `always`: its side must be named. */
  readonly sided?: 'whenNamed' | 'always';
  /** Seen from here both limbs are told apart, and the one with less of it stands for both. */
  readonly lessOfBothIn?: readonly View[];
  /** Pairs of points that must not lie on one another. */
  readonly apart: readonly (readonly [number, number])[];
  /** Signed value with its slopes. */
  readonly read: (points: Points, frame: Frame, side: 1 | -1) => Dual;
  /** Against the set-up picture: a difference, or a ratio of lengths in each picture's own scale. */
  readonly compares?: 'difference' | 'ratio';
  /** What is reported of it, where the sign carries no meaning. */
  readonly report?: (signed: number) => number;
  /** Degrees that one degree of pelvic roll reads as, seen in profile. */
  readonly perRollDeg?: number;
  /** It tells that roll, from an end of the mat or by hand. */
  readonly tellsRoll?: true;
  /** Which side a value above 0 speaks of, where it is one side against the other. */
  readonly plusIs?: Side;
  /** It is what a tilt and this one make of it together: where both are measured it says nothing new. */
  readonly besideTilt?: string;
  /** Beyond it the limb toward the lens is not the one that carries: read, but not judged. */
  readonly plausible?: { readonly within: number; readonly else: string };
  /** By view, how much nearer to the lens its first landmarks stand than its last, mm: brought to one depth. */
  readonly standsNearerMm?: Readonly<Partial<Record<View, number>>>;
  /** Set when a value can only come from points taken for one another; the two landmarks it may be. */
  readonly swapped?: {
    readonly of: readonly [number, number];
    readonly when: (points: Points, frame: Frame) => boolean;
  };
};

const lying: readonly Position[] = ['supine', 'prone', 'sideLying', 'fourPoint', 'frontSupport'];
const upright: readonly Position[] = ['sitting', 'kneeling', 'standing'];

const p = (points: Points, index: number): Vec2 => points[index] ?? [Number.NaN, Number.NaN];
const line = (points: Points, from: number, to: number): Vec2 => minus(p(points, to), p(points, from));

/** Angle of the line between two points: from headward toward the belly. */
const tiltOf = (points: Points, from: number, to: number, frame: Frame): Dual =>
  lineAngle(points, from, to, frame.bellyward, frame.headward);

/** Angle above the mat: 0 toward the feet end, 90 straight up. */
const elevation = (points: Points, from: number, to: number, frame: Frame): Dual =>
  lineAngle(points, from, to, frame.up, frame.footward);

/** Bend of three points, signed by the side on which the middle one stands off the line of the others. */
function signedBend(points: Points, toward: Vec2): Dual {
  const bent = bend(points);
  const stands = offChord(points, toward).value >= 0 ? 1 : -1;
  return bent.value * stands >= 0 ? bent : negate(bent);
}

/** The client's right across the picture, as the marked left and right say. */
const rightwardOf = (points: Points, frame: Frame): Vec2 =>
  dot(line(points, 0, 1), frame.rightward) < 0 ? times(frame.rightward, -1) : frame.rightward;

/** A straight leg in ASIS widths (length of thigh and shank over 0.14 of stature; de Leva 1996, Bell 1990). */
const legInAsisWidths = 3.4;

/** Seen from the front, from above or from the foot end, a leg much shorter than it is long is bent toward the lens. */
const isBentTowardLens = (points: Points): boolean =>
  points.length >= 5 && distance(p(points, 0), p(points, 2)) < 2.6 * distance(p(points, 3), p(points, 4));

/** How far the line between one pair of points turns toward the belly past the line between another. */
function turnPast(points: Points, [a, b]: Pair, [c, d]: Pair, frame: Frame): Dual {
  const turned = sum(tiltOf(points, c, d, frame), negate(tiltOf(points, a, b, frame)));
  return chain(turned, wrapDeg(turned.value), 1);
}
type Pair = readonly [from: number, to: number];

/** Ends of the side line that other marks serve for. */
export const sideLineServedBy: Readonly<Partial<Record<Landmark, Landmark>>> = { SL1: 'GT', SL7: 'TR' };

/** A bend of the side line, from own neutral: + rounds toward the belly. */
const sideLine = (id: string, name: string, needs: readonly Landmark[], first: Pair, second: Pair): MeasureRule => ({
  id,
  name,
  unit: 'deg',
  views: ['side'],
  needs,
  instead: sideLineServedBy,
  fromNeutral: true,
  compares: 'difference',
  apart: [first, second],
  read: (points, frame) => turnPast(points, first, second, frame),
});

export const measureRules: readonly MeasureRule[] = [
  {
    id: 'pelvicTilt',
    perRollDeg: 1.3,
    name: 'pelvic tilt',
    unit: 'deg',
    vial: { block: 'pelvis', seen: 'profile' },
    family: 'tilt',
    isOwnNeutral: true,
    views: ['side', 'above'],
    needs: ['ASIS', 'PS'],
    alongTrunk: true,
    apart: [[0, 1]],
    read: (points, frame) => tiltOf(points, 1, 0, frame),
    swapped: { of: [0, 1], when: (points, frame) => dot(line(points, 1, 0), frame.headward) <= 0 },
  },
  {
    id: 'pelvicTiltPsis',
    perRollDeg: 0.1,
    name: 'pelvic tilt by PSIS',
    unit: 'deg',
    vial: { block: 'pelvis', seen: 'profile' },
    family: 'tilt',
    isOwnNeutral: true,
    views: ['side', 'above'],
    needs: ['ASIS', 'PSIS'],
    alongTrunk: true,
    apart: [[0, 1]],
    read: (points, frame) => negate(lineAngle(points, 1, 0, frame.headward, frame.bellyward)),
    swapped: { of: [0, 1], when: (points, frame) => dot(line(points, 1, 0), frame.bellyward) <= 0 },
  },
  {
    id: 'pelvicTiltStrip',
    perRollDeg: 0.02,
    name: 'pelvic tilt by the strip',
    unit: 'deg',
    vial: { block: 'pelvis', seen: 'profile' },
    family: 'tilt',
    views: ['side', 'above'],
    needs: ['STF', 'STB'],
    alongTrunk: true,
    apart: [[0, 1]],
    read: (points, frame) => tiltOf(points, 1, 0, frame),
  },
  {
    id: 'lumbarGap',
    besideTilt: 'ribFlare',
    name: 'gap under the low back',
    unit: 'mm',
    isSignless: true,
    isOwnNeutral: true,
    views: ['side'],
    positions: ['supine', 'fourPoint', 'standing', 'sitting', 'kneeling'],
    needs: ['S2', 'L3', 'T6'],
    needsScale: true,
    apart: [[0, 2]],
    read: (points, frame) => {
      const off = offChord(points, frame.bellyward);
      const mm = frame.mmPerPx ?? Number.NaN;
      return chain(off, off.value * mm, mm);
    },
    report: (signed) => Math.max(0, signed),
  },
  {
    id: 'lumbarCurve',
    name: 'low-back curve',
    unit: 'deg',
    isSignless: true,
    views: ['side'],
    needs: ['S2', 'L3', 'T6'],
    apart: [[0, 2]],
    read: (points, frame) => {
      const chord = span(points, 0, 2);
      const share = over(offChord(points, frame.bellyward), chord);
      const degreesPer = 720 / Math.PI;
      return chain(share, degreesPer * Math.atan(2 * share.value), (2 * degreesPer) / (1 + 4 * share.value ** 2));
    },
  },
  {
    id: 'ribFlare',
    name: 'rib flare',
    unit: 'deg',
    vial: { block: 'ribs', seen: 'profile' },
    views: ['side', 'above'],
    needs: ['LR', 'SN'],
    fromNeutral: true,
    compares: 'difference',
    alongTrunk: true,
    apart: [[0, 1]],
    read: (points, frame) => negate(tiltOf(points, 0, 1, frame)),
    swapped: { of: [1, 0], when: (points, frame) => dot(line(points, 0, 1), frame.headward) <= 0 },
  },
  {
    id: 'ribPelvisRatio',
    name: 'rib to hip distance',
    unit: 'ratio',
    isBlindToBelly: true,
    views: ['side', 'above'],
    needs: ['LR', 'ASIS'],
    fromNeutral: true,
    compares: 'ratio',
    apart: [[0, 1]],
    read: (points) => span(points, 0, 1),
  },
  {
    id: 'faceAngle',
    name: 'face angle',
    unit: 'deg',
    vial: { block: 'head', seen: 'profile' },
    views: ['side', 'above'],
    needs: ['FH', 'CH'],
    apart: [[0, 1]],
    read: (points, frame) => negate(tiltOf(points, 1, 0, frame)),
  },
  {
    id: 'craniovertebral',
    name: 'head over neck',
    unit: 'deg',
    vial: { block: 'head', seen: 'profile' },
    isSignless: true,
    views: ['side'],
    positions: upright,
    needs: ['C7', 'TR'],
    apart: [[0, 1]],
    read: (points, frame) => lineAngle(points, 0, 1, frame.up, frame.bellyward),
  },
  {
    id: 'shoulderEar',
    name: 'shoulder to ear',
    unit: 'ratio',
    views: ['side', 'front'],
    needs: ['AC', 'TR'],
    fromNeutral: true,
    compares: 'ratio',
    sided: 'whenNamed',
    lessOfBothIn: ['front'],
    apart: [[0, 1]],
    model: (_, view) => (view === 'front' ? [0.026, 0.03] : [0, 0]),
    read: (points) => span(points, 0, 1),
  },
  {
    id: 'legElevation',
    name: 'thigh above the mat',
    unit: 'deg',
    isSignless: true,
    always: 'listed',
    views: ['side'],
    positions: lying,
    needs: ['GT', 'LK'],
    instead: { LK: 'LM' },
    sided: 'whenNamed',
    apart: [[0, 1]],
    read: (points, frame) => elevation(points, 0, 1, frame),
  },
  {
    id: 'straightLegElevation',
    tellsRange: 'straightLegRaise',
    name: 'whole leg above the mat',
    unit: 'deg',
    isSignless: true,
    views: ['side'],
    positions: lying,
    needs: ['GT', 'LM'],
    sided: 'whenNamed',
    apart: [[0, 1]],
    read: (points, frame) => elevation(points, 0, 1, frame),
  },
  {
    id: 'kneeFlexion',
    name: 'knee bend',
    unit: 'deg',
    isSignless: true,
    isBlindToBelly: true,
    always: 'asked',
    views: ['side', 'above'],
    needs: ['GT', 'LK', 'LM'],
    sided: 'whenNamed',
    apart: [
      [0, 1],
      [1, 2],
    ],
    read: bend,
    report: Math.abs,
  },
  {
    id: 'tabletopError',
    name: 'off tabletop',
    unit: 'deg',
    isSignless: true,
    isOfTheTop: true,
    views: ['side'],
    positions: ['supine'],
    needs: ['GT', 'LK', 'LM'],
    apart: [
      [0, 1],
      [1, 2],
    ],
    read: (points, frame) => {
      const thigh = elevation(points, 0, 1, frame);
      const offUpright = ((thigh.value - 90 + 540) % 360) - 180;
      const shank = elevation(points, 1, 2, frame);
      return Math.abs(offUpright) >= Math.abs(shank.value) ? chain(thigh, offUpright, 1) : shank;
    },
    report: Math.abs,
  },
  {
    id: 'curlHeight',
    tellsRange: 'curl',
    name: 'upper back above the mat',
    unit: 'mm',
    isSignless: true,
    views: ['side'],
    positions: ['supine'],
    needs: ['T6'],
    needsScale: true,
    apart: [],
    model: () => [0, 10], // the mat's near edge lies some 300 mm nearer to a lens that may look down by 2°
    read: (points, frame) => {
      const height = along(points, [1], frame.matAt, frame.up);
      const mm = frame.mmPerPx ?? Number.NaN;
      return chain(height, height.value * mm, mm);
    },
  },
  sideLine('pelvisOnThigh', 'pelvis on thigh', ['LK', 'SL1', 'SL2'], [0, 1], [1, 2]),
  sideLine('lowBackBend', 'bend of the low back', ['SL1', 'SL2', 'SL4'], [0, 1], [1, 2]),
  sideLine('lowBackBendStrip', 'bend of the low back, by the strip', ['STB', 'STF', 'SL2', 'SL4'], [0, 1], [2, 3]),
  sideLine('chestBend', 'bend of the chest', ['SL2', 'SL4', 'SL5'], [0, 1], [1, 2]),
  sideLine('neckBend', 'bend of the neck', ['SL4', 'SL5', 'SL7'], [0, 1], [1, 2]),
  sideLine('cCurve', 'C-curve', ['SL1', 'SL2', 'SL4', 'SL5'], [0, 1], [2, 3]),
  {
    id: 'plankLine',
    name: 'plank line',
    unit: 'deg',
    vial: { block: 'pelvis', seen: 'profile' },
    views: ['side'],
    positions: ['frontSupport', 'prone', 'fourPoint'],
    needs: ['AC', 'GT', 'LM'],
    apart: [
      [0, 1],
      [1, 2],
    ],
    read: (points, frame) => signedBend(points, times(frame.bellyward, -1)),
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
    plausible: { within: 35, else: 'the leg toward the lens is in the air: mark the one that stands, from its side' },
    read: (points, frame) => signedBend(points, frame.up),
  },
  {
    id: 'shoulderOverWrist',
    name: 'shoulder over wrist',
    unit: 'ratio',
    views: ['side'],
    positions: ['fourPoint', 'frontSupport'],
    needs: ['AC', 'WR'],
    apart: [[0, 1]],
    model: () => [0, 0.006],
    plausible: {
      within: 0.6,
      else: 'the arm toward the lens is off the mat: mark the one that carries, from its side',
    },
    read: (points, frame) => lean(points, 1, 0, frame.headward),
  },
  {
    id: 'hipOverKnee',
    name: 'hip over knee',
    unit: 'ratio',
    views: ['side'],
    positions: ['supine', 'fourPoint'],
    needs: ['GT', 'LK'],
    apart: [[0, 1]],
    read: (points, frame) => lean(points, 1, 0, frame.headward),
  },
  {
    id: 'kneeOverHip',
    name: 'knee over hip',
    unit: 'ratio',
    views: ['side'],
    positions: ['supine', 'fourPoint'],
    needs: ['LK', 'GT'],
    apart: [[0, 1]],
    read: (points, frame) => lean(points, 1, 0, frame.headward),
  },
  {
    id: 'pelvicRoll',
    tellsRoll: true,
    plusIs: 'L', // the right one is up: she rolls to the left
    name: 'pelvis rolled to a side',
    unit: 'deg',
    vial: { block: 'pelvis', seen: 'end' },
    views: ['foot', 'head', 'front', 'behind'],
    needs: ['ASIS'],
    paired: ['ASIS'],
    apart: [[0, 1]],
    read: (points, frame) => lineAngle(points, 0, 1, frame.up, rightwardOf(points, frame)),
  },
  {
    id: 'pelvicHike',
    plusIs: 'R',
    name: 'pelvis hiked to a side',
    unit: 'deg',
    vial: { block: 'pelvis', seen: 'end' },
    views: ['above', 'front'],
    needs: ['ASIS'],
    paired: ['ASIS'],
    helps: 'SN',
    apart: [[0, 1]],
    read: (points, frame) => {
      const rightward = rightwardOf(points, frame);
      const level = lineAngle(points, 0, 1, frame.headward, rightward);
      const [left, right, notch] = points;
      if (!left || !right || !notch) return level;
      // From square to the midline, mid-ASIS to the notch, instead of square to the mat.
      const leaning = lineAngle([middle(left, right), notch], 0, 1, rightward, frame.headward);
      const [x = 0, y = 0, notchX = 0, notchY = 0] = leaning.slopes;
      return sum(level, { ...leaning, slopes: [x / 2, y / 2, x / 2, y / 2, notchX, notchY] });
    },
  },
  {
    id: 'pelvicShift',
    plusIs: 'R',
    name: 'pelvis shifted to a side',
    unit: 'ratio',
    views: ['above', 'foot'],
    needs: ['ASIS'],
    paired: ['ASIS'],
    helps: 'SN',
    apart: [[0, 1]],
    model: (_, view) => (view === 'foot' ? [0.006, 0.035] : [0.002, 0.01]),
    read: (points, frame) => {
      // From the notch's line along the mat; without it, from the middle of the mat's edge.
      const rightward = rightwardOf(points, frame);
      const off =
        points.length > 2
          ? along(points, [0.5, 0.5, -1], [0, 0], rightward)
          : along(points, [0.5, 0.5], frame.matMiddle, rightward);
      return over(off, span(points, 0, 1));
    },
  },
  {
    id: 'kneeTrack',
    name: 'knee over the foot',
    unit: 'ratio',
    views: ['above', 'front', 'foot'],
    needs: ['GT', 'PAT', 'LM'],
    instead: { GT: 'ASIS' },
    helps: 'ASIS',
    paired: ['ASIS'],
    sided: 'always',
    apart: [[0, 2]],
    read: (points, frame, side) => {
      const outward = times(frame.rightward, side);
      if (!isBentTowardLens(points)) return over(offChord(points, outward), span(points, 0, 2));
      // A bent leg comes toward the lens, away from the line hip–ankle: only what is to the side of it counts.
      const share = over(along(points, [-0.5, 1, -0.5], [0, 0], outward), span(points, 3, 4));
      return chain(share, share.value / legInAsisWidths, 1 / legInAsisWidths);
    },
    model: (points) => (isBentTowardLens(points) ? [0.02, 0.035] : [0.002, 0.004]),
  },
  {
    id: 'footSpacing',
    name: 'heel to heel',
    unit: 'ratio',
    isSignless: true,
    views: ['foot', 'above'],
    needs: ['HEEL', 'ASIS'],
    paired: ['HEEL', 'ASIS'],
    apart: [[2, 3]],
    standsNearerMm: { foot: 500 },
    model: (_, __, value) => [0.1 * value, 0.18 * value],
    read: (points) => over(span(points, 0, 1), span(points, 2, 3)),
  },
];

export const measureIds = measureRules.map(({ id }) => id);

const idsOf = (is: (rule: MeasureRule) => boolean): ReadonlySet<string> =>
  new Set(measureRules.filter(is).map(({ id }) => id));
/** The pelvis' tilt by any of its landmarks, the usual first. */
export const tilts = idsOf(({ family }) => family === 'tilt');
/** Stretches of the spine as the side line shows them, from the pelvis up. */
export const stretches = ['lowBack', 'chest', 'neck'] as const;
export type Stretch = (typeof stretches)[number];
/**
 * What tells the bend of each stretch, the sharpest first: the outer hip slides far over its bone as the thigh comes near, the strip
 * on the pelvis does not.
 */
export const bendsOf: Readonly<Record<Stretch, readonly string[]>> = {
  lowBack: ['lowBackBendStrip', 'lowBackBend'],
  chest: ['chestBend'],
  neck: ['neckBend'],
};

/** The same, the one first that a roll of the pelvis moves least. */
export const tiltsByRoll: readonly string[] = measureRules
  .filter(({ family }) => family === 'tilt')
  .sort((a, b) => (a.perRollDeg ?? 0) - (b.perRollDeg ?? 0))
  .map(({ id }) => id);
/** Measures that compare with the set-up picture inside their own definition. */
export const selfCompared = idsOf(({ fromNeutral }) => fromNeutral === true);
export const signless = idsOf(({ isSignless }) => isSignless === true);
export const ofTheTop = idsOf(({ isOfTheTop }) => isOfTheTop === true);
/** Why a value is not judged, by measure, where it can only come from a limb that does not carry. */
export function implausible(id: string, value: number): string | undefined {
  const plausible = measureRules.find((rule) => rule.id === id)?.plausible;
  return plausible && Math.abs(value) > plausible.within ? plausible.else : undefined;
}

/** The side that a value speaks of, where the measure is one side against the other. */
export function sideMeant(id: string, value: number): Side | undefined {
  const plus = measureRules.find((rule) => rule.id === id)?.plusIs;
  if (!plus || value === 0) return undefined;
  return value > 0 === (plus === 'R') ? 'R' : 'L';
}

/** The measure that tells the pelvis' roll; every list has one. */
export const rollMeasure = measureRules.find(({ tellsRoll }) => tellsRoll)?.id ?? '';

/** Degrees of pelvic roll that read as so many degrees of a measure in a picture; undefined where a roll hardly shows in it. */
export function rollAlike(id: string, deg: number): number | undefined {
  const perRoll = measureRules.find((rule) => rule.id === id)?.perRollDeg ?? 0;
  return perRoll >= 1 ? deg / perRoll : undefined;
}

/** Whether a measure says nothing new where these are measured as well. */
export function isToldApart(id: string, measured: readonly string[]): boolean {
  const beside = measureRules.find((rule) => rule.id === id)?.besideTilt;
  return beside !== undefined && measured.includes(beside) && measured.some((one) => tilts.has(one));
}

export const alwaysAsked = idsOf(({ always }) => always !== undefined);
export const alwaysListed = idsOf(({ always }) => always === 'listed');
export const ownNeutralMeasures = idsOf(({ isOwnNeutral }) => isOwnNeutral === true);
