// A posed body in space: forward kinematics from the pelvis, settled on the mat so that nothing floats or sinks.
// World: z up, origin on the mat under the middle of the hips. Lying and on hands and knees, x runs to the head and y to
// where the right hand of a client on her back lies; upright, x is where she faces. Millimetres.
import { entriesOf, keysOf, recordOf } from '../keyed';
import { aboutX, apply, multiply, plus3, radians } from '../geometry';
import type { Mat3, Vec3 } from '../geometry';
import type { LandmarkKey, Side } from '../anatomy/landmarks';
import type { Position } from '../anatomy/positions';
import { place, pitch } from './block';
import type { BlockFrame } from './block';
import { findLandmarks } from './bony-points';
import { poseArm } from './arms';
import { poseLeg } from './legs';
import type { Joints } from './joints';
import { positionOf } from './position';
import type { Pose } from './pose';
import { asisWidthMm, segmentLengthMm } from './segments';
import type { Body } from './segments';
import { bendTrunk } from './trunk';
import type { Trunk } from './trunk';
import { crossing } from '../bisect';

/** A cut through the trunk: an ellipse, from its back to its front, as wide as `halfWidth` to each side. */
export type TrunkSection = {
  readonly back: Vec3;
  readonly front: Vec3;
  readonly right: Vec3;
  readonly halfWidth: number;
};

export type PosedBody = {
  readonly position: Position;
  readonly heightMm: number;
  readonly asisWidthMm: number;
  readonly sides: Readonly<Record<Side, Joints>>;
  readonly pelvis: BlockFrame;
  readonly ribs: BlockFrame;
  readonly head: BlockFrame;
  /** Joint centres from L5/S1 to the skull: 5 of the low back, 4 of the chest, 4 of the neck. */
  readonly spine: readonly Vec3[];
  /** Seat to throat. */
  readonly sections: readonly TrunkSection[];
  readonly landmarks: Readonly<Partial<Record<LandmarkKey, Vec3>>>;
};

const upright: Mat3 = [
  [0, 0, 1],
  [0, -1, 0],
  [1, 0, 0],
];

/** How the trunk lies in the world before it bends: columns headward, right, front. */
function baseTurn(position: Position, sideUp: Side): Mat3 {
  switch (position) {
    case 'supine':
      return aboutX(0);
    case 'prone':
    case 'fourPoint':
    case 'frontSupport':
      return aboutX(Math.PI);
    case 'sideLying':
      return aboutX(sideUp === 'R' ? Math.PI / 2 : -Math.PI / 2);
    case 'sitting':
    case 'kneeling':
    case 'standing':
      return upright;
  }
}

/** The value in [lo, hi] where a rising function crosses zero. */
const cross = (rising: (value: number) => number, lo: number, hi: number): number =>
  crossing(lo, hi, (value) => rising(value) < 0);

const heightOf = (turn: Mat3, local: Vec3): number => apply(turn, local)[2];

/** Height of a straight or bent arm's support under the shoulder. */
function armSupport(body: Body, pose: Pose, h: number): number {
  const upperArm = segmentLengthMm('upperArm', body);
  const onForearms = pose.leftArm?.kind === 'forearmDown' || pose.rightArm?.kind === 'forearmDown';
  return onForearms ? upperArm + 0.02 * h : (upperArm + segmentLengthMm('forearm', body)) * 0.995 + 0.03 * h;
}

/** Lowest of the trunk's skin under a root that stands at the origin. */
const lowestOf = (trunk: Trunk, turn: Mat3): number =>
  Math.min(...trunk.contacts.map(({ at, radius }) => heightOf(turn, at) - radius));

/** Height of the pelvis at which each knee that is down reaches the mat. */
function hipsOverKnees(body: Body, pose: Pose, trunk: Trunk, turn: Mat3): number {
  const h = body.heightM * 1000;
  const thigh = segmentLengthMm('thigh', body);
  const heights = (['left', 'right'] as const).flatMap((side) => {
    const leg = pose[side];
    if (leg.kind !== 'kneeDown') return [];
    const hip: Vec3 = [0, (side === 'right' ? 0.36 : -0.36) * asisWidthMm(body), 0];
    return thigh * Math.cos(radians(leg.thighDeg ?? 0)) + 0.031 * h - heightOf(turn, place(trunk.pelvis, hip));
  });
  return heights.length > 0 ? Math.min(...heights) : thigh + 0.031 * h;
}

