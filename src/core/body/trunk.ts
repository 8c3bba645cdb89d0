// The trunk in its own axes (headward, right, front; origin between the hip joints): pelvis, five segments of the low
// back, four of the chest with the ribs, four of the neck, and the head. Millimetres.
import { aboutX, aboutZ, apply, dot3, multiply, plus3, radians } from '../geometry';
import type { Mat3, Vec3 } from '../geometry';
import { pitch, place } from './block';
import type { BlockFrame } from './block';
import { positionOf } from './position';
import type { Pose } from './pose';
import { asisWidthMm } from './segments';
import type { Body } from './segments';

type Section = { readonly back: Vec3; readonly front: Vec3; readonly turn: Mat3; readonly halfWidth: number };

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
  readonly backPoints: Readonly<Record<'S2' | 'L3' | 'T12' | 'T6' | 'C7', Vec3>>;
};

/** How a segment is turned: bent forward, to the side, and twisted, in degrees from the trunk's own line. */
type Bend = { readonly pitch: number; readonly side: number; readonly turn: number };
const turnOf = ({ pitch: deg, side, turn }: Bend): Mat3 =>
  multiply(aboutZ(radians(side)), multiply(aboutX(radians(turn)), pitch(deg)));

/** Joint centres along a chain, the start left out. */
function follow(start: Vec3, segmentMm: number, bends: readonly Bend[]): Vec3[] {
  let at = start;
  return bends.map((bend) => (at = plus3(at, apply(turnOf(bend), [segmentMm, 0, 0]))));
}

/** How far a chain must come in all, in mm, along a direction of the trunk's own middle plane. */
type Rise = { readonly by: number; readonly along: Vec3 };

/**
 * Pitches of a chain of equal segments that leaves at `first` and arrives at `last` (degrees): even steps, or, where the
 * chain must come to a height, a quadratic in the segment's number whose mean is solved for it.
 */
function bendChain(count: number, segmentMm: number, first: number, last: number, rise?: Rise): number[] {
  const middle = (count - 1) / 2;
  const slope = (last - first) / (count - 1);
  if (rise === undefined) return Array.from({ length: count }, (_, i) => first + slope * i);
  const spread =
    Array.from({ length: count }, (_, i) => (i - middle) ** 2).reduce((sum, square) => sum + square, 0) / count;
  const pitches = (mean: number): number[] => {
    const curve = ((first + last) / 2 - mean) / (middle ** 2 - spread);
    return Array.from({ length: count }, (_, i) => mean + slope * (i - middle) + curve * ((i - middle) ** 2 - spread));
  };
  const [ux, , uz] = rise.along;
  const risen = (mean: number) =>
    pitches(mean).reduce(
      (sum, deg) => sum + segmentMm * (ux * Math.cos(radians(deg)) + uz * Math.sin(radians(deg))),
      0,
    );
  let [lo, hi] = [-60, 60];
  for (let turn = 0; turn < 40; turn += 1) {
    const mean = (lo + hi) / 2;
    if (risen(mean) < rise.by === uz > 0) lo = mean;
    else hi = mean;
  }
  return pitches((lo + hi) / 2);
}

/** Skin where the pelvis can rest, in ASIS widths: seat, sacrum; hip bones and pubic bone. */
const pelvisBack: readonly Vec3[] = [
  [-0.1, 0, -0.5],
  [0.28, 0, -0.49],
];
const pelvisFront: readonly Vec3[] = [
  [0.3, 0.5, 0.22],
  [0.3, -0.5, 0.22],
  [-0.125, 0, 0.22],
];
const thoracicRest = [-15, -5, 6, 17];
const lumbarLeavesAt = 19;
const neckArrivesAt = 6;
const chestDepth = 0.088; // of stature, from the spine at T12 to the front of the ribs

