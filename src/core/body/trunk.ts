// The trunk in its own axes (headward, right, front; origin between the hip joints): spine, neck and head, with the skin and
// flesh round them and what of it can touch the mat. Millimetres.
import { apply, plus3 } from '../geometry';
import type { Mat3, Vec3 } from '../geometry';
import { place } from './block';
import type { BlockFrame } from './block';
import { bendNeck, skullBack } from './neck';
import type { Neck } from './neck';
import type { Pose } from './pose';
import { asisWidthMm } from './segments';
import type { Body } from './segments';
import { bendSpine, chestDepth, chestHeights, onPelvis, pelvisBack, pelvisFront, skinDepth, turnOf } from './spine';
import type { Bend, Spine } from './spine';

type Section = { readonly back: Vec3; readonly front: Vec3; readonly turn: Mat3; readonly halfWidth: number };
type BackPoints = Readonly<Record<'S2' | 'L3' | 'T12' | 'T6' | 'C7', Vec3>>;

export type Trunk = {
  readonly pelvis: BlockFrame;
  readonly ribs: BlockFrame;
  readonly head: BlockFrame;
  readonly spine: readonly Vec3[];
  readonly sections: readonly Section[];
  /** Middle between the shoulder joints. */
  readonly shoulders: Vec3;
  /** What can touch the mat, as balls. */
  readonly contacts: readonly { readonly at: Vec3; readonly radius: number }[];
  /** Skin over the spinous processes. */
  readonly backPoints: BackPoints;
};

const turnAt = (bends: readonly Bend[], index: number, { ribBend }: Spine): Mat3 => turnOf(bends[index] ?? ribBend);

/** Turn of the skin behind a segment of the chest: square to the chest, not to each vertebra. */
const levelAt = (index: number, { thoracicBends, ribBend }: Spine): Mat3 =>
  turnOf({ ...(thoracicBends[index] ?? ribBend), pitch: ribBend.pitch });

/** Skin behind a joint; flesh on the mat is flat. */
function behind({ lies, backGround }: Spine, at: Vec3, turn: Mat3, depth: number): Vec3 {
  const skin = plus3(at, apply(turn, [0, 0, -depth]));
  return lies === 'back' ? [skin[0], skin[1], Math.max(backGround, skin[2])] : skin;
}

function backPointsOf(spine: Spine, h: number, w: number): BackPoints {
  const { pelvis, ribs, base, lumbar, lumbarBends, thorax } = spine;
  const t12 = ribs.at;
  return {
    S2: onPelvis(pelvis, w, [0.28, 0, -0.49]),
    L3: behind(spine, lumbar[2] ?? base, turnAt(lumbarBends, 2, spine), 0.0345 * h),
    T12: behind(spine, t12, ribs.turn, 0.031 * h),
    T6: behind(spine, thorax[2] ?? t12, levelAt(2, spine), skinDepth * h),
    C7: behind(spine, thorax.at(-1) ?? t12, levelAt(3, spine), 0.03 * h),
  };
}

