// A body somebody might meet, doing something in some position, photographed and marked as a careful person would err.
// For checking that measures and their errors are honest; and as made-up clients to practise on.
import type { MeasureInput } from '@/core/alignment/input';
import type { Position, View } from '@/core/anatomy/positions';
import { landmarkInfo } from '@/core/anatomy/landmarks';
import type { Joint, Landmark, Landmarks, Slip } from '@/core/anatomy/landmarks';
import { poseBody } from '@/core/body/skeleton';
import type { PosedBody } from '@/core/body/skeleton';
import { keepWithinLimits } from '@/core/body/pose';
import type { LegPose, Pose } from '@/core/body/pose';
import type { Body } from '@/core/body/segments';
import { degrees, dot3, length3, minus3, plus3, radians } from '@/core/geometry';
import type { Vec2, Vec3 } from '@/core/geometry';
import { matHalf, references, shownIn } from '@/core/figure/true-marks';
import type { Camera, Eye } from '@/core/figure/camera';

/** Where each position is looked at from. */
export const viewsOf: Readonly<Record<Position, readonly View[]>> = {
  supine: ['side', 'foot', 'above'],
  prone: ['side'],
  sideLying: ['above'],
  fourPoint: ['side'],
  frontSupport: ['side'],
  sitting: ['side', 'front'],
  kneeling: ['side', 'front'],
  standing: ['side', 'front'],
};

export type Shaky = { readonly uniform: () => number; readonly gauss: () => number };

const between = ({ uniform }: Shaky, lo: number, hi: number): number => lo + (hi - lo) * uniform();

function someLeg(position: Position, shake: Shaky, moving: boolean): LegPose {
  const { uniform } = shake;
  switch (position) {
    case 'supine':
      return moving && uniform() < 0.6
        ? {
            kind: 'raised',
            thighDeg: between(shake, 30, 100),
            kneeDeg: between(shake, 0, 100),
            outDeg: between(shake, -6, 10),
          }
        : { kind: 'footDown', outDeg: between(shake, -5, 8) };
    case 'prone':
    case 'frontSupport':
    case 'sideLying':
      return { kind: 'along' };
    case 'fourPoint':
    case 'kneeling':
      return { kind: 'kneeDown' };
    case 'sitting':
      return { kind: 'footDown' };
    case 'standing':
      return { kind: 'standing', outDeg: between(shake, 0, 8) };
  }
}

/** A pose of that position near its rest, or with something gone out of level. */
export function somePose(position: Position, shake: Shaky, out: boolean): Pose {
  const spread = (atRest: number, gone: number): number => shake.gauss() * (out ? gone : atRest);
  return keepWithinLimits({
    position,
    pelvicTiltDeg: spread(3, 9),
    pelvicRollDeg: spread(1.4, 1.4), // 2° between two moments
    pelvicHikeDeg: spread(1, 4),
    ribFlareDeg: spread(2, 7),
    faceDeg: -3 + spread(4, 9),
    ...(position === 'sitting' ? { seatMm: 430 } : {}),
    left: someLeg(position, shake, false),
    right: someLeg(position, shake, out),
  });
}

export const someBody = (shake: Shaky): Body => ({
  heightM: Math.min(1.95, Math.max(1.5, 1.7 + 0.09 * shake.gauss())),
  massKg: 68,
  sex: shake.uniform() < 0.5 ? 'f' : 'm',
});

/** The camera of a careful person: aimed at the pelvis from where the view asks for, a little off in every way. */
export function someCamera(view: View, body: PosedBody, shake: Shaky, elevationSdDeg = 2, yawSdDeg = 1.2): Camera {
  const { gauss } = shake;
  const distance = between(shake, 3000, 4200);
  const aim: Vec3 = plus3(body.pelvis.at, [view === 'side' ? 60 : 0, 30 * gauss(), 15 * gauss()]);
  const [elevation, yaw] = [radians(elevationSdDeg * gauss()), radians(yawSdDeg * gauss())];
  const [c, s] = [Math.cos(elevation), Math.sin(elevation)];
  const from: Readonly<Record<View, Vec3>> = {
    side: [distance * c * Math.sin(yaw), distance * c * Math.cos(yaw), distance * s],
    foot: [-distance * c * Math.cos(yaw), distance * c * Math.sin(yaw), distance * s],
    head: [distance * c * Math.cos(yaw), distance * c * Math.sin(yaw), distance * s],
    front: [distance * c * Math.cos(yaw), distance * c * Math.sin(yaw), distance * s],
    behind: [-distance * c * Math.cos(yaw), distance * c * Math.sin(yaw), distance * s],
    above: [distance * Math.sin(yaw), distance * s, distance * c * Math.cos(yaw)],
  };
  return {
    positionMm: plus3(aim, from[view]),
    lookAtMm: aim,
    focalPx: distance * between(shake, 1.1, 1.5),
    widthPx: 3000,
    heightPx: 2200,
    roll: radians(0.8 * gauss()),
    ...(view === 'above' ? { up: [0, -1, 0] as Vec3 } : {}),
  };
}

