// The weave of what the body wears: specks that lie on it and move with it, so that points on bare cloth can be followed in a film.
import { cross3, length3, minus3, plus3, times3, unit3 } from '../geometry';
import type { Vec3 } from '../geometry';
import type { Side } from '../anatomy/landmarks';
import { place } from '../body/block';
import type { BlockFrame } from '../body/block';
import type { PosedBody } from '../body/skeleton';
import { seeded } from '../random';
import type { Eye } from './camera';
import { disc } from './shapes';

/** A shape and what it is filled with. */
export type Fill = { readonly path: string; readonly fill: string };

/** Specks on a limb, and on a block. */
const [onLimb, onBlock] = [46, 90];
const speckMm = 4.5;
const [light, dark] = ['rgb(255 255 255 / 20%)', 'rgb(0 0 0 / 24%)'];

/** How far specks lie off a limb's line, in shares of stature. */
const halfWidths = { thigh: 0.038, shank: 0.024, upperArm: 0.017, forearm: 0.013 } as const;

/** A point of a limb seen from an eye: so far along, so far aside of its line. */
function onLine(from: Vec3, to: Vec3, along: number, asideMm: number, forward: Vec3): Vec3 {
  const line = minus3(to, from);
  const across = length3(line) > 1e-6 ? cross3(unit3(line), forward) : ([0, 0, 0] as const);
  const aside = length3(across) > 1e-6 ? unit3(across) : ([0, 0, 0] as const);
  return plus3(plus3(from, times3(line, along)), times3(aside, asideMm));
}

/** Specks of one limb, always the same on it. */
function limbSpecks(seed: number, from: Vec3, to: Vec3, halfMm: number, forward: Vec3): Vec3[] {
  const uniform = seeded(seed);
  return Array.from({ length: onLimb }, () => onLine(from, to, uniform(), (2 * uniform() - 1) * halfMm, forward));
}

/** Specks of a block: `reach` headward and to the front, mm, on the side toward the eye. */
function blockSpecks(
  seed: number,
  block: BlockFrame,
  asideMm: number,
  [head, front]: readonly [number, number],
): Vec3[] {
  const uniform = seeded(seed);
  return Array.from({ length: onBlock }, () =>
    place(block, [(2 * uniform() - 1) * head, asideMm, (2 * uniform() - 1) * front]),
  );
}

/** The specks of a body as an eye sees them, `near` being the side toward it; far limbs bear none. */
export function weaveOf(body: PosedBody, { see, forward }: Eye, near: Side): Fill[] {
  const { sides, pelvis, ribs, asisWidthMm: w, heightMm: h } = body;
  const { hip, knee, ankle, shoulder, elbow, wrist } = sides[near];
  const aside = (near === 'R' ? 0.5 : -0.5) * w;
  const specks = [
    ...blockSpecks(5, pelvis, aside, [0.045 * h, 0.036 * h]),
    ...blockSpecks(6, ribs, aside, [0.07 * h, 0.034 * h]),
    ...limbSpecks(1, hip, knee, halfWidths.thigh * h, forward),
    ...limbSpecks(2, knee, ankle, halfWidths.shank * h, forward),
    ...limbSpecks(3, shoulder, elbow, halfWidths.upperArm * h, forward),
    ...limbSpecks(4, elbow, wrist, halfWidths.forearm * h, forward),
  ];
  const paths = specks.map((point, i) => {
    const { at, perMm } = see(point);
    return disc({ at, radius: speckMm * (0.7 + 0.1 * (i % 7)) * perMm });
  });
  // One shape of each tone: hundreds of little ones take a painter longer than the rest of the picture.
  return [light, dark].map((fill, tone) => ({ path: paths.filter((_, i) => i % 2 === tone).join(''), fill }));
}