/** Cuts through trunk and neck, from below the seat to under the skull. */
function sectionsOf(spine: Spine, { head, neck, topBend }: Neck, back: BackPoints, h: number, w: number): Section[] {
  const { pelvis, ribs, lies, frontGround, thorax } = spine;
  const t12 = ribs.at;
  const c7 = thorax.at(-1) ?? t12;
  const chest = (x: number, z: number): Vec3 => place(ribs, [x * h, 0, z * h]);
  const xiphoid = chest(0.04, 0.083);
  const pubis = onPelvis(pelvis, w, [-0.125, 0, 0.19]);
  const belly = (share: number, raise: number): Vec3 =>
    plus3(
      [
        xiphoid[0] + (pubis[0] - xiphoid[0]) * share,
        xiphoid[1] + (pubis[1] - xiphoid[1]) * share,
        xiphoid[2] + (pubis[2] - xiphoid[2]) * share,
      ],
      apply(ribs.turn, [0, 0, raise * h]),
    );
  /** Flesh on the mat is flat. */
  const flatFront = (skin: Vec3): Vec3 =>
    lies === 'front' ? [skin[0], skin[1], Math.min(frontGround, skin[2])] : skin;
  const cut = (from: Vec3, to: Vec3, turn: Mat3, halfWidth: number): Section => ({
    back: from,
    front: flatFront(to),
    turn,
    halfWidth: halfWidth * h,
  });
  const t9 = behind(spine, thorax[1] ?? t12, levelAt(1, spine), skinDepth * h);
  const midNeck = behind(spine, neck[1] ?? c7, turnOf(topBend), 0.034 * h);
  return [
    cut(onPelvis(pelvis, w, [-0.42, 0, -0.3]), onPelvis(pelvis, w, [-0.3, 0, 0.06]), pelvis.turn, 0.076),
    cut(onPelvis(pelvis, w, [-0.1, 0, -0.5]), pubis, pelvis.turn, 0.1),
    cut(back.S2, belly(0.72, 0.007), pelvis.turn, 0.091),
    cut(back.L3, belly(0.4, -0.002), turnAt(spine.lumbarBends, 2, spine), 0.074),
    cut(back.T12, xiphoid, ribs.turn, 0.08),
    cut(t9, chest(0.075, 0.09), ribs.turn, 0.086),
    cut(back.T6, chest(0.115, 0.083), ribs.turn, 0.088),
    cut(back.C7, chest(0.158, 0.048), ribs.turn, 0.056),
    cut(midNeck, chest(0.172, 0.036), turnOf(topBend), 0.034),
    cut(place(head, [-0.042 * h, 0, -0.042 * h]), place(head, [-0.058 * h, 0, 0.042 * h]), head.turn, 0.033),
  ];
}

function contactsOf({ pelvis, ribs, lumbar, thorax }: Spine, head: BlockFrame, h: number, w: number) {
  const ball = (at: Vec3, radius: number) => ({ at, radius });
  const ofPelvis = (point: Vec3): Vec3 => onPelvis(pelvis, w, point);
  const both = [1, -1] as const;
  return [
    ...[...pelvisBack, ...pelvisFront].map((point) => ball(ofPelvis(point), 0)),
    ...both.map((side) => ball(ofPelvis([-0.35, side * 0.25, -0.2]), 0.19 * w)),
    ...both.map((side) => ball(ofPelvis([0, side * 0.6, -0.02]), 0.13 * w)),
    ...lumbar.map((at) => ball(at, skinDepth * h)),
    ...thorax.map((at) => ball(at, skinDepth * h)),
    ...chestHeights.map((up) => ball(place(ribs, [up * h, 0, (chestDepth - 0.032) * h]), 0.03 * h)),
    ...both.map((side) => ball(place(ribs, [0.06 * h, side * 0.058 * h, 0.03 * h]), 0.03 * h)),
    ball(head.at, skullBack * h),
  ];
}

/** The trunk of a body in a pose, as it lies on its own: mm from the middle between the hip joints. */
export function bendTrunk(body: Body, pose: Pose): Trunk {
  const h = body.heightM * 1000;
  const w = asisWidthMm(body);
  const spine = bendSpine(body, pose);
  const neck = bendNeck(body, pose, spine);
  const backPoints = backPointsOf(spine, h, w);
  const { pelvis, ribs, base, lumbar, thorax } = spine;
  return {
    pelvis,
    ribs,
    head: neck.head,
    spine: [base, ...lumbar, ...thorax, ...neck.neck],
    sections: sectionsOf(spine, neck, backPoints, h, w),
    shoulders: place(ribs, [0.135 * h + (pose.shrugMm ?? 0), 0, -0.004 * h]),
    contacts: contactsOf(spine, neck.head, h, w),
    backPoints,
  };
}
