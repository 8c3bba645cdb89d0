// A posed body as shapes to paint, far things first, from any view. Colours are the painter's.
import { apply, dot3, hull, plus3, times3 } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';
import { place } from '../body/block';
import type { BlockFrame } from '../body/block';
import type { Joints } from '../body/joints';
import type { PosedBody } from '../body/skeleton';
import type { Eye, Seen } from './camera';
import { curve, limb, polyline } from './shapes';
import type { Disc } from './shapes';

export type ShapeRole =
  | 'farLimb'
  | 'farArm'
  | 'head'
  | 'hair'
  | 'body'
  | 'nearLimb'
  | 'nearArm'
  | 'pelvisBlock'
  | 'ribsBlock'
  | 'spine'
  | 'mat'
  | 'prop'
  | 'propLine'
  | 'frame'
  | 'spring';
export type Shape = {
  readonly role: ShapeRole;
  readonly path: string;
  /** Width of a line, where the shape is one. */
  readonly width?: number;
};

/** Shapes of one thing, with how far away it is, to be sorted with others. */
export type Piece = { readonly away: number; readonly shapes: readonly Shape[] };

const discAt = (seen: Seen, radiusMm: number): Disc => ({ at: seen.at, radius: radiusMm * seen.perMm });

function leg(joints: Joints, { see }: Eye, h: number): string {
  const [hip, knee, ankle] = [see(joints.hip), see(joints.knee), see(joints.ankle)];
  const between = (a: Seen, b: Seen, share: number): Vec2 => [
    a.at[0] + (b.at[0] - a.at[0]) * share,
    a.at[1] + (b.at[1] - a.at[1]) * share,
  ];
  const calf: Disc = { at: between(knee, ankle, 0.3), radius: 0.031 * h * knee.perMm };
  const thigh: Disc = { at: between(hip, knee, 0.35), radius: 0.047 * h * hip.perMm };
  return (
    limb([discAt(hip, 0.05 * h), thigh, discAt(knee, 0.031 * h), calf, discAt(ankle, 0.0185 * h)]) +
    limb([discAt(ankle, 0.0185 * h), discAt(see(joints.heel), 0.0165 * h)]) +
    limb([discAt(ankle, 0.0185 * h), discAt(see(joints.ball), 0.0135 * h), discAt(see(joints.toe), 0.009 * h)]) +
    limb([discAt(see(joints.heel), 0.0165 * h), discAt(see(joints.ball), 0.0135 * h)])
  );
}

const arm = (joints: Joints, { see }: Eye, h: number): string =>
  limb([
    discAt(see(joints.shoulder), 0.0265 * h),
    discAt(see(joints.elbow), 0.0185 * h),
    discAt(see(joints.wrist), 0.0135 * h),
    discAt(see(joints.hand), 0.0095 * h),
  ]);

/** Head with brow, nose and chin, so that its tilt can be seen. Local points: headward, front, in shares of stature. */
const profile: readonly (readonly [number, number])[] = [
  [0.066, 0.004],
  [0.058, 0.036],
  [0.036, 0.056],
  [0.014, 0.06],
  [0.004, 0.06],
  [-0.014, 0.073],
  [-0.02, 0.066],
  [-0.033, 0.066],
  [-0.042, 0.06],
  [-0.056, 0.063],
  [-0.066, 0.054],
  [-0.062, 0.03],
  [-0.048, 0.012],
  [-0.052, -0.024],
  [-0.03, -0.05],
  [0.004, -0.058],
  [0.04, -0.045],
];

const hairline: readonly (readonly [number, number])[] = [
  [0.052, 0.043],
  [0.068, 0.006],
  [0.05, -0.036],
  [0.012, -0.06],
  [-0.028, -0.053],
  [-0.046, -0.034],
  [-0.026, -0.018],
  [0.004, -0.016],
  [0.022, 0.004],
  [0.036, 0.036],
];

/** Pelvis seen from the side: local points headward, front, in ASIS widths. */
const pelvisOutline: readonly (readonly [number, number])[] = [
  [0.3, 0.19],
  [0.44, 0.06],
  [0.5, -0.14],
  [0.43, -0.36],
  [0.3, -0.43],
  [0.08, -0.4],
  [-0.14, -0.3],
  [-0.34, -0.16],
  [-0.32, 0.0],
  [-0.125, 0.19],
  [0.08, 0.14],
];
/** Ribcage from the side: local points headward, front, in shares of stature. */
const ribsOutline: readonly (readonly [number, number])[] = [
  [0.155, 0.04],
  [0.11, 0.068],
  [0.05, 0.079],
  [0.0, 0.066],
  [-0.018, 0.03],
  [-0.008, -0.008],
  [0.03, -0.02],
  [0.08, -0.028],
  [0.13, -0.02],
  [0.162, 0.008],
];

