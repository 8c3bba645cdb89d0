// A posed body in space. World axes for a body lying on its back: x along the mat to the head, y to the client's right,
// z up; origin on the mat's surface under the middle of the hips. Millimetres.
import { aboutX, aboutY, apply, clamp, multiply, plus3, radians } from '../geometry';
import type { Mat3, Vec3 } from '../geometry';
import type { LandmarkKey, Side } from '../alignment/landmarks';
import type { LegPose } from '../knowledge/entries';
import { asisWidthMm, segmentLengthMm } from './segments';
import type { Body } from './segments';

export type SupinePose = {
  readonly left: LegPose;
  readonly right: LegPose;
  /** From the anatomical level of ASIS and PS; + arch. */
  readonly pelvicTiltDeg?: number;
  /** + right side up. */
  readonly pelvicRollDeg?: number;
  /** + lower ribs lift away. */
  readonly ribFlareDeg?: number;
  /** + chin lifted. */
  readonly faceDeg?: number;
  /** Thickness of a support under the skull. */
  readonly headSupportMm?: number;
};

export type Joints = {
  readonly hip: Vec3;
  readonly knee: Vec3;
  readonly ankle: Vec3;
  readonly heel: Vec3;
  readonly ball: Vec3;
  readonly toe: Vec3;
  readonly shoulder: Vec3;
  readonly elbow: Vec3;
  readonly wrist: Vec3;
  readonly hand: Vec3;
};

/** A rigid block: where it sits and how it is turned; local axes are headward, right, front. */
export type BlockFrame = { readonly at: Vec3; readonly turn: Mat3 };

export type PosedBody = {
  readonly heightMm: number;
  readonly sides: Readonly<Record<Side, Joints>>;
  readonly pelvis: BlockFrame;
  readonly ribs: BlockFrame;
  readonly head: BlockFrame;
  /** Joint centres from L5/S1 to the skull. */
  readonly spine: readonly Vec3[];
  /** Skin over the back's middle line, from seat to nape. */
  readonly back: readonly Vec3[];
  /** Skin over the front's middle line, from throat to groin. */
  readonly front: readonly Vec3[];
  readonly landmarks: Readonly<Partial<Record<LandmarkKey, Vec3>>>;
};

/** A point of a block in the world. */
export const place = ({ at, turn }: BlockFrame, local: Vec3): Vec3 => plus3(at, apply(turn, local));

const pitch = (deg: number): Mat3 => aboutY(-radians(deg));

/**
 * Pitches of a chain of equal segments that leaves at `first`, arrives at `last` (degrees) and rises by `rise` in all:
 * a quadratic in the segment's number, its mean solved so that the chain ends at the wanted height.
 */
function bendChain(count: number, segment: number, first: number, last: number, rise: number): number[] {
  const middle = (count - 1) / 2;
  const spread =
    Array.from({ length: count }, (_, i) => (i - middle) ** 2).reduce((sum, square) => sum + square, 0) / count;
  const pitches = (mean: number): number[] => {
    const slope = (last - first) / (count - 1);
    const curve = ((first + last) / 2 - mean) / (middle ** 2 - spread);
    return Array.from({ length: count }, (_, i) => mean + slope * (i - middle) + curve * ((i - middle) ** 2 - spread));
  };
  const risen = (mean: number) => pitches(mean).reduce((sum, deg) => sum + segment * Math.sin(radians(deg)), 0);
  let [lo, hi] = [-60, 60];
  for (let turn = 0; turn < 40; turn += 1) {
    const mean = (lo + hi) / 2;
    if (risen(mean) < rise) lo = mean;
    else hi = mean;
  }
  return pitches((lo + hi) / 2);
}

/** Joint centres along a chain, the start left out. */
function follow(start: Vec3, segment: number, pitches: readonly number[]): Vec3[] {
  const points: Vec3[] = [];
  let at = start;
  for (const deg of pitches) {
    at = plus3(at, [segment * Math.cos(radians(deg)), 0, segment * Math.sin(radians(deg))]);
    points.push(at);
  }
  return points;
}

/** Where the pelvis can rest, in ASIS widths: seat and sacrum. */
const pelvisContacts: readonly Vec3[] = [
  [-0.1, 0, -0.5],
  [0.28, 0, -0.49],
];
const thoracicPitches = [-15, -5, 6, 17];
const lumbarLeavesAt = 19;
const neckArrivesAt = 6;

