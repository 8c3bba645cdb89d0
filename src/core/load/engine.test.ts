// Moments against an independent rigid-body engine: legs bent and straight, one and two, weighted and in straps.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { segmentCentre, segmentLengthMm, segmentMassKg } from '../body/segments';
import type { Body } from '../body/segments';
import { legMoment } from './demand';
import { strapRelief } from './equal';
import { loadOfPose } from './moments';

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
const cases = angles.flatMap(([thighDeg, kneeDeg], i) =>
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

/** Ours, per hip. */
const ours = ({ body, legs, rope }: (typeof cases)[number]): number[] =>
  legs.map((leg) => legMoment(body, leg) - (rope ? strapRelief(body, leg, rope) : 0));

const theirs: number[][] = (() => {
  const { stdout, stderr, status } = spawnSync(
    process.execPath,
    [path.resolve(__dirname, '../../../tests/load/rigid-body.mjs')],
    {
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
    },
  );
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout);
})();

test('forty poses, with and without ropes: the closed formula and the engine agree to a tenth of a percent', () => {
  expect(cases).toHaveLength(40);
  const off = cases.flatMap((one, i) =>
    ours(one).map((nm, leg) => Math.abs(nm - (theirs[i]?.[leg] ?? Number.NaN)) / Math.max(1, Math.abs(nm))),
  );
  expect(off).toHaveLength(60);
  expect(Math.max(...off)).toBeLessThan(1e-3);
});
test('so do the moments of the drawn body', () => {
  const free = cases.flatMap((one, i) => (one.rope ? [] : [{ ...one, theirs: theirs[i] ?? [] }]));
  expect(free).toHaveLength(20);
  for (const { body, legs, theirs: engine } of free) {
    const [first, second] = legs;
    if (!first) throw new Error('a case has a leg');
    const { hipsNm } = loadOfPose(
      body,
      {
        right: { kind: 'raised', thighDeg: first.thighDeg, kneeDeg: first.kneeDeg },
        left: second ? { kind: 'raised', thighDeg: second.thighDeg, kneeDeg: second.kneeDeg } : { kind: 'footDown' },
      },
      { ankleWeightKg: { R: first.ankleWeightKg, L: second?.ankleWeightKg ?? 0 } },
    );
    expect(Math.abs(hipsNm.R - (engine[0] ?? 0))).toBeLessThan(1e-3 * Math.max(1, Math.abs(hipsNm.R)));
    expect(Math.abs(hipsNm.L - (engine[1] ?? 0))).toBeLessThan(1e-3 * Math.max(1, Math.abs(hipsNm.L)));
  }
});