/** How much nearer than the body's middle a careful person says mat line and rod lie. */
const nearerMm = { matNearerMm: matHalf, knownNearerMm: matHalf - 60 } as const;

/** The lens as that person knows it: its distance paced out, to a tenth. */
export const lensAsTold = (
  camera: Camera,
  view: View,
  position: Position,
  shake: Shaky,
): NonNullable<MeasureInput['lens']> => ({
  axis: [camera.widthPx / 2, camera.heightPx / 2],
  distanceMm: length3(minus3(camera.positionMm, camera.lookAtMm)) * (1 + 0.07 * shake.gauss()),
  ...(view === 'above' && position === 'sideLying' ? { matNearerMm: 0, knownNearerMm: 0 } : nearerMm),
});

export type MarkedShot = Pick<MeasureInput, 'landmarks' | 'matLine'> & {
  readonly scale: NonNullable<MeasureInput['scale']>;
};

export type ShotErrors = {
  /** Spread of marking by hand, pixels. */
  readonly markingSdPx: number;
  /** Whether the landmarks were found again by touch. */
  readonly palpated: boolean;
  /** What was done since the points were stuck on: they have slipped. */
  readonly since?: PosedBody;
};

/** Bend of a joint of a side, from where its bones are. */
function bendOf(body: PosedBody, joint: Joint, side: 'L' | 'R'): number {
  const between: Readonly<Record<Joint, readonly [Landmark, Landmark, Landmark]>> = {
    hip: ['AC', 'GT', 'LK'],
    knee: ['GT', 'LK', 'LM'],
    arm: ['GT', 'AC', 'EL'],
  };
  const [from, at, to] = between[joint].map((name) => body.landmarks[`${name}_${side}`] ?? [0, 0, 0]) as [
    Vec3,
    Vec3,
    Vec3,
  ];
  const [u, v] = [minus3(from, at), minus3(to, at)];
  return degrees(Math.acos(dot3(u, v) / (length3(u) * length3(v))));
}

/** Spread of a sticker's slip by what the joint beside it has truly done, mm per axis. */
function slipIn([rest, per90 = 0, joint]: Slip, since: PosedBody, body: PosedBody, side: 'L' | 'R'): number {
  const moved = joint ? Math.abs(bendOf(body, joint, side) - bendOf(since, joint, side)) : 0;
  return rest + (per90 * moved) / 90;
}

/** What an eye sees of a body, marked with errors; `references` carry marking error too. */
export function markShot(
  view: View,
  near: 'L' | 'R',
  body: PosedBody,
  eye: Eye,
  shake: Shaky,
  errors: ShotErrors,
): MarkedShot {
  const mark = (point: Vec3): [number, number] => {
    const [x, y] = eye.see(point).at;
    return [x + errors.markingSdPx * shake.gauss(), y + errors.markingSdPx * shake.gauss()];
  };
  const landmarks: Record<string, Vec2> = {};
  for (const key of shownIn(view === 'above' && body.position === 'sideLying' ? 'side' : view, near)) {
    const at = body.landmarks[key];
    if (!at) continue;
    const { findingSdMm, slipMm } = landmarkInfo[key.replace(/_[LR]$/, '') as Landmark];
    const slipped = errors.since
      ? slipIn(slipMm, errors.since, body, key.endsWith('_L') ? 'L' : key.endsWith('_R') ? 'R' : near)
      : 0;
    const sd = errors.palpated ? findingSdMm : slipped;
    landmarks[key] = mark(plus3(at, [sd * shake.gauss(), sd * shake.gauss(), sd * shake.gauss()]));
  }
  const { mat, rod } = references(view, body);
  return {
    landmarks: landmarks as Landmarks,
    matLine: [mark(mat[0]), mark(mat[1])],
    scale: { points: [mark(rod[0]), mark(rod[1])], mm: Math.hypot(rod[0][0] - rod[1][0], rod[0][1] - rod[1][1]) },
  };
}

export type Visit = { readonly setup: PosedBody; readonly top: PosedBody };

/** One made-up visit: a body in its set-up, and what it then did; `unrolled`: the same, had the pelvis not rolled. */
export function randomBodies(shake: Shaky, position: Position): Visit & { readonly unrolled: Visit } {
  const body = someBody(shake);
  const [setup, top] = [somePose(position, shake, false), somePose(position, shake, true)];
  const level = (pose: Pose): PosedBody => poseBody(body, { ...pose, pelvicRollDeg: 0 });
  return { setup: poseBody(body, setup), top: poseBody(body, top), unrolled: { setup: level(setup), top: level(top) } };
}