function poseLeg(
  hip: Vec3,
  leg: LegPose,
  body: Body,
  h: number,
): Pick<Joints, 'hip' | 'knee' | 'ankle' | 'heel' | 'ball' | 'toe'> {
  const [thigh, shank] = [segmentLengthMm('thigh', body), segmentLengthMm('shank', body)];
  const y = hip[1];
  let knee: Vec3;
  let ankle: Vec3;
  let foot: number; // direction of the sole from heel to toe, degrees above the mat toward the feet end
  if (leg.kind === 'raised') {
    const [a, b] = [radians(leg.thighDeg), radians(leg.thighDeg - leg.kneeDeg)];
    knee = plus3(hip, [-thigh * Math.cos(a), 0, thigh * Math.sin(a)]);
    ankle = plus3(knee, [-shank * Math.cos(b), 0, shank * Math.sin(b)]);
    foot = leg.thighDeg - leg.kneeDeg + 46;
  } else {
    const lift = leg.heelLift ?? 0;
    const reach = 0.165 * h;
    foot = -(Math.asin(clamp(lift / (0.12 * h), 0, 0.9)) * 180) / Math.PI;
    ankle = [hip[0] - (thigh + shank - reach) * 0.82 + lift * 0.25, y, 0.042 * h + lift * 0.86];
    const [dx, dz] = [hip[0] - ankle[0], hip[2] - ankle[2]];
    const chord = Math.min(Math.hypot(dx, dz), 0.999 * (thigh + shank));
    const atAnkle = Math.acos(clamp((shank ** 2 + chord ** 2 - thigh ** 2) / (2 * shank * chord), -1, 1));
    const rise = Math.atan2(dz, dx) + atAnkle;
    knee = plus3(ankle, [shank * Math.cos(rise), 0, shank * Math.sin(rise)]);
  }
  const sole = (along: number, up: number): Vec3 => {
    const turn = radians(foot);
    return plus3(ankle, [
      -along * Math.cos(turn) + up * Math.sin(turn),
      0,
      along * Math.sin(turn) + up * Math.cos(turn),
    ]);
  };
  return {
    hip,
    knee,
    ankle,
    heel: sole(-0.02 * h, -0.021 * h),
    ball: sole(0.07 * h, -0.026 * h),
    toe: sole(0.104 * h, -0.03 * h),
  };
}

function poseArm(
  shoulder: Vec3,
  side: number,
  body: Body,
  h: number,
): Pick<Joints, 'shoulder' | 'elbow' | 'wrist' | 'hand'> {
  const reach = (from: Vec3, span: number, height: number, out: number): Vec3 => {
    const drop = from[2] - height;
    return [from[0] - Math.sqrt(Math.max(0, span ** 2 - drop ** 2 - out ** 2)), from[1] + side * out, height];
  };
  const elbow = reach(shoulder, segmentLengthMm('upperArm', body), 0.028 * h, 0.028 * h);
  const wrist = reach(elbow, segmentLengthMm('forearm', body), 0.02 * h, 0.008 * h);
  const hand = reach(wrist, segmentLengthMm('hand', body) * 1.7, 0.014 * h, 0);
  return { shoulder, elbow, wrist, hand };
}

