// The spine in the trunk's own axes (headward, right, front; origin between the hip joints): pelvis, five segments of the low
// back, four of the chest with the ribs. Lying flat, the chest is let down until it touches and the low back bends to fit.
import { aboutX, aboutZ, apply, multiply, plus3, radians } from '../geometry';
import type { Mat3, Vec3 } from '../geometry';
import { pitch, place } from './block';
import type { BlockFrame } from './block';
import { positionOf } from './position';
import type { Position } from '../anatomy/positions';
import type { Pose } from './pose';
import { asisWidthMm } from './segments';
import type { Body } from './segments';
import { crossing } from '../bisect';

/** How a segment is turned: bent forward, to the side, and twisted, in degrees from the trunk's own line. */
export type Bend = { readonly pitch: number; readonly side: number; readonly turn: number };

/** The turn of one joint: forward in the side plane, then round its own axis, then to the side; degrees in, a rotation out. */
export const turnOf = ({ pitch: deg, side, turn }: Bend): Mat3 =>
  multiply(aboutZ(radians(side)), multiply(aboutX(radians(turn)), pitch(deg)));

/** Joint centres along a chain, the start left out. */
export function follow(start: Vec3, segmentMm: number, bends: readonly Bend[]): Vec3[] {
  let at = start;
  return bends.map((bend) => (at = plus3(at, apply(turnOf(bend), [segmentMm, 0, 0]))));
}

/** How far a chain must come in all, in mm, along a direction of the trunk's own middle plane. */
export type Rise = { readonly by: number; readonly along: Vec3 };

/**
 * Pitches of a chain of equal segments that leaves at `first` and arrives at `last` (degrees): even steps, or, where the
 * chain must come to a height, a quadratic in the segment's number whose mean is solved for it.
 */
export function bendChain(count: number, segmentMm: number, first: number, last: number, rise?: Rise): number[] {
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
  return pitches(crossing(-60, 60, (mean) => risen(mean) < rise.by === uz > 0));
}

/** Skin where the pelvis can rest, in ASIS widths: seat, sacrum; hip bones and pubic bone. */
export const pelvisBack: readonly Vec3[] = [
  [-0.1, 0, -0.5],
  [0.28, 0, -0.49],
];
export const pelvisFront: readonly Vec3[] = [
  [0.3, 0.5, 0.22],
  [0.3, -0.5, 0.22],
  [-0.125, 0, 0.22],
];
const thoracicRest = [-15, -5, 6, 17];
const lumbarLeavesAt = 19;

/** Of stature: a segment of the chest, the skin behind it, a segment of the low back. */
const vertebra = 0.0435;
export const skinDepth = 0.029;
const lumbarVertebra = 0.0214;
/** Of stature: from the spine at T12 to the front of the ribs, and how high up the chest that front is. */
export const chestDepth = 0.088;
export const chestHeights = [0.045, 0.08, 0.115] as const;

/** Which way the trunk rests when it lies flat: on its back, on its front, or not. */
function liesOn(pose: Pose): 'back' | 'front' | undefined {
  if (pose.trunkDeg || pose.lumbarFlexDeg) return undefined;
  const position = positionOf(pose);
  if (position === 'supine') return 'back';
  return position === 'prone' && !pose.thoracicFlexDeg ? 'front' : undefined;
}

/** Lying on the side, the chest is a little narrower than the hips and sinks to the mat: the low back bends toward it. */
function hangingSide(pose: Pose): number {
  if (positionOf(pose) !== 'sideLying') return 0;
  return (pose.sideUp ?? 'R') === 'R' ? -2.5 : 2.5;
}

export type Spine = {
  readonly pelvis: BlockFrame;
  readonly ribs: BlockFrame;
  /** Where the low back leaves the pelvis. */
  readonly base: Vec3;
  readonly lumbar: readonly Vec3[];
  readonly thorax: readonly Vec3[];
  readonly lumbarBends: readonly Bend[];
  readonly thoracicBends: readonly Bend[];
  readonly ribBend: Bend;
  readonly lies: 'back' | 'front' | undefined;
  /** Height of the skin that lies lowest on the back and on the front of the pelvis. */
  readonly backGround: number;
  readonly frontGround: number;
};

/** A point of the pelvis, told in ASIS widths. */
export const onPelvis = (pelvis: BlockFrame, asisMm: number, [x, y, z]: Vec3): Vec3 =>
  place(pelvis, [x * asisMm, y * asisMm, z * asisMm]);

const pelvisOf = ({ pelvicTiltDeg = 0, pelvicRollDeg = 0, pelvicHikeDeg = 0 }: Pose): BlockFrame => ({
  at: [0, 0, 0],
  turn: multiply(aboutX(radians(pelvicRollDeg)), multiply(aboutZ(-radians(pelvicHikeDeg)), pitch(pelvicTiltDeg))),
});

