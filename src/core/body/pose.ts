// A pose as named joint angles, checked at the edge. What it leaves out is the position's own rest.
import * as v from 'valibot';
import { positions } from '../anatomy/positions';
import { clamp } from '../geometry';

const angle = v.optional(v.pipe(v.number(), v.finite()));

/** Degrees from the position's rest, in anatomical directions. Trunk angles act on top of one another, feet to head. */
const trunkAngles = {
  /** Whole trunk about the hips' axis; + bends toward the belly side (a curl or roll-up; in upright positions a lean forward). */
  trunkDeg: angle,
  /** + anterior (arch), − posterior (tuck); the low back yields, the ribs stay. */
  pelvicTiltDeg: angle,
  /** + the right side comes forward (up, when lying on the back). */
  pelvicRollDeg: angle,
  /** + the right side comes toward the ribs. */
  pelvicHikeDeg: angle,
  /** + lower ribs lift away. */
  ribFlareDeg: angle,
  lumbarFlexDeg: angle,
  /** + toward the right. */
  lumbarSideDeg: angle,
  /** + the right shoulder comes forward. */
  lumbarTurnDeg: angle,
  thoracicFlexDeg: angle,
  thoracicSideDeg: angle,
  thoracicTurnDeg: angle,
  neckFlexDeg: angle,
  /** + chin lifted. */
  faceDeg: angle,
};
export type TrunkAngle = keyof typeof trunkAngles;

/** What a leg in the air can lie or slide on. */
export const legCarriers = ['mat', 'cloth', 'roller', 'ball', 'bar', 'wall'] as const;
export type LegCarrier = (typeof legCarriers)[number];

const footDown = v.strictObject({
  kind: v.literal('footDown'),
  /** Heel off the mat, ball of the foot on it, mm. */
  heelLift: angle,
  /** Distance of the foot from the hip as a share of the straight leg; 0.72 when left out. */
  reach: angle,
  outDeg: angle,
});
const raised = v.strictObject({
  kind: v.literal('raised'),
  /** Hip bend from the line of the trunk: 0 straight, 90 at a right angle, − behind. On the back this is the thigh's elevation. */
  thighDeg: v.pipe(v.number(), v.finite()),
  kneeDeg: v.pipe(v.number(), v.finite()),
  /** + away from the other leg. */
  outDeg: angle,
  /** + kneecap outward. */
  turnDeg: angle,
  /** + pointed; 0 is a foot square to the shin. */
  ankleDeg: angle,
  /** What carries the leg: it weighs little on the hip, or nothing. Left out, it hangs free. */
  on: v.optional(v.picklist(legCarriers)),
});
const kneeDown = v.strictObject({ kind: v.literal('kneeDown'), thighDeg: angle, outDeg: angle });
const along = v.strictObject({ kind: v.literal('along'), outDeg: angle });
const standing = v.strictObject({ kind: v.literal('standing'), thighDeg: angle, kneeDeg: angle, outDeg: angle });
export const legPose = v.variant('kind', [footDown, raised, kneeDown, along, standing]);
export type LegPose = v.InferOutput<typeof legPose>;
export type RaisedLegPose = Extract<LegPose, { kind: 'raised' }>;

/** Whether a leg hangs from the hip with nothing under it. */
export const isLegFree = (leg: LegPose): leg is RaisedLegPose & { readonly on?: undefined } =>
  leg.kind === 'raised' && leg.on === undefined;

const reaching = v.strictObject({
  kind: v.literal('reaching'),
  /** From beside the trunk, forward and up: 90 straight ahead of the chest, 180 overhead. */
  liftDeg: v.pipe(v.number(), v.finite()),
  outDeg: angle,
  elbowDeg: angle,
});
/** Planted under the shoulder, or so far toward the head of it and out to its side, mm. */
const handDown = v.strictObject({ kind: v.literal('handDown'), aheadMm: angle, outMm: angle });
const resting = v.strictObject({ kind: v.picklist(['beside', 'forearmDown', 'underHead']) });
export const armPose = v.variant('kind', [reaching, handDown, resting]);
export type ArmPose = v.InferOutput<typeof armPose>;

