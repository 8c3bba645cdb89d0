// Legs and arms: by joint angles, or bent so that foot, knee or hand stands where it is planted. World millimetres.
import {
  aboutX,
  aboutY,
  aboutZ,
  apply,
  clamp,
  cross3,
  dot3,
  length3,
  minus3,
  multiply,
  plus3,
  radians,
  times3,
  unit3,
} from '../geometry';
import type { Mat3, Vec3 } from '../geometry';
import type { Side } from '../anatomy/landmarks';
import type { Position } from '../anatomy/positions';
import type { BlockFrame } from './block';
import { positionOf } from './position';
import type { ArmPose, LegPose, Pose } from './pose';
import { segmentLengthMm } from './segments';
import type { Body } from './segments';

export type LegJoints = {
  readonly hip: Vec3;
  readonly knee: Vec3;
  readonly ankle: Vec3;
  readonly heel: Vec3;
  readonly ball: Vec3;
  readonly toe: Vec3;
  /** Unit vectors of the knee: where the kneecap looks, and the leg's own right. */
  readonly kneeFront: Vec3;
  readonly legRight: Vec3;
};
export type ArmJoints = { readonly shoulder: Vec3; readonly elbow: Vec3; readonly wrist: Vec3; readonly hand: Vec3 };
export type Joints = LegJoints & ArmJoints;

const up: Vec3 = [0, 0, 1];
const flexed = (deg: number): Mat3 => aboutY(radians(deg)); // turns footward (−x) toward the front (+z)
const sum = (...parts: readonly (readonly [Vec3, number])[]): Vec3 =>
  parts.reduce<Vec3>((total, [direction, by]) => plus3(total, times3(direction, by)), [0, 0, 0]);

/** Middle joint of two bones from `start` to `target`, bent toward `pole`; a target out of reach is drawn in. */
export function bendTwoBones(
  start: Vec3,
  target: Vec3,
  first: number,
  second: number,
  pole: Vec3,
): { readonly middle: Vec3; readonly end: Vec3 } {
  const line = minus3(target, start);
  const reach = clamp(length3(line), Math.abs(first - second) + 1e-6, 0.99999 * (first + second));
  const along = unit3(line);
  const side = minus3(pole, times3(along, dot3(pole, along)));
  const toward = length3(side) > 1e-9 ? unit3(side) : cross3(along, [0, 1, 0]);
  const cosine = clamp((first ** 2 + reach ** 2 - second ** 2) / (2 * first * reach), -1, 1);
  const middle = plus3(start, sum([along, first * cosine], [toward, first * Math.sqrt(1 - cosine ** 2)]));
  return { middle, end: plus3(start, times3(along, reach)) };
}

type Foot = Pick<LegJoints, 'heel' | 'ball' | 'toe'>;

/** Foot from its ankle: `toward` from heel to toes, `top` from the sole to the shin. */
const foot = (ankle: Vec3, toward: Vec3, top: Vec3, h: number): Foot => ({
  heel: plus3(ankle, sum([toward, -0.02 * h], [top, -0.021 * h])),
  ball: plus3(ankle, sum([toward, 0.07 * h], [top, -0.026 * h])),
  toe: plus3(ankle, sum([toward, 0.104 * h], [top, -0.03 * h])),
});

const lying: readonly Position[] = ['supine', 'prone', 'sideLying', 'fourPoint', 'frontSupport'];
const defaultReach = 0.72;
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

