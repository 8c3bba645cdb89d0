// Pulling a hand, foot or knee of a drawn body: which joint angles bring it there.
import { clamp } from '../geometry';
import type { Vec3 } from '../geometry';
import { jointLimits } from './pose';
import type { ArmPose, LegPose, Pose } from './pose';
import { poseBody } from './skeleton';
import type { Body } from './segments';

export const handles = ['knee', 'foot', 'hand'] as const;
export type Handle = (typeof handles)[number];
export type DragSide = 'left' | 'right';

type Angles = readonly [number, number];
type Limb = {
  readonly angles: Angles;
  readonly limits: readonly [readonly [number, number], readonly [number, number]];
  readonly with: (angles: Angles) => Pose;
  /** The second angle does not move this handle. */
  readonly single: boolean;
};

const raised = (leg: LegPose): Extract<LegPose, { kind: 'raised' }> =>
  leg.kind === 'raised'
    ? leg
    : { kind: 'raised', thighDeg: 60, kneeDeg: 70, ...(leg.outDeg ? { outDeg: leg.outDeg } : {}) };
const reaching = (arm: ArmPose | undefined): Extract<ArmPose, { kind: 'reaching' }> =>
  arm?.kind === 'reaching' ? arm : { kind: 'reaching', liftDeg: 45, elbowDeg: 0 };

function limbOf(pose: Pose, side: DragSide, handle: Handle): Limb {
  if (handle === 'hand') {
    const name = side === 'left' ? 'leftArm' : 'rightArm';
    const arm = reaching(pose[name]);
    return {
      angles: [arm.liftDeg, arm.elbowDeg ?? 0],
      limits: [jointLimits.liftDeg, jointLimits.elbowDeg],
      with: ([liftDeg, elbowDeg]) => ({ ...pose, [name]: { ...arm, liftDeg, elbowDeg } }),
      single: false,
    };
  }
  const leg = raised(pose[side]);
  return {
    angles: [leg.thighDeg, leg.kneeDeg],
    limits: [jointLimits.thighDeg, jointLimits.kneeDeg],
    with: ([thighDeg, kneeDeg]) => ({ ...pose, [side]: { ...leg, thighDeg, kneeDeg } }),
    single: handle === 'knee',
  };
}

/** Where a handle is on a posed body, in world millimetres. */
export function handleAt(body: Body, pose: Pose, side: DragSide, handle: Handle): Vec3 {
  const joints = poseBody(body, pose).sides[side === 'left' ? 'L' : 'R'];
  return handle === 'knee' ? joints.knee : handle === 'foot' ? joints.ankle : joints.hand;
}

/**
 * The pose whose handle comes nearest to a point of the body's own side plane (x along the mat, z up, mm), within what the
 * joints allow. A leg that stood on the floor is lifted from it; an arm at rest reaches.
 */
export function dragLimb(
  body: Body,
  pose: Pose,
  side: DragSide,
  handle: Handle,
  to: { readonly x: number; readonly z: number },
): Pose {
  const limb = limbOf(pose, side, handle);
  const fit = (angles: Angles): Angles => [
    clamp(angles[0], limb.limits[0][0], limb.limits[0][1]),
    clamp(angles[1], limb.limits[1][0], limb.limits[1][1]),
  ];
  const miss = (angles: Angles): number => {
    const [x, , z] = handleAt(body, limb.with(angles), side, handle);
    return Math.hypot(x - to.x, z - to.z);
  };
  let best = fit(limb.angles);
  let least = miss(best);
  for (let step = 24; step > 0.2; step /= 2)
    for (let moved = true, turns = 0; moved && turns < 14; turns += 1) {
      moved = false;
      const ways: Angles[] = limb.single
        ? [
            [step, 0],
            [-step, 0],
          ]
        : [
            [step, 0],
            [-step, 0],
            [0, step],
            [0, -step],
            [step, step],
            [-step, -step],
            [step, -step],
            [-step, step],
          ];
      for (const [a, b] of ways) {
        const tried = fit([best[0] + a, best[1] + b]);
        const far = miss(tried);
        if (far >= least - 1e-6) continue;
        [best, least, moved] = [tried, far, true];
      }
    }
  return limb.with([Math.round(best[0]), Math.round(best[1])]);
}
