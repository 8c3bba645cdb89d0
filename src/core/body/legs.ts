// Legs: by joint angles, or bent so that foot or knee stands where it is planted. World millimetres.
import { aboutX, aboutY, aboutZ, apply, clamp, minus3, multiply, plus3, radians, times3, unit3 } from '../geometry';
import type { Mat3, Vec3 } from '../geometry';
import type { Side } from '../anatomy/landmarks';
import type { Position } from '../anatomy/positions';
import type { BlockFrame } from './block';
import { bendTwoBones, sum } from './joints';
import type { LegJoints } from './joints';
import { positionOf } from './position';
import type { LegPose, Pose } from './pose';
import { segmentLengthMm } from './segments';
import type { Body } from './segments';

const up: Vec3 = [0, 0, 1];
const flexed = (deg: number): Mat3 => aboutY(radians(deg)); // turns footward (−x) toward the front (+z)

type Foot = Pick<LegJoints, 'heel' | 'ball' | 'toe'>;

/** Foot from its ankle: `toward` from heel to toes, `top` from the sole to the shin. */
const foot = (ankle: Vec3, toward: Vec3, top: Vec3, h: number): Foot => ({
  heel: plus3(ankle, sum([toward, -0.02 * h], [top, -0.021 * h])),
  ball: plus3(ankle, sum([toward, 0.07 * h], [top, -0.026 * h])),
  toe: plus3(ankle, sum([toward, 0.104 * h], [top, -0.03 * h])),
});

const lying: readonly Position[] = ['supine', 'prone', 'sideLying', 'fourPoint', 'frontSupport'];
/** Distance of a planted foot from its hip, as a share of the straight leg. */
export const usualReach = 0.72;
const relaxedFootDeg = 44;

/** Straight along the mat: how the ankle lies and where the toes look, by position. */
function layAlong(position: Position, h: number, away: Vec3, front: Vec3, isUpperLeg: boolean) {
  switch (position) {
    case 'prone':
      return {
        ankleUp: 0.0312 * h,
        toward: sum([away, Math.cos(radians(27))], [up, -Math.sin(radians(27))]),
        top: sum([away, -Math.sin(radians(27))], [up, -Math.cos(radians(27))]),
      };
    case 'sideLying':
      return {
        ankleUp: (isUpperLeg ? 0.058 : 0.0195) * h,
        toward: unit3(sum([front, 0.8], [away, 0.6])),
        top: unit3(sum([away, -0.8], [front, 0.6])),
      };
    default:
      return { ankleUp: 0.0438 * h, toward: sum([up, 0.907], [away, 0.42]), top: sum([away, -0.907], [up, 0.42]) };
  }
}

/** A leg to be posed: the hip that it hangs from, its body's sizes and directions. */
type Hung = {
  readonly pose: Pose;
  readonly position: Position;
  readonly side: Side;
  readonly hip: Vec3;
  readonly root: BlockFrame;
  readonly h: number;
  readonly thigh: number;
  readonly shank: number;
  readonly trunkRight: Vec3;
  readonly trunkFront: Vec3;
  /** Along the mat away from the trunk. */
  readonly away: Vec3;
  /** How far the leg stands out to its right, radians. */
  readonly open: number;
};

type Raised = Extract<LegPose, { kind: 'raised' | 'standing' }>;
type FootDown = Extract<LegPose, { kind: 'footDown' }>;
type KneeDown = Extract<LegPose, { kind: 'kneeDown' }>;

const spread = ({ trunkRight, open }: Hung, direction: Vec3): Vec3 =>
  sum([direction, Math.cos(open)], [trunkRight, Math.sin(open)]);

/** The rest from planted knee and ankle. */
const planted = ({ hip, trunkRight }: Hung, knee: Vec3, ankle: Vec3, on: Foot, front: Vec3): LegJoints => ({
  hip,
  knee,
  ankle,
  ...on,
  kneeFront: unit3(front),
  legRight: trunkRight,
});

/** By its joint angles. */
function raise(leg: Raised, hung: Hung): LegJoints {
  const { hip, root, h, thigh, shank, side, open } = hung;
  const { thighDeg = 0, kneeDeg = 0 } = leg;
  const turn = leg.kind === 'raised' ? radians(leg.turnDeg ?? 0) * (side === 'R' ? 1 : -1) : 0;
  const turned = multiply(root.turn, multiply(flexed(thighDeg), multiply(aboutZ(-open), aboutX(-turn))));
  const shin = multiply(turned, aboutY(-radians(kneeDeg)));
  const knee = plus3(hip, apply(turned, [-thigh, 0, 0]));
  const ankle = plus3(knee, apply(shin, [-shank, 0, 0]));
  const front = unit3(plus3(apply(turned, [0, 0, 1]), apply(shin, [0, 0, 1])));
  const shared = { hip, knee, ankle, kneeFront: front, legRight: apply(turned, [0, 1, 0]) };
  if (leg.kind === 'standing') return { ...shared, ...foot(ankle, spread(hung, [1, 0, 0]), up, h) };
  const pointed = radians(leg.ankleDeg ?? relaxedFootDeg);
  const toward = apply(shin, [-Math.sin(pointed), 0, Math.cos(pointed)]);
  const top = apply(shin, [Math.cos(pointed), 0, Math.sin(pointed)]);
  return { ...shared, ...foot(ankle, toward, top, h) };
}