export function poseLeg(body: Body, pose: Pose, side: Side, hip: Vec3, root: BlockFrame): LegJoints {
  const leg: LegPose = side === 'R' ? pose.right : pose.left;
  const position = positionOf(pose);
  const h = body.heightM * 1000;
  const sign = side === 'R' ? 1 : -1;
  const [thigh, shank] = [segmentLengthMm('thigh', body), segmentLengthMm('shank', body)];
  const trunkRight = apply(root.turn, [0, 1, 0]);
  const trunkFront = apply(root.turn, [0, 0, 1]);
  const isLying = lying.includes(position);
  /** Along the mat away from the trunk. */
  const away: Vec3 = isLying ? [-1, 0, 0] : [1, 0, 0];
  const open = radians(leg.outDeg ?? 0) * sign;
  const spread = (direction: Vec3): Vec3 => sum([direction, Math.cos(open)], [trunkRight, Math.sin(open)]);

  /** The rest from planted knee and ankle. */
  const planted = (knee: Vec3, ankle: Vec3, on: Foot, front: Vec3): LegJoints => ({
    hip,
    knee,
    ankle,
    ...on,
    kneeFront: unit3(front),
    legRight: trunkRight,
  });

  switch (leg.kind) {
    case 'raised':
    case 'standing': {
      const { thighDeg = 0, kneeDeg = 0 } = leg;
      const turnDeg = leg.kind === 'raised' ? (leg.turnDeg ?? 0) : 0;
      const turned = multiply(
        root.turn,
        multiply(flexed(thighDeg), multiply(aboutZ(-open), aboutX(-radians(turnDeg) * sign))),
      );
      const shin = multiply(turned, aboutY(-radians(kneeDeg)));
      const knee = plus3(hip, apply(turned, [-thigh, 0, 0]));
      const ankle = plus3(knee, apply(shin, [-shank, 0, 0]));
      const front = unit3(plus3(apply(turned, [0, 0, 1]), apply(shin, [0, 0, 1])));
      const shared = { hip, knee, ankle, kneeFront: front, legRight: apply(turned, [0, 1, 0]) };
      if (leg.kind === 'standing') return { ...shared, ...foot(ankle, spread([1, 0, 0]), up, h) };
      const pointed = radians(leg.ankleDeg ?? relaxedFootDeg);
      const toward = apply(shin, [-Math.sin(pointed), 0, Math.cos(pointed)]);
      const top = apply(shin, [Math.cos(pointed), 0, Math.sin(pointed)]);
      return { ...shared, ...foot(ankle, toward, top, h) };
    }
    case 'footDown': {
      const lift = leg.heelLift ?? 0;
      const ankleUp = 0.0395 * h + lift * 0.86;
      const flat = spread(away);
      const slope = Math.asin(clamp(lift / (0.12 * h), 0, 0.9));
      const toward = sum([flat, Math.cos(slope)], [up, -Math.sin(slope)]);
      const top = sum([up, Math.cos(slope)], [flat, Math.sin(slope)]);
      const isBridge = position === 'supine' && (pose.trunkDeg ?? 0) < 0;
      let ankle: Vec3;
      if (isBridge) {
        // Thigh in line with the trunk; the foot stands a shank's length from that knee.
        const knee = plus3(hip, apply(root.turn, [-thigh, 0, 0]));
        const drop = clamp(knee[2] - ankleUp, 0, 0.999 * shank);
        ankle = [knee[0] - Math.sqrt(shank ** 2 - drop ** 2), hip[1], ankleUp];
      } else {
        const reach = (leg.reach ?? defaultReach) * (thigh + shank);
        const from = plus3(hip, times3(flat, position === 'sitting' && pose.seatMm ? thigh * 0.97 : reach));
        ankle = [from[0] - away[0] * lift * 0.25, from[1], ankleUp];
      }
      const knees = position === 'sideLying' ? trunkFront : sum([up, 1], [away, 0.25]);
      const { middle, end } = bendTwoBones(hip, ankle, thigh, shank, knees);
      return planted(
        middle,
        end,
        foot(end, toward, top, h),
        sum([minus3(middle, hip), 0.4], [minus3(middle, end), 0.6]),
      );
    }
    case 'kneeDown': {
      const drop = hip[2] - 0.031 * h;
      const ahead = Math.sign(leg.thighDeg ?? 0) * Math.sqrt(Math.max(0, thigh ** 2 - drop ** 2));
      const knee = plus3(hip, sum([[1, 0, 0], ahead], [up, -drop], [trunkRight, Math.sin(open) * thigh]));
      const ankle = plus3(knee, [-Math.sqrt(shank ** 2 - (0.01 * h) ** 2), 0, -0.01 * h]);
      const lean = radians(17);
      const toward: Vec3 = [-Math.cos(lean), 0, -Math.sin(lean)];
      const top: Vec3 = [Math.sin(lean), 0, -Math.cos(lean)];
      return planted(knee, ankle, foot(ankle, toward, top, h), [0.5, 0, -0.87]);
    }
    case 'along': {
      if (position === 'frontSupport') {
        const bend = radians(pose.trunkDeg ?? 0);
        const down = apply(root.turn, [-Math.cos(bend), 0, Math.sin(bend)]);
        const [knee, ankle] = [plus3(hip, times3(down, thigh)), plus3(hip, times3(down, thigh + shank))];
        const on = foot(ankle, [0.24, 0, -0.97], [0.97, 0, 0.24], h);
        const toe: Vec3 = [on.ball[0] + 0.033 * h, on.ball[1], 0.009 * h]; // the toes are bent under
        return planted(knee, ankle, { ...on, toe }, trunkFront);
      }
      const isUpperLeg = position === 'sideLying' && (pose.sideUp ?? 'R') === side;
      const { ankleUp, toward, top } = layAlong(position, h, away, trunkFront, isUpperLeg);
      const far = spread(away);
      const drop = hip[2] - ankleUp;
      const reach = Math.sqrt(
        Math.max(0, ((thigh + shank) * (position === 'prone' ? 0.99999 : 0.999)) ** 2 - drop ** 2),
      );
      const target = plus3(hip, sum([far, reach], [up, -drop]));
      const bends = position === 'sideLying' || position === 'prone' ? trunkFront : up;
      const { middle, end } = bendTwoBones(hip, target, thigh, shank, bends);
      return planted(middle, end, foot(end, toward, top, h), position === 'prone' ? [0, 0, -1] : bends);
    }
  }
}

