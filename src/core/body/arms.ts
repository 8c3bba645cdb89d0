// Arms: by joint angles, or bent so that the hand or elbow stands where it is planted. World millimetres.
import { aboutY, aboutZ, apply, clamp, minus3, multiply, plus3, radians, times3, unit3 } from '../geometry';
import type { Vec3 } from '../geometry';
import type { Side } from '../anatomy/landmarks';
import { isUpright } from '../anatomy/positions';
import type { Position } from '../anatomy/positions';
import type { BlockFrame } from './block';
import { bendTwoBones, sum } from './joints';
import type { ArmJoints } from './joints';
import { positionOf } from './position';
import type { ArmPose, Pose } from './pose';
import { segmentLengthMm } from './segments';
import type { Body } from './segments';

const up: Vec3 = [0, 0, 1];
/** A hand is drawn to its fingertips; the table's length ends at the knuckles. */
const drawnHand = 1.7;

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

/** An arm to be posed: the shoulder that it hangs from, its body's sizes and directions. */
type Hung = ArmHold & {
  readonly position: Position;
  readonly shoulder: Vec3;
  readonly h: number;
  readonly upperArm: number;
  readonly forearm: number;
  readonly handMm: number;
  /** + for the right arm. */
  readonly sign: 1 | -1;
  readonly outward: Vec3;
};

/** The hand in line with the forearm. */
const onward = ({ shoulder, handMm }: Hung, elbow: Vec3, wrist: Vec3): ArmJoints => ({
  shoulder,
  elbow,
  wrist,
  hand: plus3(wrist, times3(unit3(minus3(wrist, elbow)), handMm)),
});

/** The wrist planted at a point, or as near as the arm reaches. */
function onHand({ shoulder, upperArm, forearm, handMm, h }: Hung, target: Vec3): ArmJoints {
  const { middle, end } = bendTwoBones(shoulder, target, upperArm, forearm, [-1, 0, 0]);
  return {
    shoulder,
    elbow: middle,
    wrist: end,
    hand: plus3(end, [0.92 * handMm, 0, Math.min(0, 0.011 * h - end[2])]),
  };
}

function reach(arm: Extract<ArmPose, { kind: 'reaching' }>, hung: Hung): ArmJoints {
  const { ribs, shoulder, upperArm, forearm, sign } = hung;
  const open = radians(arm.outDeg ?? 0) * sign;
  const turned = multiply(ribs.turn, multiply(aboutY(radians(arm.liftDeg)), aboutZ(-open)));
  const bent = multiply(turned, aboutY(radians(arm.elbowDeg ?? 0)));
  const elbow = plus3(shoulder, apply(turned, [-upperArm, 0, 0]));
  return onward(hung, elbow, plus3(elbow, apply(bent, [-forearm, 0, 0])));
}

function plantHand(hung: Hung, { aheadMm = 0, outMm = 0 }: Extract<ArmPose, { kind: 'handDown' }>): ArmJoints {
  const { position, shoulder, h, outward } = hung;
  const under: Vec3 = [shoulder[0] + aheadMm, shoulder[1], 0.03 * h];
  if (position !== 'sitting') return onHand(hung, plus3(under, times3(outward, outMm)));
  return onHand(hung, plus3([shoulder[0] - 0.14 * h, shoulder[1], 0.03 * h], times3(outward, 0.05 * h)));
}

function plantForearm(hung: Hung): ArmJoints {
  const { shoulder, upperArm, forearm, h } = hung;
  const elbow: Vec3 = [shoulder[0], shoulder[1], Math.max(0.02 * h, shoulder[2] - upperArm)];
  return onward(hung, elbow, plus3(elbow, [forearm, 0, Math.min(0, 0.014 * h - elbow[2])]));
}

/** Lying on the side: the arm stretched along the mat under the head. */
function stretchUnderHead({ shoulder, upperArm, forearm, handMm, h }: Hung): ArmJoints {
  const along = (from: Vec3, span: number, height: number): Vec3 => {
    const drop = Math.min(from[2] - height, 0.98 * span);
    return plus3(from, [Math.sqrt(span ** 2 - drop ** 2), 0, -drop]);
  };
  const elbow = along(shoulder, upperArm, 0.0185 * h);
  const wrist = along(elbow, forearm, 0.0135 * h);
  return { shoulder, elbow, wrist, hand: along(wrist, handMm, 0.0095 * h) };
}

/** Elbow on the mat (or as low as the arm allows), wide of the head; forearm and hand toward the skull. */
function foldUnderHead({
  position,
  root,
  head,
  shoulder,
  upperArm,
  forearm,
  handMm,
  h,
  sign,
  outward,
}: Hung): ArmJoints {
  const headward = apply(root.turn, [1, 0, 0]);
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

/** Hanging at an upright body's side, or propped where the hand would sink into what she sits on. */
function hang(hung: Hung): ArmJoints {
  const { ribs, shoulder, upperArm, forearm, h, sign, outward } = hung;
  const turned = multiply(ribs.turn, aboutZ(-radians(7) * sign));
  const elbow = plus3(shoulder, apply(turned, [-upperArm, 0, 0]));
  const bent = multiply(turned, aboutY(radians(9)));
  const hanging = onward(hung, elbow, plus3(elbow, apply(bent, [-forearm, 0, 0])));
  if (hanging.hand[2] > 0.012 * h) return hanging;
  return onHand(hung, plus3([shoulder[0], shoulder[1], 0.03 * h], times3(outward, 0.03 * h)));
}

/** Along the mat beside a lying body. */
function layBeside({ shoulder, upperArm, forearm, handMm, h, outward }: Hung): ArmJoints {
  const lay = (from: Vec3, span: number, height: number, out: number): Vec3 => {
    const drop = Math.min(from[2] - height, 0.98 * span);
    return plus3(
      [from[0] - Math.sqrt(Math.max(0, span ** 2 - drop ** 2 - out ** 2)), from[1], from[2] - drop],
      times3(outward, out),
    );
  };
  const elbow = lay(shoulder, upperArm, 0.028 * h, 0.028 * h);
  const wrist = lay(elbow, forearm, 0.02 * h, 0.008 * h);
  return { shoulder, elbow, wrist, hand: lay(wrist, handMm, 0.014 * h, 0) };
}

/** An arm's joints from its shoulder, mm; `hold`: what of the body it leans on, as it stands in the world. */
export function poseArm(body: Body, pose: Pose, side: Side, shoulder: Vec3, hold: ArmHold): ArmJoints {
  const arm = (side === 'R' ? pose.rightArm : pose.leftArm) ?? restingArm(pose, side);
  const position = positionOf(pose);
  const sign = side === 'R' ? 1 : -1;
  const hung: Hung = {
    ...hold,
    position,
    shoulder,
    h: body.heightM * 1000,
    upperArm: segmentLengthMm('upperArm', body),
    forearm: segmentLengthMm('forearm', body),
    handMm: segmentLengthMm('hand', body) * drawnHand,
    sign,
    outward: times3(apply(hold.root.turn, [0, 1, 0]), sign),
  };
  switch (arm.kind) {
    case 'reaching':
      return reach(arm, hung);
    case 'handDown':
      return plantHand(hung, arm);
    case 'forearmDown':
      return plantForearm(hung);
    case 'underHead':
      return position === 'sideLying' ? stretchUnderHead(hung) : foldUnderHead(hung);
    case 'beside':
      return isUpright(position) ? hang(hung) : layBeside(hung);
  }
}
