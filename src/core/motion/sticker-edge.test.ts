// Edges of shapes whose middle and size are known, as rays find them.
import type { Vec2 } from '../geometry';
import { rayDirections } from './sticker-disc';
import { looksRound } from './sticker-blobs';
import { coveredDisc, longnessOf, mayBeDisc, throughThree } from './sticker-edge';

/** How far a shape reaches along each ray, from a point inside it. */
const edgeOf = (inside: (x: number, y: number) => boolean): Float64Array =>
  Float64Array.from(rayDirections, ([ux, uy]) => {
    let r = 0;
    while (inside(r * ux, r * uy)) r += 0.02;
    return r;
  });
const disc =
  ([cx, cy]: Vec2, radius: number) =>
  (x: number, y: number): boolean =>
    (x - cx) ** 2 + (y - cy) ** 2 < radius ** 2;

describe('a whole disc', () => {
  test('is as long as wide, and seen askew longer', () => {
    expect(longnessOf(edgeOf(disc([0, 0], 9)))).toBeCloseTo(1, 2);
    expect(longnessOf(edgeOf((x, y) => (x / 12) ** 2 + (y / 9) ** 2 < 1))).toBeCloseTo(12 / 9, 2);
    const leaning = edgeOf((x, y) => ((x + y) / 14) ** 2 + ((x - y) / 10) ** 2 < 1);
    expect(longnessOf(leaning)).toBeCloseTo(1.4, 2);
  });
  test('may be lost on two rays where it reaches too far, not where it is cut', () => {
    const edge = edgeOf(disc([0, 0], 9));
    const far = Float64Array.from(edge, (r, k) => (k === 3 || k === 17 ? r + 4 : r));
    expect(longnessOf(far)).toBeCloseTo(1, 1);
    const cut = Float64Array.from(edge, (r, k) => (k === 3 || k === 17 ? r - 4 : r));
    expect(longnessOf(cut)).toBeUndefined();
    expect(longnessOf(Float64Array.from(edge, (r, k) => (k % 6 === 3 ? r + 4 : r)))).toBeUndefined();
  });
  test('is none when it is twice as long as wide, square, three-cornered or half', () => {
    expect(longnessOf(edgeOf((x, y) => (x / 16) ** 2 + (y / 8) ** 2 < 1))).toBeUndefined();
    expect(longnessOf(edgeOf((x, y) => Math.max(Math.abs(x), Math.abs(y)) < 8))).toBeUndefined();
    expect(longnessOf(edgeOf((x, y) => y < 5 && y > 1.9 * Math.abs(x) - 10))).toBeUndefined();
    expect(longnessOf(edgeOf((x, y) => y > -3.8 && disc([0, -3.8], 9)(x, y)))).toBeUndefined();
  });
});

test('three waves round the middle are a cut, whichever way they lie; two are a tilt', () => {
  const wavy = (of: (turn: number) => number) =>
    Float64Array.from(rayDirections, ([x, y]) => 9 * (1 + of(Math.atan2(y, x))));
  for (const wave of [Math.cos, Math.sin]) {
    expect(longnessOf(wavy((turn) => 0.048 * wave(3 * turn)))).toBeUndefined();
    expect(longnessOf(wavy((turn) => 0.02 * wave(3 * turn)))).toBeCloseTo(1, 1);
    expect(longnessOf(wavy((turn) => 0.048 * wave(2 * turn)))).toBeCloseTo(1.1, 1);
  }
});

test('the circle through three points, and none through three on a line', () => {
  const on = (turn: number): Vec2 => [3 + 5 * Math.cos(turn), -2 + 5 * Math.sin(turn)];
  for (const [a, b, c] of [
    [0.3, 1.9, 4],
    [2, 2.5, 5.5],
    [-1, 0.2, 3],
  ] as const) {
    const circle = throughThree(on(a), on(b), on(c));
    expect(circle?.at[0]).toBeCloseTo(3, 9);
    expect(circle?.at[1]).toBeCloseTo(-2, 9);
    expect(circle?.radius).toBeCloseTo(5, 9);
  }
  expect(throughThree([0, 0], [2, 1], [4, 2])).toBeUndefined();
});

