// Lengths, masses and centres of mass of the body's parts as shares of stature, body mass and segment length.
// Source: de Leva 1996, J Biomech 29:1223–1230. ASIS width and hip joint centre: Bell 1990.

export type Sex = 'f' | 'm';
export type Body = {
  readonly heightM: number;
  readonly massKg: number;
  readonly sex?: Sex;
  /** Lengths measured on this person, mm; they replace the shares of stature. */
  readonly measuredMm?: Readonly<Partial<Record<Segment | 'asisWidth', number>>>;
};

/** Lengths of a leg measured on a person, mm. */
export type LegLengths = Readonly<Partial<Record<'thigh' | 'shank', number>>>;

/** A body of the usual size, for drawings and for whom nothing is on file. */
export const typicalBody: Body = { heightM: 1.7, massKg: 65 };

/** A person's body as far as it is on file; the usual size stands in for what is not. */
export const bodyOf = ({
  heightM,
  massKg,
  sex,
  measuredMm,
}: {
  readonly measuredMm?: LegLengths | null;
  readonly heightM: number | null;
  readonly massKg: number | null;
  readonly sex: Sex | null;
}): Body => ({
  heightM: heightM ?? typicalBody.heightM,
  massKg: massKg ?? typicalBody.massKg,
  ...(sex ? { sex } : {}),
  ...(measuredMm ? { measuredMm } : {}),
});

type Share = { readonly f: number; readonly m: number };
type SegmentShares = { readonly length: Share; readonly mass: Share; readonly centre: Share };
const share = (f: number, m: number): Share => ({ f, m });
const part = (mass: Share, centre: Share, length: Share): SegmentShares => ({ mass, centre, length });

export const segmentShares = {
  head: part(share(0.0668, 0.0694), share(0.5894, 0.5976), share(0.1154, 0.1168)),
  thigh: part(share(0.1478, 0.1416), share(0.3612, 0.4095), share(0.2124, 0.2425)),
  shank: part(share(0.0481, 0.0433), share(0.4416, 0.4459), share(0.2492, 0.2493)),
  foot: part(share(0.0129, 0.0137), share(0.4014, 0.4415), share(0.1316, 0.1482)),
  upperArm: part(share(0.0255, 0.0271), share(0.5754, 0.5772), share(0.1586, 0.1618)),
  forearm: part(share(0.0138, 0.0162), share(0.4559, 0.4574), share(0.1523, 0.1545)),
  hand: part(share(0.0056, 0.0061), share(0.7474, 0.79), share(0.045, 0.0495)),
  upperTrunk: part(share(0.1545, 0.1596), share(0.2077, 0.2999), share(0.0821, 0.098)),
  midTrunk: part(share(0.1465, 0.1633), share(0.4512, 0.4502), share(0.1183, 0.1238)),
  lowerTrunk: part(share(0.1247, 0.1117), share(0.492, 0.6115), share(0.1046, 0.0837)),
} as const satisfies Readonly<Record<string, SegmentShares>>;

export type Segment = keyof typeof segmentShares;

/** Those that a body has left and right. */
export const pairedSegments: readonly Segment[] = ['thigh', 'shank', 'foot', 'upperArm', 'forearm', 'hand'];

/** Share for a body; the mean of both where the body is not marked female or male. */
const pick = ({ f, m }: Share, sex: Sex | undefined): number => (sex === 'f' ? f : sex === 'm' ? m : (f + m) / 2);

/** Length of a segment in mm: as measured on this person, else its share of stature. */
export const segmentLengthMm = (segment: Segment, body: Body): number =>
  body.measuredMm?.[segment] ?? pick(segmentShares[segment].length, body.sex) * body.heightM * 1000;

/** Mass of one segment (of one side) in kg. */
export const segmentMassKg = (segment: Segment, body: Body): number =>
  pick(segmentShares[segment].mass, body.sex) * body.massKg;

/** Distance of the centre of mass from the segment's proximal end, as a share of its length. */
export const segmentCentre = (segment: Segment, body: Body): number => pick(segmentShares[segment].centre, body.sex);

/** Distance between the front hip bones in mm: as measured, else 0.14 of stature. */
export const asisWidthMm = (body: Body): number => body.measuredMm?.asisWidth ?? 140 * body.heightM;
