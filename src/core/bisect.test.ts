import { bisect, crossing } from './bisect';

describe('halving', () => {
  test('finds √2 from either side, and keeps to the side that holds', () => {
    expect(crossing(0, 2, (x) => x * x < 2)).toBeCloseTo(Math.SQRT2, 11);
    const fromAbove = bisect(2, 0, (x) => x * x > 2);
    expect(fromAbove.holds ** 2).toBeGreaterThan(2);
    expect(fromAbove.fails ** 2).toBeLessThanOrEqual(2);
  });
  test('rounds bound what is left of the stretch', () => {
    const { holds, fails } = bisect(0, 1, (x) => x < 0.3, 3);
    expect([holds, fails]).toEqual([0.25, 0.375]);
  });
});