export const poseShape = v.strictObject({
  position: v.optional(v.picklist(positions)),
  ...trunkAngles,
  left: legPose,
  right: legPose,
  leftArm: v.optional(armPose),
  rightArm: v.optional(armPose),
  /** Shoulders drawn toward the ears, mm. */
  shrugMm: angle,
  /** Thickness of a support under the skull, mm. */
  headSupportMm: angle,
  /** Height of a seat (box, chair) above the floor, mm. */
  seatMm: angle,
  /** Lying on the side: the side that is up; the right one when left out. */
  sideUp: v.optional(v.picklist(['L', 'R'])),
});
export type Pose = v.InferOutput<typeof poseShape>;

type Range = readonly [number, number];

/** What a healthy joint allows, in degrees: past it a drawing would teach wrong. Convention after common clinical ranges. */
export const jointLimits: Readonly<Record<TrunkAngle, Range>> & {
  readonly thighDeg: Range;
  readonly kneeDeg: Range;
  readonly legOutDeg: Range;
  readonly legTurnDeg: Range;
  readonly ankleDeg: Range;
  readonly liftDeg: Range;
  readonly armOutDeg: Range;
  readonly elbowDeg: Range;
} = {
  trunkDeg: [-130, 100],
  pelvicTiltDeg: [-30, 30],
  pelvicRollDeg: [-30, 30],
  pelvicHikeDeg: [-20, 20],
  ribFlareDeg: [-25, 30],
  lumbarFlexDeg: [-30, 60],
  lumbarSideDeg: [-25, 25],
  lumbarTurnDeg: [-15, 15],
  thoracicFlexDeg: [-25, 45],
  thoracicSideDeg: [-25, 25],
  thoracicTurnDeg: [-40, 40],
  neckFlexDeg: [-60, 60],
  faceDeg: [-30, 45],
  thighDeg: [-30, 135],
  kneeDeg: [-5, 150],
  legOutDeg: [-30, 60],
  legTurnDeg: [-45, 60],
  ankleDeg: [-25, 55],
  liftDeg: [-60, 185],
  armOutDeg: [-40, 180],
  elbowDeg: [-5, 150],
};

type LimbField = Exclude<keyof typeof jointLimits, TrunkAngle>;
const legFields: Readonly<Record<string, LimbField>> = {
  thighDeg: 'thighDeg',
  kneeDeg: 'kneeDeg',
  outDeg: 'legOutDeg',
  turnDeg: 'legTurnDeg',
  ankleDeg: 'ankleDeg',
};
const armFields: Readonly<Record<string, LimbField>> = {
  liftDeg: 'liftDeg',
  outDeg: 'armOutDeg',
  elbowDeg: 'elbowDeg',
};

export type PastLimit = { readonly angle: string; readonly deg: number; readonly limit: Range };

const limbs = ['left', 'right', 'leftArm', 'rightArm'] as const;

/** Every angle of a pose with its limits: `pelvicTiltDeg`, `right.kneeDeg`, … */
function* anglesOf(pose: Pose): Generator<PastLimit> {
  for (const [name, limit] of Object.entries(jointLimits)) {
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- named by the limits that it was found with
    const deg = pose[name as TrunkAngle];
    if (typeof deg === 'number') yield { angle: name, deg, limit };
  }
  for (const limb of limbs)
    for (const [field, deg] of Object.entries(pose[limb] ?? {})) {
      const limit = (limb.endsWith('Arm') ? armFields : legFields)[field];
      if (limit && typeof deg === 'number') yield { angle: `${limb}.${field}`, deg, limit: jointLimits[limit] };
    }
}

/** Angles past what a joint allows, with the limit. */
export const pastLimits = (pose: Pose): PastLimit[] =>
  [...anglesOf(pose)].filter(({ deg, limit: [lo, hi] }) => deg < lo || deg > hi);

/** The pose with every angle drawn back to its joint's limit. */
export function keepWithinLimits(pose: Pose): Pose {
  const kept: Record<string, unknown> = { ...pose };
  for (const { angle, deg, limit } of pastLimits(pose)) {
    const [limb = '', field] = angle.split('.');
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- named by the limits that it was found with
    if (field) kept[limb] = { ...(kept[limb] as object), [field]: clamp(deg, ...limit) };
    else kept[limb] = clamp(deg, ...limit);
  }
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- named by the limits that it was found with
  return kept as Pose;
}
