import { normal, seeded } from '../random';
import { nextSize, thresholdOf } from './threshold';
import type { Shown } from './threshold';

const plain = 15;

/** Who sees a tilt where it and her noise pass her own limit. */
function watch(random: () => number, limit: number, noise: number, count: number): Shown[] {
  const answers: Shown[] = [];
  for (let i = 0; i < count; i += 1) {
    const size = nextSize(answers, plain);
    answers.push({ size, seen: size + noise * normal(random) > limit });
  }
  return answers;
}

test.each([
  [4, 2.5],
  [2, 1],
])('who sees %s° half of the time (noise %s°) is known within 10 % after 60 tilts, in the middle of 41 eyes', (limit, noise) => {
  const random = seeded(23);
  const off = Array.from({ length: 41 }, () => Math.abs(thresholdOf(watch(random, limit, noise, 60), plain).size / limit - 1));
  expect(off.toSorted((a, b) => a - b)[20]).toBeLessThanOrEqual(0.1);
}); // prettier-ignore

test('the sizes shown close in on her threshold', () => {
  const shown = watch(seeded(2), 4, 1.5, 40).slice(20);
  for (const { size } of shown) {
    expect(size).toBeGreaterThan(1.5);
    expect(size).toBeLessThan(10);
  }
});

test('who sees everything has a low one, who sees nothing a high one; both say how wide they may lie', () => {
  const all = (seen: boolean) =>
    thresholdOf(
      Array.from({ length: 30 }, (_, i) => ({ size: 1 + (i % 10), seen })),
      plain,
    );
  expect(all(true).size).toBeLessThan(1.2);
  expect(all(false).size).toBeGreaterThan(9);
  for (const { size, ci } of [all(true), all(false)]) {
    expect(ci[0]).toBeLessThanOrEqual(size);
    expect(ci[1]).toBeGreaterThanOrEqual(size);
  }
  const none = thresholdOf([], plain);
  expect(none.ci[1] / none.ci[0]).toBeGreaterThan(6);
});

test('nothing that is shown is larger than what anybody sees, and level tells nothing of it', () => {
  const blind = Array.from({ length: 20 }, () => ({ size: 14, seen: false }));
  expect(nextSize(blind, plain)).toBeLessThanOrEqual(plain);
  const withLevel = [...blind, { size: 0, seen: true }];
  expect(thresholdOf(withLevel, plain).size).toBe(thresholdOf(blind, plain).size);
});