type ArmHold = { readonly root: BlockFrame; readonly ribs: BlockFrame; readonly head: BlockFrame };

/** What an arm does when the pose does not say. */
function restingArm(pose: Pose, side: Side): ArmPose {
  switch (positionOf(pose)) {
    case 'fourPoint':
    case 'frontSupport':
      return { kind: 'handDown' };
    case 'prone':
      return { kind: 'underHead' };
    case 'sideLying':
      return (pose.sideUp ?? 'R') === side
        ? { kind: 'reaching', liftDeg: 12, elbowDeg: 12, outDeg: -6 }
        : { kind: 'underHead' };
    default:
      return { kind: 'beside' };
  }
}

export function poseArm(body: Body, pose: Pose, side: Side, shoulder: Vec3, { root, ribs, head }: ArmHold): ArmJoints {
  const arm = (side === 'R' ? pose.rightArm : pose.leftArm) ?? restingArm(pose, side);
  const position = positionOf(pose);
  const h = body.heightM * 1000;
  const sign = side === 'R' ? 1 : -1;
  const upperArm = segmentLengthMm('upperArm', body);
  const forearm = segmentLengthMm('forearm', body);
  const handMm = segmentLengthMm('hand', body) * 1.7;
  const right = apply(root.turn, [0, 1, 0]);
  const outward = times3(right, sign);
  const headward = apply(root.turn, [1, 0, 0]);
  const onward = (elbow: Vec3, wrist: Vec3): ArmJoints => ({
    shoulder,
    elbow,
    wrist,
    hand: plus3(wrist, times3(unit3(minus3(wrist, elbow)), handMm)),
  });
  const onHand = (target: Vec3): ArmJoints => {
    const { middle, end } = bendTwoBones(shoulder, target, upperArm, forearm, [-1, 0, 0]);
    return {
      shoulder,
      elbow: middle,
      wrist: end,
      hand: plus3(end, [0.92 * handMm, 0, Math.min(0, 0.011 * h - end[2])]),
    };
  };
  switch (arm.kind) {
    case 'reaching': {
      const open = radians(arm.outDeg ?? 0) * sign;
      const turned = multiply(ribs.turn, multiply(flexed(arm.liftDeg), aboutZ(-open)));
      const bent = multiply(turned, aboutY(radians(arm.elbowDeg ?? 0)));
      const elbow = plus3(shoulder, apply(turned, [-upperArm, 0, 0]));
      return onward(elbow, plus3(elbow, apply(bent, [-forearm, 0, 0])));
    }
    case 'handDown': {
      const target: Vec3 =
        position === 'sitting'
          ? plus3([shoulder[0] - 0.14 * h, shoulder[1], 0.03 * h], times3(outward, 0.05 * h))
          : [shoulder[0], shoulder[1], 0.03 * h];
      return onHand(target);
    }
    case 'forearmDown': {
      const elbow: Vec3 = [shoulder[0], shoulder[1], Math.max(0.02 * h, shoulder[2] - upperArm)];
      return onward(elbow, plus3(elbow, [forearm, 0, Math.min(0, 0.014 * h - elbow[2])]));
    }
    case 'underHead': {
      if (position === 'sideLying') {
        const along = (from: Vec3, span: number, height: number): Vec3 => {
          const drop = Math.min(from[2] - height, 0.98 * span);
          return plus3(from, [Math.sqrt(span ** 2 - drop ** 2), 0, -drop]);
        };
        const elbow = along(shoulder, upperArm, 0.0185 * h);
        const wrist = along(elbow, forearm, 0.0135 * h);
        return { shoulder, elbow, wrist, hand: along(wrist, handMm, 0.0095 * h) };
      }
      // Elbow on the mat (or as low as the arm allows), wide of the head; forearm and hand toward the skull.
      const isProne = position === 'prone';
      const height = isProne ? 0.0185 * h : Math.max(0.03 * h, shoulder[2] - 0.02 * h);
      const drop = clamp(shoulder[2] - height, -0.9 * upperArm, 0.9 * upperArm);
      const level = Math.sqrt(upperArm ** 2 - drop ** 2);
      const elbow = plus3(shoulder, sum([outward, 0.72 * level], [headward, 0.694 * level], [up, -drop]));
      const spot = plus3(head.at, apply(head.turn, [0.03 * h, sign * 0.02 * h, (isProne ? 0.066 : -0.056) * h]));
      const wanted: Vec3 = [spot[0], spot[1], Math.max(isProne ? 0.0135 * h : spot[2], 0.0135 * h)];
      const wrist = plus3(elbow, times3(unit3(minus3(wanted, elbow)), forearm));
      return { shoulder, elbow, wrist, hand: plus3(wrist, times3(outward, -0.6 * handMm)) };
    }
    case 'beside': {
      if (!lying.includes(position)) {
        const hang = multiply(ribs.turn, aboutZ(-radians(7) * sign));
        const elbow = plus3(shoulder, apply(hang, [-upperArm, 0, 0]));
        const bent = multiply(hang, aboutY(radians(9)));
        const hanging = onward(elbow, plus3(elbow, apply(bent, [-forearm, 0, 0])));
        return hanging.hand[2] > 0.012 * h
          ? hanging
          : onHand(plus3([shoulder[0], shoulder[1], 0.03 * h], times3(outward, 0.03 * h)));
      }
      const reach = (from: Vec3, span: number, height: number, out: number): Vec3 => {
        const drop = Math.min(from[2] - height, 0.98 * span);
        return plus3(
          [from[0] - Math.sqrt(Math.max(0, span ** 2 - drop ** 2 - out ** 2)), from[1], from[2] - drop],
          times3(outward, out),
        );
      };
      const elbow = reach(shoulder, upperArm, 0.028 * h, 0.028 * h);
      const wrist = reach(elbow, forearm, 0.02 * h, 0.008 * h);
      return { shoulder, elbow, wrist, hand: reach(wrist, handMm, 0.014 * h, 0) };
    }
  }
}