/** Head in cuts square to its axis, for views that are not its profile: headward, front of the middle, half width, half depth. */
const headCuts: readonly (readonly [number, number, number, number])[] = [
  [0.066, 0.006, 0.014, 0.014],
  [0.056, 0.002, 0.033, 0.036],
  [0.034, 0, 0.044, 0.053],
  [0.006, 0, 0.0455, 0.059],
  [-0.022, 0.006, 0.042, 0.055],
  [-0.046, 0.018, 0.034, 0.045],
  [-0.065, 0.036, 0.016, 0.024],
];
const hairCuts = headCuts
  .slice(0, 5)
  .map(([up, front, wide, deep]) => [up + 0.004, front - 0.006, wide + 0.003, deep - 0.004] as const);

/** Pelvis and ribs as solid blocks for such views. Headward, to each side, front; ASIS widths and shares of stature. */
const pelvisCorners: readonly Vec3[] = [
  [0.46, 0.4, -0.12],
  [0.3, 0.5, 0.19],
  [0.42, 0.22, -0.43],
  [-0.34, 0.27, -0.16],
  [-0.12, 0.12, 0.19],
  [0.05, 0.42, -0.05],
];
const ribCuts: readonly (readonly [number, number, number, number])[] = [
  [-0.01, 0.024, 0.066, 0.046],
  [0.05, 0.026, 0.079, 0.053],
  [0.11, 0.022, 0.074, 0.047],
  [0.158, 0.018, 0.042, 0.024],
];

const rimSteps = 20;
const rim: readonly Vec2[] = Array.from({ length: rimSteps }, (_, i) => {
  const angle = (2 * Math.PI * i) / rimSteps;
  return [Math.cos(angle), Math.sin(angle)];
});

/** Points round a cut of a block. */
const roundCut = (block: BlockFrame, up: number, front: number, wide: number, deep: number): Vec3[] =>
  rim.map(([c, s]) => place(block, [up, wide * c, front + deep * s]));

/** What lies within neighbouring rims, joined one to the next. */
function throughRims(rims: readonly (readonly Vec2[])[]): string {
  let path = '';
  for (let i = 0; i + 1 < rims.length; i += 1)
    path += `${polyline(hull([...(rims[i] ?? []), ...(rims[i + 1] ?? [])]), 1)}Z`;
  return path;
}

const cutsOf = (block: BlockFrame, cuts: typeof headCuts, unit: number, eye: Eye): Vec2[][] =>
  cuts.map(([up, front, wide, deep]) =>
    roundCut(block, up * unit, front * unit, wide * unit, deep * unit).map((point) => eye.see(point).at),
  );

/** From this cosine on, a block is seen in profile. */
const profileFrom = 0.9;
const sideOf = (turn: BlockFrame['turn'], { forward }: Eye): number => dot3(apply(turn, [0, 1, 0]), forward);

function drawTrunk(body: PosedBody, eye: Eye): Shape[] {
  const seen = (points: readonly Vec3[]): Vec2[] => points.map((point) => eye.see(point).at);
  const { sections } = body;
  const h = body.heightMm;
  const inProfile =
    Math.abs(sideOf(body.pelvis.turn, eye)) > profileFrom && Math.abs(sideOf(body.ribs.turn, eye)) > 0.8;
  if (inProfile) {
    const outline = [...sections.map(({ back }) => back), ...sections.map(({ front }) => front).reverse()];
    return [{ role: 'body', path: curve(seen(outline), true) }];
  }
  const rims = sections.map(({ back, front, right, halfWidth }) => {
    const centre = times3(plus3(back, front), 0.5);
    const half: Vec3 = [(front[0] - back[0]) / 2, (front[1] - back[1]) / 2, (front[2] - back[2]) / 2];
    return rim.map(([c, s]): Vec3 => plus3(centre, plus3(times3(right, halfWidth * c), times3(half, s))));
  });
  const [left, right] = [body.sides.L.shoulder, body.sides.R.shoulder];
  const neck = place(body.ribs, [0.15 * h, 0, 0.006 * h]);
  const girdle = limb([
    discAt(eye.see(left), 0.027 * h),
    discAt(eye.see(neck), 0.034 * h),
    discAt(eye.see(right), 0.027 * h),
  ]);
  return [
    { role: 'body', path: throughRims(rims.map(seen)) },
    { role: 'body', path: girdle },
  ];
}