/** Which way the trunk rests when it lies flat: on its back, on its front, or not. */
function liesOn(pose: Pose): 'back' | 'front' | undefined {
  if (pose.trunkDeg || pose.lumbarFlexDeg) return undefined;
  const position = positionOf(pose);
  return position === 'supine' ? 'back' : position === 'prone' && !pose.thoracicFlexDeg ? 'front' : undefined;
}

function skullRests(pose: Pose): 'back' | 'front' | undefined {
  const curled = Boolean(pose.thoracicFlexDeg) || Boolean(pose.neckFlexDeg) || (pose.trunkDeg ?? 0) > 0;
  if (curled || pose.lumbarFlexDeg) return undefined;
  const position = positionOf(pose);
  return position === 'supine' ? 'back' : position === 'prone' ? 'front' : undefined;
}

export function bendTrunk(body: Body, pose: Pose): Trunk {
  const h = body.heightM * 1000;
  const w = asisWidthMm(body);
  const {
    pelvicTiltDeg: tilt = 0,
    pelvicRollDeg: roll = 0,
    pelvicHikeDeg: hike = 0,
    ribFlareDeg: flare = 0,
    lumbarFlexDeg: lumbarFlex = 0,
    lumbarTurnDeg: lumbarTurn = 0,
    thoracicFlexDeg: thoracicFlex = 0,
    thoracicSideDeg: thoracicSide = 0,
    thoracicTurnDeg: thoracicTurn = 0,
    neckFlexDeg: neckFlex = 0,
  } = pose;
  const lumbarSide = (pose.lumbarSideDeg ?? 0) + hangingSide(pose);
  const pelvis: BlockFrame = {
    at: [0, 0, 0],
    turn: multiply(aboutX(radians(roll)), multiply(aboutZ(-radians(hike)), pitch(tilt))),
  };
  const ofPelvis = ([x, y, z]: Vec3): Vec3 => place(pelvis, [x * w, y * w, z * w]);
  const base = ofPelvis([0.4, 0, -0.22]);

  const [vertebra, skinDepth] = [0.0435 * h, 0.029 * h];
  const thoracicBends = thoracicRest.map((deg, i): Bend => {
    const share = (i + 0.5) / 4;
    return {
      pitch: deg - flare + lumbarFlex + thoracicFlex * share,
      side: lumbarSide + thoracicSide * share,
      turn: lumbarTurn + thoracicTurn * share,
    };
  });
  const ribBend: Bend = {
    pitch: lumbarFlex + thoracicFlex / 2 - flare,
    side: lumbarSide + thoracicSide / 2,
    turn: lumbarTurn + thoracicTurn / 2,
  };

  // Lying flat, the chest is let down until it touches; the low back bends to fit.
  const lies = liesOn(pose);
  const lumbarMm = 0.0214 * h;
  const shape = follow([0, 0, 0], vertebra, thoracicBends);
  const backGround = Math.min(...pelvisBack.map((point) => ofPelvis(point)[2]));
  const frontGround = Math.max(...pelvisFront.map((point) => ofPelvis(point)[2]));
  const chestFront = Math.max(
    ...([0.045, 0.08, 0.115] as const).map((up) => apply(turnOf(ribBend), [up * h, 0, (chestDepth - 0.002) * h])[2]),
  );
  const toFront: Vec3 = [0, 0, 1];
  const rise: Rise | undefined =
    lies === 'back'
      ? { by: backGround + skinDepth - Math.min(0, ...shape.map(([, , z]) => z)) - base[2], along: toFront }
      : lies === 'front'
        ? { by: frontGround - chestFront - base[2], along: toFront }
        : undefined;
  const lumbarPitches = bendChain(5, lumbarMm, lumbarLeavesAt + tilt, (thoracicBends[0]?.pitch ?? 0) - 2, rise);
  const lumbarBends = lumbarPitches.map((deg, i): Bend => ({
    pitch: deg,
    side: (lumbarSide * (i + 1)) / 5,
    turn: (lumbarTurn * (i + 1)) / 5,
  }));
  const lumbar = follow(base, lumbarMm, lumbarBends);
  const t12 = lumbar.at(-1) ?? base;
  const thorax = follow(t12, vertebra, thoracicBends);
  const c7 = thorax.at(-1) ?? t12;
  const ribs: BlockFrame = { at: t12, turn: turnOf(ribBend) };

  // Head: the skull rests where the body lies flat (the neck bends to reach); else it follows the neck.
  const skull = skullRests(pose);
  const lying = positionOf(pose) === 'supine';
  const face = pose.faceDeg ?? (lying ? -4 : 0);
  const topBend = thoracicBends.at(-1) ?? ribBend;
  const headPitch = skull ? -(pose.trunkDeg ?? 0) - face : lumbarFlex + thoracicFlex + neckFlex - face;
  const headTurn = turnOf({ pitch: headPitch, side: topBend.side - thoracicSide / 8, turn: topBend.turn });
  const atlas: Vec3 = [-0.036 * h, 0, -0.014 * h];
  const neckMm = 0.0185 * h;
  const offset = apply(headTurn, atlas);
  const support = pose.headSupportMm ?? 0;
  // Where the mat is, seen from the trunk: a bridge lowers the head end, so the mat leans against the trunk.
  const up: Vec3 = skull === 'front' ? [0, 0, -1] : apply(pitch(-(pose.trunkDeg ?? 0)), [0, 0, 1]);
  const ground =
    skull === 'front' ? -frontGround : lies ? backGround : Math.min(...thorax.map((at) => dot3(at, up))) - skinDepth;
  const skullRadius = (skull === 'front' ? 0.066 : 0.058) * h;
  const neckRise: Rise | undefined = skull && {
    by: ground + skullRadius + support + dot3(offset, up) - dot3(c7, up),
    along: up,
  };
  const neckPitches = bendChain(
    4,
    neckMm,
    topBend.pitch + 4,
    (skull ? neckArrivesAt : neckArrivesAt + lumbarFlex + thoracicFlex + neckFlex) - face * 0.5,
    neckRise,
  );
  const neck = follow(
    c7,
    neckMm,
    neckPitches.map((deg): Bend => ({ pitch: deg, side: topBend.side, turn: topBend.turn })),
  );
  const top = neck.at(-1) ?? c7;
  const head: BlockFrame = { at: [top[0] - offset[0], top[1] - offset[1], top[2] - offset[2]], turn: headTurn };

  const bendAt = (bends: readonly Bend[], index: number): Mat3 => turnOf(bends[index] ?? ribBend);
  const behind = (at: Vec3, turn: Mat3, depth: number): Vec3 => plus3(at, apply(turn, [0, 0, -depth]));
  const flatBehind = (at: Vec3, turn: Mat3, depth: number): Vec3 => {
    const skin = behind(at, turn, depth);
    return lies === 'back' ? [skin[0], skin[1], Math.max(backGround, skin[2])] : skin;
  };
  const l3 = flatBehind(lumbar[2] ?? base, bendAt(lumbarBends, 2), 0.0345 * h);
  const level = (bends: readonly Bend[], index: number): Mat3 => {
    const bend = bends[index] ?? ribBend;
    return turnOf({ ...bend, pitch: ribBend.pitch }); // skin stands square to the chest, not to each vertebra
  };
  const backPoints = {
    S2: ofPelvis([0.28, 0, -0.49]),
    L3: l3,
    T12: flatBehind(t12, ribs.turn, 0.031 * h),
    T6: flatBehind(thorax[2] ?? t12, level(thoracicBends, 2), skinDepth),
    C7: flatBehind(c7, level(thoracicBends, 3), 0.03 * h),
  };
  const xiphoid = place(ribs, [0.04 * h, 0, 0.083 * h]);
  const pubis = ofPelvis([-0.125, 0, 0.19]);
  const belly = (share: number, raise: number): Vec3 =>
    plus3(
      [
        xiphoid[0] + (pubis[0] - xiphoid[0]) * share,
        xiphoid[1] + (pubis[1] - xiphoid[1]) * share,
        xiphoid[2] + (pubis[2] - xiphoid[2]) * share,
      ],
      apply(ribs.turn, [0, 0, raise * h]),
    );
  const throat = place(head, [-0.058 * h, 0, 0.042 * h]);
  /** Flesh on the mat is flat. */
  const flatFront = (skin: Vec3): Vec3 =>
    lies === 'front' ? [skin[0], skin[1], Math.min(frontGround, skin[2])] : skin;
  const section = (back: Vec3, front: Vec3, turn: Mat3, halfWidth: number): Section => ({
    back,
    front: flatFront(front),
    turn,
    halfWidth: halfWidth * h,
  });
  const sections: Section[] = [
    section(ofPelvis([-0.42, 0, -0.3]), ofPelvis([-0.3, 0, 0.06]), pelvis.turn, 0.076),
    section(ofPelvis([-0.1, 0, -0.5]), pubis, pelvis.turn, 0.1),
    section(backPoints.S2, belly(0.72, 0.007), pelvis.turn, 0.091),
    section(l3, belly(0.4, -0.002), bendAt(lumbarBends, 2), 0.074),
    section(backPoints.T12, xiphoid, ribs.turn, 0.08),
    section(
      flatBehind(thorax[1] ?? t12, level(thoracicBends, 1), skinDepth),
      place(ribs, [0.075 * h, 0, 0.09 * h]),
      ribs.turn,
      0.086,
    ),
    section(backPoints.T6, place(ribs, [0.115 * h, 0, 0.083 * h]), ribs.turn, 0.088),
    section(backPoints.C7, place(ribs, [0.158 * h, 0, 0.048 * h]), ribs.turn, 0.056),
    section(
      flatBehind(neck[1] ?? c7, turnOf(topBend), 0.034 * h),
      place(ribs, [0.172 * h, 0, 0.036 * h]),
      turnOf(topBend),
      0.034,
    ),
    section(place(head, [-0.042 * h, 0, -0.042 * h]), throat, head.turn, 0.033),
  ];
  const ball = (at: Vec3, radius: number) => ({ at, radius });
  const contacts = [
    ...pelvisBack.map((point) => ball(ofPelvis(point), 0)),
    ...pelvisFront.map((point) => ball(ofPelvis(point), 0)),
    ...([1, -1] as const).map((side) => ball(ofPelvis([-0.35, side * 0.25, -0.2]), 0.19 * w)),
    ...([1, -1] as const).map((side) => ball(ofPelvis([0, side * 0.6, -0.02]), 0.13 * w)),
    ...lumbar.map((at) => ball(at, 0.029 * h)),
    ...thorax.map((at) => ball(at, skinDepth)),
    ...([0.045, 0.08, 0.115] as const).map((up) => ball(place(ribs, [up * h, 0, (chestDepth - 0.032) * h]), 0.03 * h)),
    ...([1, -1] as const).map((side) => ball(place(ribs, [0.06 * h, side * 0.058 * h, 0.03 * h]), 0.03 * h)),
    ball(head.at, 0.058 * h),
  ];
  return {
    pelvis,
    ribs,
    head,
    spine: [base, ...lumbar, ...thorax, ...neck],
    sections,
    shoulders: place(ribs, [0.135 * h + (pose.shrugMm ?? 0), 0, -0.004 * h]),
    contacts,
    backPoints,
  };
}

/** Lying on the side, the chest is a little narrower than the hips and sinks to the mat: the low back bends toward it. */
function hangingSide(pose: Pose): number {
  if (positionOf(pose) !== 'sideLying') return 0;
  return (pose.sideUp ?? 'R') === 'R' ? -2.5 : 2.5;
}
