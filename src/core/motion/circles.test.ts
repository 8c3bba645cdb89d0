import type { Vec2 } from '../geometry';
import { centreOf, measureCircles } from './circles';

const fps = 30;
/** Rounds of two seconds each, of these radii, about a centre; negative ones the other way; a second of rest before. */
function path(radii: readonly number[], [cx, cy]: Vec2, squash = 1): Vec2[] {
  const points: Vec2[] = Array.from({ length: fps }, () => [cx + Math.abs(radii[0] ?? 0), cy]);
  for (const radius of radii)
    for (let i = 0; i <= 2 * fps; i += 1) {
      const angle = (Math.sign(radius) * Math.PI * i) / fps;
      points.push([cx + Math.abs(radius) * Math.cos(angle), cy + squash * Math.abs(radius) * Math.sin(angle)]);
    }
  return points;
}
const timesOf = (points: readonly unknown[]) => points.map((_, i) => i / fps);

test('three circles, each a little larger: radius, roundness, way round, across the midline or not', () => {
  const points = path([100, 100, 100], [60, 400]);
  const { circles } = measureCircles(timesOf(points), points, {}, {});
  expect(circles).toHaveLength(3);
  for (const one of circles) {
    expect(one.radiusMm).toBeGreaterThan(95);
    expect(one.radiusMm).toBeLessThan(102);
    expect(one.roundness).toBeGreaterThan(0.97);
    expect(one.direction).toBe('counterclockwise');
    expect(one.crossedMidline).toBe(true);
    expect(one.clean).toBe(true);
  }
  const beside = path([-50, -50], [90, 400]);
  expect(
    measureCircles(timesOf(beside), beside, {}, {}).circles.map(({ direction, crossedMidline }) => [
      direction,
      crossedMidline,
    ]),
  ).toEqual([
    ['clockwise', false],
    ['clockwise', false],
  ]);
});

test('an egg is less round than a circle', () => {
  const points = path([100, 100], [0, 400], 0.5);
  const { circles } = measureCircles(timesOf(points), points, {}, {});
  // Half axes of 100 and 50: the radius has a mean of 77 and an SD of about 18.
  for (const { roundness } of circles) expect(roundness).toBeCloseTo(1 - 18 / 77, 1);
});

test('the largest circle that the pelvis lets pass', () => {
  const radii = [60, 60, 120, 120];
  const points = path(radii, [0, 400]);
  const times = timesOf(points);
  const roll = times.map((at) => (at > 5.5 && at < 8.5 ? 6 : 1));
  const told = measureCircles(times, points, { roll, shift: times.map(() => 9) }, { roll: [-4, 4] });
  expect(told.circles.map(({ clean }) => clean)).toEqual([true, true, false, expect.any(Boolean)]);
  expect(told.largestCleanMm ?? 0).toBeGreaterThan(55);
  const unseen = measureCircles(
    times,
    points,
    { roll: roll.map((one, i) => (i > 40 && i < 60 ? null : one)) },
    { roll: [-4, 4] },
  );
  expect(unseen.circles[0]?.clean).toBeNull();
});

test('nothing goes round: no circle', () => {
  const still = Array.from({ length: 60 }, (): Vec2 => [10, 10]);
  expect(measureCircles(timesOf(still), still, {}, {})).toEqual({ circles: [], largestCleanMm: null });
  const line = Array.from({ length: 90 }, (_, i): Vec2 => [100 * Math.sin(i / 10), 0]);
  expect(measureCircles(timesOf(line), line, {}, {}).circles).toEqual([]);
});

test('the centre of a quarter of a circle is not the middle of its points', () => {
  const quarter = Array.from({ length: 10 }, (_, i): Vec2 => [
    30 + 50 * Math.cos(i * 0.17),
    -20 + 50 * Math.sin(i * 0.17),
  ]);
  const [x, y] = centreOf(quarter);
  expect(x).toBeCloseTo(30, 6);
  expect(y).toBeCloseTo(-20, 6);
});
