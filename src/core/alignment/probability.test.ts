import fc from 'fast-check';
import { compare } from './compare';
import { excessOver, normalCdf, probabilityOutside } from './probability';
import type { Interval } from './probability';

const runs = { numRuns: 200, seed: 42 };
const value = fc.double({ min: -60, max: 60, noNaN: true });
const se = fc.double({ min: 0.1, max: 20, noNaN: true });

test.each([
  // Φ(z) from a table of the normal distribution
  [0, 0.5],
  [1, 0.8413],
  [1.96, 0.975],
  [-1.645, 0.05],
  [3, 0.99865],
])('Φ(%d) = %d', (z, table) => expect(normalCdf(z)).toBeCloseTo(table, 4));

test.each<[number, number, Interval, number]>([
  [0, 1, [null, 0], 0.5], // on a one-sided limit
  [1, 1, [null, 0], 0.8413],
  [-1, 1, [0, null], 0.8413],
  [0, 1, [null, null], 0], // anything will do
  [7, 0, [-5, 5], 1], // no error at all
  [5, 0, [-5, 5], 0],
])('%d ± %d against %j is out with probability %d', (x, s, interval, p) =>
  expect(probabilityOutside(x, s, interval)).toBeCloseTo(p, 4),
);

test('it is a probability, the same on both sides, and grows with distance', () => {
  fc.assert(
    fc.property(value, se, (x, s) => {
      const p = probabilityOutside(x, s, [-5, 5]);
      expect(p).toBeGreaterThanOrEqual(0);
      expect(p).toBeLessThanOrEqual(1);
      expect(probabilityOutside(-x, s, [-5, 5])).toBeCloseTo(p, 6);
      expect(probabilityOutside(Math.abs(x) + 1, s, [-5, 5])).toBeGreaterThanOrEqual(p - 1e-6);
    }),
    runs,
  );
});

test.each<[number, Interval, number]>([
  [9, [-5, 5], 4],
  [-9, [-5, 5], 4],
  [3, [-5, 5], 0],
  [12, [null, 8], 4],
  [0.8, [0.9, null], 0.1],
])('%d lies outside %j by %d', (x, interval, excess) => expect(excessOver(x, interval)).toBeCloseTo(excess, 9));

describe('comparing', () => {
  const pair = fc.record({ before: fc.record({ value, se }), after: fc.record({ value, se }) });
  const target: [number, number] = [-5, 5];
  test('there and back again: better one way is worse the other', () => {
    fc.assert(
      fc.property(pair, ({ before, after }) => {
        const [there, back] = [
          compare({ before, after, target }).verdict,
          compare({ before: after, after: before, target }).verdict,
        ];
        expect(back).toBe(there === 'better' ? 'worse' : there === 'worse' ? 'better' : 'same');
      }),
      runs,
    );
  });
  test('a change within the least real change is never called one', () => {
    fc.assert(
      fc.property(pair, ({ before, after }) => {
        const { verdict, change, mdc } = compare({ before, after, target });
        if (Math.abs(change) <= mdc) expect(verdict).toBe('same');
        if (verdict === 'better')
          expect(excessOver(after.value, target)).toBeLessThan(excessOver(before.value, target));
      }),
      runs,
    );
  });
});
