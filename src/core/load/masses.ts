// Where the mass of a posed body lies: one point a segment, after the table of segments.
import { cross3, length3, middle3, minus3, plus3, times3 } from '../geometry';
import type { Vec3 } from '../geometry';
import type { Side } from '../anatomy/landmarks';
import { place } from '../body/block';
import { segmentCentre, segmentLengthMm, segmentMassKg } from '../body/segments';
import type { Body, Segment } from '../body/segments';
import type { PosedBody } from '../body/skeleton';
import { gravity } from './gravity';

/** A segment's mass at its centre; world millimetres. Weights worn at the ankles are masses of their own. */
export type PointMass = {
  readonly segment: Segment | 'ankleWeight';
  readonly side?: Side;
  readonly at: Vec3;
  readonly massKg: number;
};

/** The drawn hand reaches to the fingertips; the table's ends at the knuckles. */
const drawnHand = 1.7;

const nowhere: Vec3 = [0, 0, 0];
const toward = (from: Vec3, to: Vec3, share: number): Vec3 => plus3(from, times3(minus3(to, from), share));

/** The point so far along a chain of points. */
function along(chain: readonly Vec3[], far: number): Vec3 {
  let left = far;
  for (let i = 1; i < chain.length; i += 1) {
    const [from, to] = [chain[i - 1] ?? nowhere, chain[i] ?? nowhere];
    const span = length3(minus3(to, from));
    if (left <= span || i === chain.length - 1) return toward(from, to, span > 0 ? left / span : 0);
    left -= span;
  }
  return chain[0] ?? [0, 0, 0];
}

/** From the middle of the hips up through the middles of the trunk's sections to the throat: its parts in their shares. */
function trunkMasses(body: Body, posed: PosedBody): PointMass[] {
  const hips = middle3(posed.sides.L.hip, posed.sides.R.hip);
  const inside = posed.sections.slice(2, 8).map(({ back, front }) => middle3(back, front));
  const chain = [hips, ...inside];
  const whole = chain.slice(1).reduce((sum, at, i) => sum + length3(minus3(at, chain[i] ?? nowhere)), 0);
  const parts = ['lowerTrunk', 'midTrunk', 'upperTrunk'] as const;
  const lengths = parts.map((part) => segmentLengthMm(part, body));
  const total = lengths.reduce((sum, one) => sum + one, 0);
  let below = 0;
  return parts.map((segment, i): PointMass => {
    const length = lengths[i] ?? 0;
    const far = below + length * (1 - segmentCentre(segment, body)); // centres are told from the part's upper end
    below += length;
    return { segment, at: along(chain, (far * whole) / total), massKg: segmentMassKg(segment, body) };
  });
}

/**
 * Every segment's mass where it lies. The foot's mass sits at the ankle, as in the closed formula for legs; the trunk's
 * three parts share the line from hips to throat by their lengths. Masses and centres after de Leva 1996, J Biomech 29:1223–1230.
 */
export function massesOf(body: Body, posed: PosedBody, ankleWeightKg: Readonly<Record<Side, number>>): PointMass[] {
  const skull = segmentLengthMm('head', body);
  const limbs = (['L', 'R'] as const).flatMap((side): PointMass[] => {
    const { hip, knee, ankle, shoulder, elbow, wrist, hand } = posed.sides[side];
    const mass = (segment: Segment, at: Vec3): PointMass => ({
      segment,
      side,
      at,
      massKg: segmentMassKg(segment, body),
    });
    const ofBone = (segment: Segment, from: Vec3, to: Vec3) =>
      mass(segment, toward(from, to, segmentCentre(segment, body)));
    return [
      ofBone('thigh', hip, knee),
      ofBone('shank', knee, ankle),
      mass('foot', ankle),
      ofBone('upperArm', shoulder, elbow),
      ofBone('forearm', elbow, wrist),
      mass('hand', toward(wrist, hand, segmentCentre('hand', body) / drawnHand)),
      ...(ankleWeightKg[side] > 0
        ? [{ segment: 'ankleWeight', side, at: ankle, massKg: ankleWeightKg[side] } as const]
        : []),
    ];
  });
  // The skull's middle lies 0.058 of stature below the vertex; the centre of mass is told from the vertex.
  const below = segmentCentre('head', body) * skull - 0.058 * posed.heightMm;
  return [
    ...limbs,
    ...trunkMasses(body, posed),
    { segment: 'head', at: place(posed.head, [-below, 0, 0]), massKg: segmentMassKg('head', body) },
  ];
}

/**
 * Moment of weights about a point, N·m, in the world's axes: about x (along the body when lying: to the sides), y (across:
 * head and feet). With x toward the head, + about y is a pull toward the feet end.
 */
export function momentAbout(point: Vec3, masses: readonly PointMass[]): Vec3 {
  return masses.reduce<Vec3>(
    (sum, { at, massKg }) => plus3(sum, cross3(times3(minus3(at, point), 0.001), [0, 0, -gravity * massKg])),
    [0, 0, 0],
  );
}