/** Where the pelvis stands and how the trunk leans, for the position's way of resting on the mat. */
function settle(body: Body, pose: Pose, trunk: Trunk): BlockFrame {
  const position = positionOf(pose);
  const h = body.heightM * 1000;
  const sideUp = pose.sideUp ?? 'R';
  const base = baseTurn(position, sideUp);
  const bent = (deg: number): Mat3 => multiply(base, pitch(deg));
  const lean = pose.trunkDeg ?? 0;
  const thigh = segmentLengthMm('thigh', body);
  const leg = thigh + segmentLengthMm('shank', body);
  switch (position) {
    case 'fourPoint': {
      const hips = hipsOverKnees(body, pose, trunk, base);
      const wanted = armSupport(body, pose, h);
      const deg = cross((angle) => wanted - (hips + heightOf(bent(angle), trunk.shoulders)), -50, 50);
      return { at: [0, 0, hips], turn: bent(deg) };
    }
    case 'frontSupport': {
      const wanted = armSupport(body, pose, h);
      const heels = 0.0882 * h;
      const bend = radians(lean);
      const ankle: Vec3 = [-leg * Math.cos(bend), 0, leg * Math.sin(bend)];
      const hipsAt = (angle: number) => heels - heightOf(bent(angle), ankle);
      const deg = cross((angle) => wanted - (hipsAt(angle) + heightOf(bent(angle), trunk.shoulders)), -60, 60);
      return { at: [0, 0, hipsAt(deg)], turn: bent(deg) };
    }
    case 'standing': {
      const bentLegs = [pose.left, pose.right].filter(({ kind }) => kind === 'standing');
      const heights = bentLegs.map((one) => {
        const thighDeg = one.kind === 'standing' ? (one.thighDeg ?? 0) : 0;
        const kneeDeg = one.kind === 'standing' ? (one.kneeDeg ?? 0) : 0;
        const shank = leg - thigh;
        return thigh * Math.cos(radians(thighDeg)) + shank * Math.cos(radians(thighDeg - kneeDeg)) + 0.0395 * h;
      });
      return { at: [0, 0, heights.length > 0 ? Math.max(...heights) : leg + 0.0395 * h], turn: bent(lean) };
    }
    case 'kneeling':
      return { at: [0, 0, hipsOverKnees(body, pose, trunk, bent(lean))], turn: bent(lean) };
    case 'sitting':
      return { at: [0, 0, (pose.seatMm ?? 0) - lowestOf(trunk, bent(lean))], turn: bent(lean) };
    default:
      return { at: [0, 0, -lowestOf(trunk, bent(lean))], turn: bent(lean) };
  }
}

/** Poses a body; joint angles past their limits are taken as they are (see `keepWithinLimits`). */
export function poseBody(body: Body, pose: Pose): PosedBody {
  const h = body.heightM * 1000;
  const w = asisWidthMm(body);
  const position = positionOf(pose);
  const trunk = bendTrunk(body, pose);
  const root = settle(body, pose, trunk);
  const inWorld = (local: Vec3): Vec3 => plus3(root.at, apply(root.turn, local));
  const block = ({ at, turn }: BlockFrame): BlockFrame => ({ at: inWorld(at), turn: multiply(root.turn, turn) });
  const [pelvis, ribs, head] = [block(trunk.pelvis), block(trunk.ribs), block(trunk.head)];
  const limbs = (side: Side): Joints => {
    const sign = side === 'R' ? 1 : -1;
    const hip = place(pelvis, [0, sign * 0.36 * w, 0]);
    const isUnder = position === 'sideLying' && (pose.sideUp ?? 'R') !== side;
    const [out, front] = isUnder ? [0.055, 0.02] : [0.1, -0.004]; // lain on, the shoulder slides forward and under
    const shoulder = place(ribs, [0.135 * h + (pose.shrugMm ?? 0), sign * out * h, front * h]);
    return {
      ...poseLeg(body, pose, side, hip, root),
      ...poseArm(body, pose, side, shoulder, { root, ribs, head }),
    };
  };
  const sides = { L: limbs('L'), R: limbs('R') };
  const right = (axis: Mat3): Vec3 => apply(axis, [0, 1, 0]);
  const sections = trunk.sections.map(({ back, front, turn, halfWidth }): TrunkSection => ({
    back: inWorld(back),
    front: inWorld(front),
    right: right(multiply(root.turn, turn)),
    halfWidth,
  }));
  const spine = trunk.spine.map(inWorld);
  return {
    position,
    heightMm: h,
    asisWidthMm: w,
    sides,
    pelvis,
    ribs,
    head,
    spine,
    sections,
    landmarks: {
      ...findLandmarks(sides, { pelvis, ribs, head }, h, w, pose.shrugMm ?? 0),
      ...Object.fromEntries(Object.entries(trunk.backPoints).map(([name, at]) => [name, inWorld(at)])),
    },
  };
}

/** The body lifted onto something (a carriage, a table) or moved along it. */
export function moveBody(body: PosedBody, by: Vec3): PosedBody {
  const move = (at: Vec3): Vec3 => plus3(at, by);
  const moveAll = <K extends string>(points: Readonly<Record<K, Vec3>>): Record<K, Vec3> =>
    recordOf(keysOf(points), (name) => move(points[name]));
  const block = ({ at, turn }: BlockFrame): BlockFrame => ({ at: move(at), turn });
  return {
    ...body,
    sides: { L: moveAll(body.sides.L), R: moveAll(body.sides.R) },
    pelvis: block(body.pelvis),
    ribs: block(body.ribs),
    head: block(body.head),
    spine: body.spine.map(move),
    sections: body.sections.map(({ back, front, ...rest }) => ({ ...rest, back: move(back), front: move(front) })),
    landmarks: Object.fromEntries(entriesOf(body.landmarks).map(([name, at]) => [name, move(at)])),
  };
}
