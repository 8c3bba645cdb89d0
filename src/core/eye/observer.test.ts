import { brierOf, detectionOf, eye, eyeInput, shareInterval, slopeOf } from './observer';
import type { DetectionTrial } from './observer';
import { parse } from '../check';

const tally = (hits: number, misses: number, falseAlarms: number, rejections: number): DetectionTrial[] => [
  ...Array.from({ length: hits }, () => ({ present: true, said: true })),
  ...Array.from({ length: misses }, () => ({ present: true, said: false })),
  ...Array.from({ length: falseAlarms }, () => ({ present: false, said: true })),
  ...Array.from({ length: rejections }, () => ({ present: false, said: false })),
];
const told = (input: unknown) => {
  const parsed = parse(eyeInput, input);
  const figures = parsed.ok ? eye(parsed.value) : parsed;
  if (!figures.ok) throw new Error(figures.error.message);
  return figures.value;
};

// z from tables of the normal curve: z(.8) = 0.841621, z(.4) = −0.253347, z(.5) = 0.
test('20 hits of 25, 10 false alarms of 25: d′ 1.094968, criterion −0.294137', () => {
  const { dPrime, criterion, hitRate, falseAlarmRate } = detectionOf(tally(20, 5, 10, 15));
  expect(dPrime?.value).toBeCloseTo(0.8416212336 + 0.2533471031, 6);
  expect(criterion?.value).toBeCloseTo(-(0.8416212336 - 0.2533471031) / 2, 6);
  expect([hitRate?.value, falseAlarmRate?.value]).toEqual([0.8, 0.4]);
  // Gourevitch & Galanter: .16/(25·φ(.8416)²) + .24/(25·φ(.2533)²), φ = .279962 and .386343: .081656 + .064316.
  const half = 1.959964 * Math.sqrt(0.16 / (25 * 0.279962 ** 2) + 0.24 / (25 * 0.386343 ** 2));
  expect((dPrime?.ci?.[1] ?? 0) - (dPrime?.value ?? 0)).toBeCloseTo(half, 4);
});

test('all seen and nothing imagined: ½ and 1 are added before z, 10½ of 11 and ½ of 11', () => {
  const { dPrime, hitRate } = detectionOf(tally(10, 0, 0, 10));
  expect(dPrime?.value).toBeCloseTo(2 * 1.6906216296, 6); // z(.9545454…)
  expect(hitRate?.value).toBe(1);
});

test('without nothing there is no d′, and without something no hits', () => {
  expect(detectionOf(tally(3, 1, 0, 0)).dPrime).toBeUndefined();
  expect(Object.keys(detectionOf(tally(0, 0, 1, 1)))).toEqual(['falseAlarmRate']);
});

// Newcombe 1998, Stat Med 17:857–872, table I, method 3: 81 of 263 is .2553 to .3662; 0 of 20 is 0 to .1611.
test('the interval of a share, as published', () => {
  expect(shareInterval(81, 263)[0]).toBeCloseTo(0.2553, 4);
  expect(shareInterval(81, 263)[1]).toBeCloseTo(0.3662, 4);
  expect(shareInterval(0, 20)[1]).toBeCloseTo(0.1611, 4);
});

test('errors 2, 1, 1½: bias 1½ ± 4.3027·½/√3, spread ½ between √(½/7.3778) and √(½/0.050636)', () => {
  const { biasDeg, sdDeg, ci, n } = told({
    trials: [
      { truthDeg: 5, estimateDeg: 7 },
      { truthDeg: -3, estimateDeg: -2, sure: 0.7 },
      { truthDeg: 0, estimateDeg: 1.5 },
      { truthDeg: 4 }, // not answered
    ],
  });
  expect([n, biasDeg, sdDeg]).toEqual([3, 1.5, 0.5]);
  expect(ci.biasDeg?.[1]).toBeCloseTo(1.5 + (4.302653 * 0.5) / Math.sqrt(3), 5);
  expect(ci.sdDeg?.[0]).toBeCloseTo(0.5 * Math.sqrt(2 / 7.377759), 5);
  expect(ci.sdDeg?.[1]).toBeCloseTo(0.5 * Math.sqrt(2 / 0.0506356), 4);
});

test('half of each degree is seen: slope ½; where the truth never varies there is none', () => {
  const seen = [-8, -2, 0, 4, 6].map((truthDeg) => ({ truthDeg, estimateDeg: truthDeg / 2 + 1 }));
  expect(slopeOf(seen)?.value).toBeCloseTo(0.5, 12);
  expect(slopeOf(seen.map(({ estimateDeg }) => ({ truthDeg: 3, estimateDeg })))).toBeUndefined();
});

test('Brier: sure at 0.9 and right, at 0.9 and wrong: (0.01 + 0.81)/2', () => {
  expect(brierOf([{ confidence: 0.9, right: true }, { confidence: 0.9, right: false }])?.value).toBeCloseTo(0.41, 12); // prettier-ignore
  const { brier } = told({ trials: [{ present: true, said: true, confidence: 0.9 }, { present: true, said: false, confidence: 0.9 }] }); // prettier-ignore
  expect(brier).toBeCloseTo(0.41, 12);
});

test.each([
  [{ trials: [] }, 'trials'],
  [{ trials: [{ truthDeg: 1, estimateDeg: 2, seen: true }] }, 'trials.0.seen'],
  [{ trials: [{ truthDeg: 1, sure: 1.4 }] }, 'trials.0.sure'],
  [{ trials: [{ present: 'yes', said: true }] }, 'trials.0.present'],
  [{ trials: [7] }, 'trials.0'],
])('refuses %j at %s', (input, path) => {
  expect(parse(eyeInput, input)).toMatchObject({ ok: false, error: { path } });
});

test('nothing answered is an error, not a figure', () => {
  expect(eye({ trials: [{ truthDeg: 4 }] })).toMatchObject({ ok: false, error: { code: 'noAnswers' } });
});