/** Where the ankle of a planted foot stands, `ankleUp` over the mat. */
function plantedAnkle(leg: FootDown, hung: Hung, ankleUp: number): Vec3 {
  const { pose, position, hip, root, thigh, shank, away } = hung;
  if (position === 'supine' && (pose.trunkDeg ?? 0) < 0 && leg.reach === undefined) {
    // A bridge: thigh in line with the trunk; the foot stands a shank's length from that knee.
    const knee = plus3(hip, apply(root.turn, [-thigh, 0, 0]));
    const drop = clamp(knee[2] - ankleUp, 0, 0.999 * shank);
    return [knee[0] - Math.sqrt(shank ** 2 - drop ** 2), hip[1], ankleUp];
  }
  const reach = (leg.reach ?? usualReach) * (thigh + shank);
  const onSeat = position === 'sitting' && pose.seatMm;
  const from = plus3(hip, times3(spread(hung, away), onSeat ? thigh * 0.97 : reach));
  return [from[0] - away[0] * (leg.heelLift ?? 0) * 0.25, from[1], ankleUp];
}

function plantFoot(leg: FootDown, hung: Hung): LegJoints {
  const { position, hip, h, thigh, shank, trunkFront, away } = hung;
  const lift = leg.heelLift ?? 0;
  const flat = spread(hung, away);
  const slope = Math.asin(clamp(lift / (0.12 * h), 0, 0.9));
  const toward = sum([flat, Math.cos(slope)], [up, -Math.sin(slope)]);
  const top = sum([up, Math.cos(slope)], [flat, Math.sin(slope)]);
  const ankle = plantedAnkle(leg, hung, 0.0395 * h + lift * 0.86);
  const knees = position === 'sideLying' ? trunkFront : sum([up, 1], [away, 0.25]);
  const { middle, end } = bendTwoBones(hip, ankle, thigh, shank, knees);
  const front = sum([minus3(middle, hip), 0.4], [minus3(middle, end), 0.6]);
  return planted(hung, middle, end, foot(end, toward, top, h), front);
}

function plantKnee(leg: KneeDown, hung: Hung): LegJoints {
  const { hip, h, thigh, shank, trunkRight, open } = hung;
  const drop = hip[2] - 0.031 * h;
  const ahead = Math.sign(leg.thighDeg ?? 0) * Math.sqrt(Math.max(0, thigh ** 2 - drop ** 2));
  const knee = plus3(hip, sum([[1, 0, 0], ahead], [up, -drop], [trunkRight, Math.sin(open) * thigh]));
  const ankle = plus3(knee, [-Math.sqrt(shank ** 2 - (0.01 * h) ** 2), 0, -0.01 * h]);
  const lean = radians(17);
  const toward: Vec3 = [-Math.cos(lean), 0, -Math.sin(lean)];
  const top: Vec3 = [Math.sin(lean), 0, -Math.cos(lean)];
  return planted(hung, knee, ankle, foot(ankle, toward, top, h), [0.5, 0, -0.87]);
}

/** In line with a body on hands and toes; the toes are bent under. */
function stretchBehind(hung: Hung): LegJoints {
  const { pose, hip, root, h, thigh, shank, trunkFront } = hung;
  const bend = radians(pose.trunkDeg ?? 0);
  const down = apply(root.turn, [-Math.cos(bend), 0, Math.sin(bend)]);
  const [knee, ankle] = [plus3(hip, times3(down, thigh)), plus3(hip, times3(down, thigh + shank))];
  const on = foot(ankle, [0.24, 0, -0.97], [0.97, 0, 0.24], h);
  const toe: Vec3 = [on.ball[0] + 0.033 * h, on.ball[1], 0.009 * h];
  return planted(hung, knee, ankle, { ...on, toe }, trunkFront);
}

/** Straight along the mat. */
function layDown(hung: Hung): LegJoints {
  const { pose, position, side, hip, h, thigh, shank, trunkFront, away } = hung;
  const isUpperLeg = position === 'sideLying' && (pose.sideUp ?? 'R') === side;
  const { ankleUp, toward, top } = layAlong(position, h, away, trunkFront, isUpperLeg);
  const drop = hip[2] - ankleUp;
  const straight = (thigh + shank) * (position === 'prone' ? 0.99999 : 0.999);
  const reach = Math.sqrt(Math.max(0, straight ** 2 - drop ** 2));
  const target = plus3(hip, sum([spread(hung, away), reach], [up, -drop]));
  const bends = position === 'sideLying' || position === 'prone' ? trunkFront : up;
  const { middle, end } = bendTwoBones(hip, target, thigh, shank, bends);
  return planted(hung, middle, end, foot(end, toward, top, h), position === 'prone' ? [0, 0, -1] : bends);
}

/** A leg's joints from its hip, mm; `root`: the pelvis as the trunk stands in the world. */
export function poseLeg(body: Body, pose: Pose, side: Side, hip: Vec3, root: BlockFrame): LegJoints {
  const leg: LegPose = side === 'R' ? pose.right : pose.left;
  const position = positionOf(pose);
  const hung: Hung = {
    pose,
    position,
    side,
    hip,
    root,
    h: body.heightM * 1000,
    thigh: segmentLengthMm('thigh', body),
    shank: segmentLengthMm('shank', body),
    trunkRight: apply(root.turn, [0, 1, 0]),
    trunkFront: apply(root.turn, [0, 0, 1]),
    away: lying.includes(position) ? [-1, 0, 0] : [1, 0, 0],
    open: radians(leg.outDeg ?? 0) * (side === 'R' ? 1 : -1),
  };
  switch (leg.kind) {
    case 'raised':
    case 'standing':
      return raise(leg, hung);
    case 'footDown':
      return plantFoot(leg, hung);
    case 'kneeDown':
      return plantKnee(leg, hung);
    case 'along':
      return position === 'frontSupport' ? stretchBehind(hung) : layDown(hung);
  }
}
