import fc from 'fast-check';
import * as g from './geometry';
import type { Vec2, Vec3 } from './geometry';
import { normal, seeded } from './random';

const runs = { numRuns: 100, seed: 42 };
const number = fc.double({ min: -100, max: 100, noNaN: true });
const vec2: fc.Arbitrary<Vec2> = fc.tuple(number, number);
const vec3: fc.Arbitrary<Vec3> = fc.tuple(number, number, number);
const angle = fc.double({ min: -6, max: 6, noNaN: true });
const close = (a: readonly number[], b: readonly number[]) =>
  a.forEach((one, i) => expect(one).toBeCloseTo(b[i] ?? Number.NaN, 6));

test('a quarter turn takes right to down in a picture, and right-handed axes to one another in space', () => {
  close(g.rotate([1, 0], Math.PI / 2), [0, 1]);
  close(g.apply(g.aboutZ(Math.PI / 2), [1, 0, 0]), [0, 1, 0]);
  close(g.apply(g.aboutX(Math.PI / 2), [0, 1, 0]), [0, 0, 1]);
  close(g.apply(g.aboutY(Math.PI / 2), [0, 0, 1]), [1, 0, 0]);
});

test('turning keeps lengths, in the plane and in space', () => {
  fc.assert(
    fc.property(vec2, vec3, angle, angle, (a, b, one, other) => {
      expect(g.length(g.rotate(a, one))).toBeCloseTo(g.length(a), 6);
      const turn = g.multiply(g.aboutX(one), g.aboutY(other));
      expect(g.length3(g.apply(turn, b))).toBeCloseTo(g.length3(b), 6);
    }),
    runs,
  );
});

test('one turn after the other is their product', () => {
  fc.assert(
    fc.property(vec3, angle, angle, (a, one, other) =>
      close(
        g.apply(g.multiply(g.aboutZ(one), g.aboutX(other)), a),
        g.apply(g.aboutZ(one), g.apply(g.aboutX(other), a)),
      ),
    ),
    runs,
  );
});

test('the cross product stands square on both', () => {
  fc.assert(
    fc.property(vec3, vec3, (a, b) => {
      const c = g.cross3(a, b);
      expect(g.dot3(c, a)).toBeCloseTo(0, 4);
      expect(g.dot3(c, b)).toBeCloseTo(0, 4);
    }),
    runs,
  );
});

test.each([
  [190, -170],
  [-190, 170],
  [45, 45],
  [720, 0],
  [540, 180],
])('%d° is %d° within half a turn', (deg, within) => expect(Math.abs(g.wrapDeg(deg))).toBeCloseTo(Math.abs(within), 9));

test('degrees and radians, clamp, middle', () => {
  expect(g.degrees(g.radians(73))).toBeCloseTo(73, 9);
  expect([g.clamp(5, 0, 3), g.clamp(-5, 0, 3), g.clamp(2, 0, 3)]).toEqual([3, 0, 2]);
  expect(g.middle([0, 4], [2, 0])).toEqual([1, 2]);
});

describe('repeatable numbers', () => {
  test('the same seed gives the same run, another seed another', () => {
    const run = (seed: number) => Array.from({ length: 5 }, seeded(seed));
    expect(run(3)).toEqual(run(3));
    expect(run(3)).not.toEqual(run(4));
  });
  test('uniform ones fill [0, 1) evenly; normal ones have mean 0 and spread 1', () => {
    const uniform = seeded(11);
    const many = Array.from({ length: 20_000 }, uniform);
    expect(Math.min(...many)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...many)).toBeLessThan(1);
    expect(many.reduce((sum, one) => sum + one, 0) / many.length).toBeCloseTo(0.5, 1);
    const bell = Array.from({ length: 20_000 }, () => normal(uniform));
    const mean = bell.reduce((sum, one) => sum + one, 0) / bell.length;
    const sd = Math.sqrt(bell.reduce((sum, one) => sum + (one - mean) ** 2, 0) / bell.length);
    expect(Math.abs(mean)).toBeLessThan(0.03);
    expect(Math.abs(sd - 1)).toBeLessThan(0.03);
  });
});