/** How low back and chest are asked to bend. */
function bendsOf(pose: Pose): {
  readonly lumbar: Omit<Bend, 'pitch'>;
  readonly thorax: readonly Bend[];
  readonly ribs: Bend;
} {
  const { ribFlareDeg: flare = 0, lumbarFlexDeg: flex = 0, lumbarTurnDeg: turn = 0 } = pose;
  const { thoracicFlexDeg = 0, thoracicSideDeg = 0, thoracicTurnDeg = 0 } = pose;
  const side = (pose.lumbarSideDeg ?? 0) + hangingSide(pose);
  const chest = (rest: number, share: number): Bend => ({
    pitch: rest - flare + flex + thoracicFlexDeg * share,
    side: side + thoracicSideDeg * share,
    turn: turn + thoracicTurnDeg * share,
  });
  return {
    lumbar: { side, turn },
    thorax: thoracicRest.map((deg, i) => chest(deg, (i + 0.5) / 4)),
    ribs: {
      pitch: flex + thoracicFlexDeg / 2 - flare,
      side: side + thoracicSideDeg / 2,
      turn: turn + thoracicTurnDeg / 2,
    },
  };
}

/** How far the low back must carry the chest so that it touches what the pelvis lies on. */
function riseToMat(
  lies: Spine['lies'],
  grounds: Pick<Spine, 'backGround' | 'frontGround'>,
  base: Vec3,
  thorax: readonly Bend[],
  ribs: Bend,
  h: number,
): Rise | undefined {
  const along: Vec3 = [0, 0, 1];
  if (lies === 'back') {
    const shape = follow([0, 0, 0], vertebra * h, thorax);
    return { by: grounds.backGround + skinDepth * h - Math.min(0, ...shape.map(([, , z]) => z)) - base[2], along };
  }
  if (lies !== 'front') return undefined;
  const chestFront = Math.max(
    ...chestHeights.map((up) => apply(turnOf(ribs), [up * h, 0, (chestDepth - 0.002) * h])[2]),
  );
  return { by: grounds.frontGround - chestFront - base[2], along };
}

const carriedAbove: readonly Position[] = ['fourPoint', 'frontSupport', 'sitting', 'kneeling', 'standing'];

/** Where the shoulders are over the low back's top, in the chest's own axes, of stature. */
const shouldersOverT12: Vec3 = [0.135, 0, -0.004];

/**
 * Off the mat, arms or balance keep the shoulders where they are when the pelvis tips or the ribs open: the low back takes it.
 */
function riseToShoulders(body: Body, pose: Pose, base: Vec3, ribs: Bend): Rise | undefined {
  if (!(pose.pelvicTiltDeg || pose.ribFlareDeg) || !carriedAbove.includes(positionOf(pose))) return undefined;
  const h = body.heightM * 1000;
  const shoulders = (turn: Mat3): number => apply(turn, shouldersOverT12)[2] * h;
  const rest = bendSpine(body, { ...pose, pelvicTiltDeg: 0, ribFlareDeg: 0 });
  return { by: rest.ribs.at[2] + shoulders(rest.ribs.turn) - shoulders(turnOf(ribs)) - base[2], along: [0, 0, 1] };
}

/** Pelvis, low back and chest of a pose, mm. */
export function bendSpine(body: Body, pose: Pose): Spine {
  const h = body.heightM * 1000;
  const w = asisWidthMm(body);
  const pelvis = pelvisOf(pose);
  const base = onPelvis(pelvis, w, [0.4, 0, -0.22]);
  const { lumbar: lumbarBend, thorax: thoracicBends, ribs: ribBend } = bendsOf(pose);
  const lies = liesOn(pose);
  const backGround = Math.min(...pelvisBack.map((point) => onPelvis(pelvis, w, point)[2]));
  const frontGround = Math.max(...pelvisFront.map((point) => onPelvis(pelvis, w, point)[2]));
  const rise =
    riseToMat(lies, { backGround, frontGround }, base, thoracicBends, ribBend, h) ??
    riseToShoulders(body, pose, base, ribBend);
  const lumbarMm = lumbarVertebra * h;
  const leaves = lumbarLeavesAt + (pose.pelvicTiltDeg ?? 0);
  const lumbarBends = bendChain(5, lumbarMm, leaves, (thoracicBends[0]?.pitch ?? 0) - 2, rise).map((deg, i): Bend => ({
    pitch: deg,
    side: (lumbarBend.side * (i + 1)) / 5,
    turn: (lumbarBend.turn * (i + 1)) / 5,
  }));
  const lumbar = follow(base, lumbarMm, lumbarBends);
  const t12 = lumbar.at(-1) ?? base;
  return {
    pelvis,
    base,
    lumbar,
    lumbarBends,
    thorax: follow(t12, vertebra * h, thoracicBends),
    thoracicBends,
    ribs: { at: t12, turn: turnOf(ribBend) },
    ribBend,
    lies,
    backGround,
    frontGround,
  };
}
