// Forty ways to hold legs, and what an independent rigid-body engine says of each: bent and straight, one and two, weighted,
// in ropes. For the test and the bench.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { segmentCentre, segmentLengthMm, segmentMassKg } from '@/core/body/segments';
import type { Body } from '@/core/body/segments';
import { legMoment } from '@/core/load/demand';
import { strapRelief } from '@/core/load/equal';

const bodies: Body[] = [
  { heightM: 1.71, massKg: 66, sex: 'f' },
  { heightM: 1.79, massKg: 84, sex: 'm' },
  { heightM: 1.52, massKg: 47 },
];
const segment = (body: Body, name: 'thigh' | 'shank' | 'foot') => ({
  kg: segmentMassKg(name, body),
  lengthM: segmentLengthMm(name, body) / 1000,
  centre: segmentCentre(name, body),
});
const angles: readonly (readonly [number, number])[] = [
  [90, 0],
  [75, 0],
  [60, 0],
  [40, 0],
  [20, 0],
  [5, 0],
  [90, 90],
  [70, 90],
  [55, 60],
  [35, 45],
];
/** Forty: ten ways to hold a leg, one and two of them, without and with a rope; every other one with an ankle weight. */
export const cases = angles.flatMap(([thighDeg, kneeDeg], i) =>
  [1, 2].flatMap((count) =>
    [null, { tensionN: 40 + 5 * i, towardHeadM: 1.2, upM: 0.2 + 0.05 * i }].map((rope, j) => ({
      body: bodies[(i + j) % bodies.length] as Body,
      rope,
      legs: Array.from({ length: count }, (_, leg) => ({
        thighDeg: thighDeg - 7 * leg,
        kneeDeg: kneeDeg + 11 * leg,
        ankleWeightKg: i % 2 ? 1.25 : 0,
      })),
    })),
  ),
);

/** Ours, per hip, N·m. */
export const ours = ({ body, legs, rope }: (typeof cases)[number]): number[] =>
  legs.map((leg) => legMoment(body, leg) - (rope ? strapRelief(body, leg, rope) : 0));

/** The engine's, per hip. */
export function theirs(): number[][] {
  const { stdout, stderr, status } = spawnSync(process.execPath, [path.resolve('tests/load/rigid-body.mjs')], {
    input: JSON.stringify(
      cases.map(({ body, ...rest }) => ({
        ...rest,
        segments: {
          thigh: segment(body, 'thigh'),
          shank: segment(body, 'shank'),
          foot: segment(body, 'foot'),
        },
      })),
    ),
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout);
}

/** The largest disagreement, as a share of the moment (of 1 N·m where it is less). */
export const worst = (mine: readonly (readonly number[])[], engine: readonly (readonly number[])[]): number =>
  Math.max(
    ...mine.flatMap((hips, i) =>
      hips.map((nm, leg) => Math.abs(nm - (engine[i]?.[leg] ?? Number.NaN)) / Math.max(1, Math.abs(nm))),
    ),
  );
