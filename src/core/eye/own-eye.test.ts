import { normal, seeded } from '../random';
import { earnedEye, glassDeg, judgeEye, leastEstimates, spreadOfEye } from './own-eye';
import type { Estimated } from './own-eye';

/** A made observer: bias and spread in degrees, and how often the answer is no look at all. */
function observer(seed: number, bias: number, sd: number, lapses: number, slope = 1) {
  const random = seeded(seed);
  return (count: number): Estimated[] =>
    Array.from({ length: count }, () => {
      const truthDeg = (random() - 0.5) * 24;
      const slips = random() < lapses;
      return { truthDeg, estimateDeg: slips ? (2 * random() - 1) * glassDeg : slope * truthDeg + bias + sd * normal(random) };
    }); // prettier-ignore
}
const runs = 500;

test.each([
  [40, 1.5, 3, 0.05],
  [24, -2, 2.5, 0.03],
])('of 500 eyes of %s tilts (bias %s, spread %s, %s slips) 93 to 97 of 100 lie in their intervals', (count, bias, sd, lapses) => {
  const looks = observer(count, bias, sd, lapses);
  let [biasIn, sdIn] = [0, 0];
  for (let run = 0; run < runs; run += 1) {
    const { biasCi, sdCi } = spreadOfEye(looks(count)) ?? { biasCi: [0, 0], sdCi: [0, 0] };
    if (biasCi[0] <= bias && bias <= biasCi[1]) biasIn += 1;
    if (sdCi[0] <= sd && sd <= sdCi[1]) sdIn += 1;
  }
  for (const share of [biasIn / runs, sdIn / runs]) {
    expect(share).toBeGreaterThanOrEqual(0.93);
    expect(share).toBeLessThanOrEqual(0.97);
  }
}); // prettier-ignore

test('an eye that never slips has the plain mean and the interval of Student', () => {
  const looks = observer(3, 1, 3, 0)(60);
  const off = looks.map(({ estimateDeg, truthDeg }) => estimateDeg - truthDeg);
  const mean = off.reduce((sum, one) => sum + one, 0) / 60;
  const sd = Math.sqrt(off.reduce((sum, one) => sum + (one - mean) ** 2, 0) / 59);
  const told = spreadOfEye(looks);
  expect(told?.bias).toBeCloseTo(mean, 0);
  expect(Math.abs((told?.sd ?? 0) - sd)).toBeLessThan(0.12);
  expect(told?.biasCi[0]).toBeCloseTo(mean - (2.001 * sd) / Math.sqrt(60), 0); // t(.975, 59)
});

test('one slip of the thumb leaves the spread as it was', () => {
  const looks = observer(8, 0, 2, 0)(30);
  const [clean, slipped] = [looks, [...looks, { truthDeg: 8, estimateDeg: -20 }]].map((all) => spreadOfEye(all)?.sd);
  expect(Math.abs((slipped ?? 0) - (clean ?? 0))).toBeLessThan(0.25); // plainly it would be 5.4°
});

test('who answers by chance never earns an own error, however long', () => {
  const random = seeded(17);
  const anywhere = () => (random() - 0.5) * 24;
  for (const count of [leastEstimates, 40, 120])
    for (let run = 0; run < 150; run += 1) {
      const looks = Array.from({ length: count }, () => ({ truthDeg: anywhere(), estimateDeg: anywhere() }));
      expect(earnedEye(looks)).toBeUndefined();
    }
});

test('always level earns none, nor the wrong way round, nor too few', () => {
  const looks = observer(5, 0, 2, 0)(40);
  expect(earnedEye(looks)).toBeDefined();
  expect(earnedEye(looks.map(({ truthDeg }) => ({ truthDeg, estimateDeg: 0 })))).toBeUndefined();
  expect(
    earnedEye(looks.map(({ truthDeg, estimateDeg }) => ({ truthDeg, estimateDeg: -estimateDeg }))),
  ).toBeUndefined();
  expect(judgeEye(looks.slice(0, leastEstimates - 1)).wants).toBe('One tilt more.');
  expect(judgeEye(looks.slice(0, 5)).wants).toBe('10 tilts more.');
  expect(spreadOfEye(looks.slice(0, 3))).toBeUndefined();
});

test('a grade in whole steps carries what the steps add: √(s² + 4½²/12)', () => {
  const looks = observer(21, 1, 2, 0)(50);
  const sd = spreadOfEye(looks)?.sd ?? 0;
  expect(earnedEye(looks)?.sd).toBeCloseTo(Math.sqrt(sd ** 2 + 4.5 ** 2 / 12), 9);
});

test('it tells how she sees now: eighty newest, not what she did before', () => {
  const [before, now] = [observer(1, 6, 2, 0)(200), observer(2, 0, 2, 0)(80)];
  expect(Math.abs(earnedEye([...before, ...now])?.bias ?? 9)).toBeLessThan(1);
});

test('an uncertain truth is not held against the eye', () => {
  const random = seeded(9);
  const looks = observer(
    4,
    0,
    2,
    0,
  )(60).map(({ truthDeg, estimateDeg }) => ({
    ...{ truthDeg: truthDeg + 3 * normal(random), estimateDeg, truthSe: 3 },
  }));
  expect(spreadOfEye(looks)?.sdCi[0]).toBeLessThan(2);
  expect(spreadOfEye(looks.map(({ truthSe: _, ...one }) => one))?.sdCi[0]).toBeGreaterThan(2);
});
