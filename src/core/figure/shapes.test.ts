import { curve, disc, limb, polyline, taper } from './shapes';
import type { Vec2 } from '../geometry';

const numbers = (path: string): number[] => (path.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
/** End points of a path's curve segments. */
const ends = (path: string): Vec2[] =>
  path
    .split(/(?=[MLC])/)
    .map((part) => numbers(part).slice(-2))
    .map(([x = 0, y = 0]): Vec2 => [x, y]);

test('a smooth curve passes through every point, and a closed one comes home', () => {
  const points: Vec2[] = [
    [0, 0],
    [10, 5],
    [20, -3],
    [30, 8],
  ];
  expect(ends(curve(points))).toEqual(points);
  const closed = curve(points, true);
  expect(ends(closed.replace('Z', ''))).toEqual([...points, points[0]]);
  expect(closed.endsWith('Z')).toBe(true);
});

test('a straight row of points stays straight', () => {
  const path = curve([
    [0, 4],
    [10, 4],
    [20, 4],
  ]);
  const ys = numbers(path).filter((_, i) => i % 2 === 1);
  expect(new Set(ys)).toEqual(new Set([4]));
});

test('a taper between equal discs has straight sides one radius from the middle line', () => {
  const path = taper({ at: [0, 0], radius: 5 }, { at: [40, 0], radius: 5 });
  expect(path.startsWith('M0 -5L40 -5A5 5 0 0 1 40 5L0 5A5 5')).toBe(true);
});

test('the sides of a taper touch both discs: square to the radius at each end', () => {
  const [large, small] = [
    { at: [0, 0] as Vec2, radius: 10 },
    { at: [30, 0] as Vec2, radius: 4 },
  ];
  const [x1 = 0, y1 = 0, x2 = 0, y2 = 0] = numbers(taper(large, small));
  expect(Math.hypot(x1, y1)).toBeCloseTo(10, 1);
  expect(Math.hypot(x2 - 30, y2)).toBeCloseTo(4, 1);
  expect((x2 - x1) * x1 + (y2 - y1) * y1).toBeCloseTo(0, 0);
});

test('a disc within another adds nothing, whichever comes first', () => {
  const [large, small] = [
    { at: [0, 0] as Vec2, radius: 10 },
    { at: [3, 0] as Vec2, radius: 4 },
  ];
  expect(taper(large, small)).toBe(disc(large));
  expect(taper(small, large)).toBe(disc(large));
});

test('a limb is as many tapers as there are joints between its discs', () => {
  const path = limb([
    { at: [0, 0], radius: 6 },
    { at: [20, 0], radius: 4 },
    { at: [40, 5], radius: 3 },
  ]);
  expect(path.match(/Z/g)).toHaveLength(2);
  expect(path).not.toContain('NaN');
});

test('figures have two decimals at most', () => {
  expect(
    polyline([
      [1 / 3, 2 / 3],
      [1e-7, 5],
    ]),
  ).toBe('M0.33 0.67L0 5');
});