function drawHead(body: PosedBody, eye: Eye): Shape[] {
  const h = body.heightMm;
  const { head } = body;
  const flat = (points: typeof profile): Vec2[] =>
    points.map(([up, front]) => eye.see(place(head, [up * h, 0, front * h])).at);
  if (Math.abs(sideOf(head.turn, eye)) > 0.8)
    return [
      { role: 'head', path: curve(flat(profile), true) },
      { role: 'hair', path: curve(flat(hairline), true) },
    ];
  const skull: Shape = { role: 'head', path: throughRims(cutsOf(head, headCuts, h, eye)) };
  const hair: Shape = { role: 'hair', path: throughRims(cutsOf(head, hairCuts, h, eye)) };
  const facing = dot3(apply(head.turn, [0, 0, 1]), eye.forward) < 0.25;
  const fromCrown = dot3(apply(head.turn, [1, 0, 0]), eye.forward) < -0.8;
  if (fromCrown) return [skull, hair];
  if (!facing) return [skull, hair];
  const nose = discAt(eye.see(place(head, [-0.012 * h, 0, 0.068 * h])), 0.0085 * h);
  const bridge = discAt(eye.see(place(head, [0.006 * h, 0, 0.058 * h])), 0.005 * h);
  return [hair, skull, { role: 'hair', path: limb([bridge, nose]) }];
}

function outlineBlocks(body: PosedBody, eye: Eye): Shape[] {
  const seen = (points: readonly Vec3[]): Vec2[] => points.map((point) => eye.see(point).at);
  const profileOf = (points: typeof profile, block: BlockFrame, unit: number): string =>
    curve(seen(points.map(([up, front]): Vec3 => place(block, [up * unit, 0, front * unit]))), true);
  const solid = (points: readonly Vec3[]): string => `${polyline(hull(seen(points)), 1)}Z`;
  const [h, w] = [body.heightMm, body.asisWidthMm];
  const corners = pelvisCorners.flatMap(([up, side, front]): Vec3[] =>
    [side, -side].map((to) => place(body.pelvis, [up * w, to * w, front * w])),
  );
  const barrel = ribCuts.flatMap(([up, front, wide, deep]) =>
    roundCut(body.ribs, up * h, front * h, wide * h, deep * h),
  );
  const isProfile = (block: BlockFrame) => Math.abs(sideOf(block.turn, eye)) > 0.8;
  const ribs: Shape = {
    role: 'ribsBlock',
    path: isProfile(body.ribs) ? profileOf(ribsOutline, body.ribs, h) : solid(barrel),
  };
  return [
    ...(isEndOn(body, eye) ? [] : [ribs]), // from foot or head end one block hides the other
    { role: 'pelvisBlock', path: isProfile(body.pelvis) ? profileOf(pelvisOutline, body.pelvis, w) : solid(corners) },
  ];
}

const isEndOn = (body: PosedBody, { forward }: Eye): boolean =>
  Math.abs(dot3(apply(body.pelvis.turn, [1, 0, 0]), forward)) > 0.8;

const meanAway = (points: readonly Vec3[], { see }: Eye): number =>
  points.reduce((sum, point) => sum + see(point).away, 0) / points.length;

/** The body in pieces, each with how far away it is. */
export function bodyPieces(body: PosedBody, eye: Eye): Piece[] {
  const h = body.heightMm;
  const sideways = Math.abs(sideOf(body.pelvis.turn, eye)) > 0.8;
  const rightIsNear = sideOf(body.pelvis.turn, eye) < 0;
  const limbs = (['L', 'R'] as const).flatMap((side): Piece[] => {
    const joints = body.sides[side];
    const isFar = sideways && (side === 'R') !== rightIsNear;
    const push = isFar ? 400 : sideways ? -400 : 0; // in profile the far limbs stand behind the trunk, the near ones before it
    const { hip, knee, ankle, shoulder, elbow, wrist } = joints;
    return [
      {
        away: meanAway([hip, knee, ankle], eye) + push,
        shapes: [{ role: isFar ? 'farLimb' : 'nearLimb', path: leg(joints, eye, h) }],
      },
      {
        away: meanAway([shoulder, elbow, wrist], eye) + push * 1.2,
        shapes: [{ role: isFar ? 'farArm' : 'nearArm', path: arm(joints, eye, h) }],
      },
    ];
  });
  const centres = body.sections.map(({ back, front }) => times3(plus3(back, front), 0.5));
  return [
    ...limbs,
    { away: meanAway(centres, eye), shapes: drawTrunk(body, eye) },
    { away: eye.see(body.head.at).away, shapes: drawHead(body, eye) },
  ];
}

/** All shapes of a body seen by an eye, far things first, then its blocks and spine; other things stand among them by distance. */
export function drawBody(body: PosedBody, eye: Eye, among: readonly Piece[] = []): Shape[] {
  const pieces = [...bodyPieces(body, eye), ...among].sort((a, b) => b.away - a.away);
  return [
    ...pieces.flatMap(({ shapes }) => shapes),
    ...outlineBlocks(body, eye),
    ...(isEndOn(body, eye)
      ? []
      : [{ role: 'spine', path: curve(body.spine.map((point) => eye.see(point).at)) } as const]),
  ];
}