/** Poses a body on its back: pelvis, ribs and skull rest on the mat; low back and neck bend to fit between them. */
export function poseSupine(body: Body, pose: SupinePose): PosedBody {
  const h = body.heightM * 1000;
  const w = asisWidthMm(body);
  const tilt = pose.pelvicTiltDeg ?? 0;
  const pelvisTurn = multiply(aboutX(radians(pose.pelvicRollDeg ?? 0)), pitch(tilt));
  const pelvisRests = Math.max(...pelvisContacts.map(([x, y, z]) => -apply(pelvisTurn, [x * w, y * w, z * w])[2]));
  const pelvis: BlockFrame = { at: [0, 0, pelvisRests], turn: pelvisTurn };
  const base = place(pelvis, [0.4 * w, 0, -0.22 * w]);

  // Ribs: turned by the flare, then lowered until the deepest skin of the back touches the mat.
  const flare = pose.ribFlareDeg ?? 0;
  const [vertebra, skinDepth] = [0.0435 * h, 0.029 * h];
  const thoracic = thoracicPitches.map((deg) => deg - flare);
  const shape = follow([0, 0, 0], vertebra, thoracic);
  const ribsBottomMm = skinDepth - Math.min(0, ...shape.map(([, , z]) => z));

  const lumbarMm = 0.0214 * h;
  const lumbar = follow(
    base,
    lumbarMm,
    bendChain(5, lumbarMm, lumbarLeavesAt + tilt, (thoracic[0] ?? 0) - 2, ribsBottomMm - base[2]),
  );
  const t12 = lumbar.at(-1) ?? base;
  const thorax = follow(t12, vertebra, thoracic);
  const c7 = thorax.at(-1) ?? t12;
  const ribs: BlockFrame = { at: t12, turn: pitch(-flare) };

  // Head: skull on the mat or its support; the neck bends to reach it.
  const face = pose.faceDeg ?? -4;
  const headTurn = pitch(-face);
  const skull = 0.058 * h + (pose.headSupportMm ?? 0);
  const atlas: Vec3 = [-0.036 * h, 0, -0.014 * h];
  const neckMm = 0.0185 * h;
  const neckRise = skull + apply(headTurn, atlas)[2] - c7[2];
  const neck = follow(
    c7,
    neckMm,
    bendChain(4, neckMm, (thoracic.at(-1) ?? 0) + 4, neckArrivesAt - face * 0.5, neckRise),
  );
  const top = neck.at(-1) ?? c7;
  const offset = apply(headTurn, atlas);
  const head: BlockFrame = { at: [top[0] - offset[0], 0, skull], turn: headTurn };

  const limbs = (side: Side): Joints => {
    const sign = side === 'R' ? 1 : -1;
    const hip = place(pelvis, [0, sign * 0.36 * w, 0]);
    return {
      ...poseLeg(hip, side === 'R' ? pose.right : pose.left, body, h),
      ...poseArm(place(ribs, [0.135 * h, sign * 0.1 * h, -0.004 * h]), sign, body, h),
    };
  };
  const sides = { L: limbs('L'), R: limbs('R') };
  const mid = (share: number): Vec3 => {
    const index = Math.min(lumbar.length - 1, Math.floor(share * lumbar.length));
    return lumbar[index] ?? base;
  };
  const behind = (at: Vec3, depth: number): Vec3 => [at[0], at[1], Math.max(0, at[2] - depth)];
  const l3 = behind(mid(0.4), 0.0345 * h);
  const back: Vec3[] = [
    place(pelvis, [-0.42 * w, 0, -0.3 * w]),
    place(pelvis, [-0.1 * w, 0, -0.5 * w]),
    place(pelvis, [0.28 * w, 0, -0.49 * w]),
    l3,
    behind(t12, 0.031 * h),
    behind(thorax[1] ?? t12, skinDepth),
    behind(thorax[2] ?? t12, skinDepth),
    behind(c7, 0.03 * h),
    behind(neck[1] ?? c7, 0.034 * h),
  ];
  const belly = (a: Vec3, b: Vec3, share: number, raise: number): Vec3 => [
    a[0] + (b[0] - a[0]) * share,
    0,
    a[2] + (b[2] - a[2]) * share + raise,
  ];
  const [xiphoid, pubis] = [place(ribs, [0.04 * h, 0, 0.083 * h]), place(pelvis, [-0.125 * w, 0, 0.19 * w])];
  const front: Vec3[] = [
    place(ribs, [0.158 * h, 0, 0.048 * h]),
    place(ribs, [0.115 * h, 0, 0.083 * h]),
    place(ribs, [0.075 * h, 0, 0.09 * h]),
    xiphoid,
    belly(xiphoid, pubis, 0.4, -0.002 * h),
    belly(xiphoid, pubis, 0.72, 0.007 * h),
    pubis,
    place(pelvis, [-0.3 * w, 0, 0.06 * w]),
  ];
  return {
    heightMm: h,
    sides,
    pelvis,
    ribs,
    head,
    back,
    front,
    spine: [base, ...lumbar, ...thorax, ...neck],
    landmarks: {
      ...findLandmarks(sides, { pelvis, ribs, head }, h, w),
      S2: back[2],
      L3: l3,
      T12: back[4],
      T6: back[6],
      C7: back[7],
    },
  };
}

function findLandmarks(
  sides: Readonly<Record<Side, Joints>>,
  { pelvis, ribs, head }: Readonly<Record<'pelvis' | 'ribs' | 'head', BlockFrame>>,
  h: number,
  w: number,
): Partial<Record<LandmarkKey, Vec3>> {
  const found: Partial<Record<LandmarkKey, Vec3>> = {
    PS: place(pelvis, [-0.125 * w, 0, 0.19 * w]),
    SN: place(ribs, [0.148 * h, 0, 0.05 * h]),
    XP: place(ribs, [0.045 * h, 0, 0.085 * h]),
    FH: place(head, [0.028 * h, 0, 0.06 * h]),
    CH: place(head, [-0.06 * h, 0, 0.06 * h]),
  };
  for (const side of ['L', 'R'] as const) {
    const sign = side === 'R' ? 1 : -1;
    const joints = sides[side];
    found[`ASIS_${side}`] = place(pelvis, [0.3 * w, sign * 0.5 * w, 0.19 * w]);
    found[`PSIS_${side}`] = place(pelvis, [0.422 * w, sign * 0.19 * w, -0.438 * w]);
    found[`GT_${side}`] = place(pelvis, [0, sign * 0.7 * w, -0.02 * w]);
    found[`SEAT_${side}`] = place(pelvis, [-0.35 * w, sign * 0.25 * w, -0.2 * w]);
    found[`LR_${side}`] = place(ribs, [-0.003 * h, sign * 0.055 * h, 0.07 * h]);
    found[`AC_${side}`] = place(ribs, [0.15 * h, sign * 0.107 * h, 0]);
    found[`TR_${side}`] = place(head, [-0.015 * h, sign * 0.045 * h, -0.005 * h]);
    found[`LK_${side}`] = plus3(joints.knee, [0, sign * 0.03 * h, 0]);
    found[`LM_${side}`] = plus3(joints.ankle, [0, sign * 0.021 * h, 0]);
    found[`EL_${side}`] = joints.elbow;
    found[`WR_${side}`] = joints.wrist;
    found[`TOE_${side}`] = joints.toe;
    found[`HEEL_${side}`] = joints.heel;
  }
  return found;
}
