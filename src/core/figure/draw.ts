// A posed body as shapes to paint, far things first. Colours are the painter's.
import type { Vec2, Vec3 } from '../geometry';
import { place } from '../body/pose';
import type { Joints, PosedBody } from '../body/pose';
import type { Side } from '../alignment/landmarks';
import type { Eye, Seen } from './camera';
import { curve, limb } from './shapes';
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
  | 'mat';
export type Shape = { readonly role: ShapeRole; readonly path: string };

const discAt = (seen: Seen, radiusMm: number): Disc => ({ at: seen.at, radius: radiusMm * seen.perMm });

function leg(joints: Joints, see: Eye, h: number): string {
  const [hip, knee, ankle] = [see(joints.hip), see(joints.knee), see(joints.ankle)];
  const between = (a: Seen, b: Seen, share: number): Vec2 => [
    a.at[0] + (b.at[0] - a.at[0]) * share,
    a.at[1] + (b.at[1] - a.at[1]) * share,
  ];
  const calf: Disc = { at: between(knee, ankle, 0.3), radius: 0.031 * h * knee.perMm };
  const thigh: Disc = { at: between(hip, knee, 0.35), radius: 0.047 * h * hip.perMm };
  return (
    limb([discAt(hip, 0.052 * h), thigh, discAt(knee, 0.031 * h), calf, discAt(ankle, 0.0185 * h)]) +
    limb([discAt(ankle, 0.0185 * h), discAt(see(joints.heel), 0.0165 * h)]) +
    limb([discAt(ankle, 0.0185 * h), discAt(see(joints.ball), 0.0135 * h), discAt(see(joints.toe), 0.009 * h)]) +
    limb([discAt(see(joints.heel), 0.0165 * h), discAt(see(joints.ball), 0.0135 * h)])
  );
}

const arm = (joints: Joints, see: Eye, h: number): string =>
  limb([
    discAt(see(joints.shoulder), 0.026 * h),
    discAt(see(joints.elbow), 0.0185 * h),
    discAt(see(joints.wrist), 0.013 * h),
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

/** All shapes of a body seen by an eye, with `near` as the side toward it. */
export function drawBody(body: PosedBody, see: Eye, near: Side): Shape[] {
  const h = body.heightMm;
  const far: Side = near === 'R' ? 'L' : 'R';
  const seen = (points: readonly Vec3[]): Vec2[] => points.map((point) => see(point).at);
  const width = h * 0.14;
  const onHead = (points: typeof profile) =>
    seen(points.map(([up, front]): Vec3 => place(body.head, [up * h, 0, front * h])));
  const nape = place(body.head, [-0.042 * h, 0, -0.042 * h]);
  const throat = place(body.head, [-0.058 * h, 0, 0.042 * h]);
  const trunk = curve(seen([...body.back, nape, throat, ...body.front]), true);
  const outline = (points: readonly (readonly [number, number])[], frame: PosedBody['pelvis'], unit: number): string =>
    curve(seen(points.map(([up, front]): Vec3 => place(frame, [up * unit, 0, front * unit]))), true);
  return [
    { role: 'farLimb', path: leg(body.sides[far], see, h) },
    { role: 'farArm', path: arm(body.sides[far], see, h) },
    { role: 'body', path: trunk },
    { role: 'head', path: curve(onHead(profile), true) },
    { role: 'hair', path: curve(onHead(hairline), true) },
    { role: 'nearLimb', path: leg(body.sides[near], see, h) },
    { role: 'nearArm', path: arm(body.sides[near], see, h) },
    { role: 'ribsBlock', path: outline(ribsOutline, body.ribs, h) },
    { role: 'pelvisBlock', path: outline(pelvisOutline, body.pelvis, width) },
    { role: 'spine', path: curve(seen(body.spine)) },
  ];
}