describe('what is looked at more closely', () => {
  const blob = (wide: number, high: number, fill: number) => ({
    ...{ colour: 1, left: 100, right: 100 + wide - 2, top: 50, bottom: 50 + high - 2 },
    count: (fill * wide * high) / 4,
  });
  test.each([
    ['a disc', 20, 20, 0.79, true],
    ['one seen askew', 24, 16, 0.79, true],
    ['a bar', 40, 14, 1, false],
    ['one that stands', 14, 40, 1, false],
    ['a large square', 24, 24, 1, false],
    ['a small one, which few pixels tell', 8, 8, 1, true],
    ['a square on its corner', 20, 20, 0.5, false],
    ['a speck', 6, 6, 0.8, false],
    ['a ball', 124, 124, 0.79, false],
  ] as const)('%s', (_, wide, high, fill, is) => expect(looksRound(blob(wide, high, fill), 2)).toBe(is));
});

describe('a disc of which a part lies hidden', () => {
  const cut = (centre: Vec2, radius: number, at: number) => edgeOf((x, y) => disc(centre, radius)(x, y) && x < at);
  test('has its middle and size from what is seen of its edge', () => {
    const seen = coveredDisc(cut([1.5, -0.5], 10, 6));
    expect(seen?.at[0]).toBeCloseTo(1.5, 1);
    expect(seen?.at[1]).toBeCloseTo(-0.5, 1);
    expect(seen?.radius).toBeCloseTo(10, 1);
    const upward = coveredDisc(edgeOf((x, y) => disc([0.4, 2], 12)(x, y) && x + y < 10.5));
    expect(upward?.at[0]).toBeCloseTo(0.4, 1);
    expect(upward?.at[1]).toBeCloseTo(2, 1);
  });
  test('its middle is as sure as least squares say: the inverse of the normal equations of a circle', () => {
    const turns = rayDirections.map(([x, y]) => Math.atan2(y, x));
    const whole = coveredDisc(edgeOf(disc([0, 0], 10)));
    expect(whole?.sdPerPx).toBeCloseTo(1 / Math.sqrt(12), 3); // Σcos² = 12 over 24 places, and nothing else
    const seen = turns.filter((turn) => 10 * Math.cos(turn) < 6);
    const sum = (of: (turn: number) => number) => seen.reduce((all, turn) => all + of(turn), 0);
    const [c, s, n] = [sum(Math.cos), sum(Math.sin), seen.length];
    const [cc, cs, ss] = [
      sum((turn) => Math.cos(turn) ** 2),
      sum((turn) => Math.cos(turn) * Math.sin(turn)),
      sum((turn) => Math.sin(turn) ** 2),
    ];
    const det = cc * (ss * n - s * s) - cs * (cs * n - s * c) + c * (cs * s - ss * c);
    const [acrossVar, downVar] = [(ss * n - s * s) / det, (cc * n - c * c) / det];
    expect(coveredDisc(cut([0, 0], 10, 6))?.sdPerPx).toBeCloseTo(Math.sqrt(Math.max(acrossVar, downVar)), 2);
  });
  test('less seen, less sure', () => {
    const [more, less] = [coveredDisc(cut([0, 0], 10, 8)), coveredDisc(cut([0.5, 0], 10, 5.7))];
    expect(more?.sdPerPx).toBeGreaterThan(0.25); // of 24 places on a whole circle it is 1/√12
    expect(less?.sdPerPx).toBeGreaterThan(more?.sdPerPx ?? 9);
  });
  test('is none where half is hidden, from two sides, or where something reaches beyond', () => {
    expect(coveredDisc(cut([3, 0], 10, 3))).toBeUndefined();
    expect(coveredDisc(edgeOf((x, y) => disc([0, 0], 10)(x, y) && Math.abs(x) < 7))).toBeUndefined();
    expect(coveredDisc(edgeOf((x, y) => Math.max(Math.abs(x), Math.abs(y)) < 8))).toBeUndefined();
    const horned = Float64Array.from(edgeOf(disc([0, 0], 10)), (r, k) => (k === 5 ? r + 3 : r));
    expect(coveredDisc(horned)).toBeUndefined();
  });
  test('at first sight both may be discs, a square may not', () => {
    expect(mayBeDisc(edgeOf(disc([0.4, 0], 9)))).toBe(true);
    expect(mayBeDisc(cut([1.5, -0.5], 10, 6))).toBe(true);
    expect(mayBeDisc(edgeOf((x, y) => Math.max(Math.abs(x), Math.abs(y)) < 9))).toBe(false);
  });
});
