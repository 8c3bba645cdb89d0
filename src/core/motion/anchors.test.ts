import { normal, seeded } from '../random';
import type { Vec2 } from '../geometry';
import { anchorsIn } from './anchors';
import { pyramidOf } from './gray';

const [width, height] = [640, 400];

/** A wall with a sensor's grain, and dark squares on it. */
function room(squares: readonly Vec2[]) {
  const uniform = seeded(3);
  const data = new Float32Array(width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const isDark = squares.some(([left, top]) => x >= left && x < left + 30 && y >= top && y < top + 30);
      data[y * width + x] = (isDark ? 60 : 150) + 5 * normal(uniform);
    }
  return pyramidOf({ width, height, data });
}
const nearest = (at: Vec2, all: readonly Vec2[]) =>
  Math.min(...all.map(([x, y]) => Math.hypot(at[0] - x - 15, at[1] - y - 15)));

test('grain alone is no place of the room', () => {
  expect(anchorsIn(room([]), [])).toEqual({});
});

test('what stands out near the edge is; what lies near a followed point is not', () => {
  const squares: Vec2[] = [
    [40, 30],
    [560, 40],
    [50, 330],
    [300, 340],
    [590, 300],
    [320, 190],
  ];
  const found = Object.values(anchorsIn(room(squares), [[575, 55]]));
  expect(found.length).toBeGreaterThanOrEqual(3);
  for (const at of found) {
    expect(nearest(at, squares)).toBeLessThan(60);
    expect(Math.hypot(at[0] - 575, at[1] - 55)).toBeGreaterThan(0.12 * width);
  }
  // The one in the middle is where a body is.
  for (const at of found) expect(nearest(at, [[320, 190]])).toBeGreaterThan(60);
});
