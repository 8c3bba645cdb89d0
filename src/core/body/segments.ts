// Lengths and masses of the body's parts as shares of stature and body mass.
// Source: de Leva 1996, J Biomech 29:1223–1230. ASIS width and hip joint centre: Bell 1990.

export type Sex = 'f' | 'm';
export type Body = { readonly heightM: number; readonly massKg: number; readonly sex?: Sex };

type Share = { readonly f: number; readonly m: number };
const share = (f: number, m: number): Share => ({ f, m });

export const segmentLengths = {
  head: share(0.1154, 0.1168),
  thigh: share(0.2124, 0.2425),
  shank: share(0.2492, 0.2493),
  foot: share(0.1316, 0.1482),
  upperArm: share(0.1586, 0.1618),
  forearm: share(0.1523, 0.1545),
  hand: share(0.045, 0.0495),
} as const;

export type Segment = keyof typeof segmentLengths;

/** Share for a body; the mean of both where the body is not marked female or male. */
const pick = ({ f, m }: Share, sex: Sex | undefined): number => (sex === 'f' ? f : sex === 'm' ? m : (f + m) / 2);

/** Length of a segment in mm. */
export const segmentLengthMm = (segment: Segment, body: Body): number =>
  pick(segmentLengths[segment], body.sex) * body.heightM * 1000;

/** Distance between the front hip bones in mm: 0.14 of stature. */
export const asisWidthMm = (body: Body): number => 140 * body.heightM;
