import { judgeMeasures } from './judge';
import type { TargetToMeet } from './judge';
import type { Interval } from './probability';

// Judging against made targets: which of two faults a value leans toward, and what would settle it.
const target = (interval: Interval, more: Partial<TargetToMeet> = {}): TargetToMeet => ({
  measure: 'craniovertebral',
  interval,
  tolerance: 4,
  relativeTo: 'asMeasured',
  low: 'tooLow',
  high: 'tooHigh',
  source: 'made up',
  ...more,
});
const judged = (value: number, se: number, one: TargetToMeet) => {
  const { findings } = judgeMeasures({
    exerciseName: 'sitting tall',
    measures: { [one.measure]: { value, se } },
    targets: [one],
    faultOf: (id) => ({ plain: id, safety: false }),
  });
  return findings[0];
};

test.each([
  ['between two edges, about its middle', [40, 60], 49, 'tooLow'],
  ['between two edges, about its middle', [40, 60], 51, 'tooHigh'],
  ['with no upper edge, about one tolerance inside', [48, null], 51, 'tooLow'],
  ['with no upper edge, about one tolerance inside', [48, null], 53, 'tooHigh'],
  ['with no lower edge, about one tolerance inside', [null, 48], 43, 'tooLow'],
  ['with no lower edge, about one tolerance inside', [null, 48], 45, 'tooHigh'],
] as const)('a target %s: %j at %d leans %s', (_, interval, value, fault) => {
  expect(judged(value, 2, target(interval))?.fault).toBe(fault);
});

test('a side without a fault of its own takes the other’s; without any, nothing is found', () => {
  expect(judged(30, 1, target([40, null], { low: null }))?.fault).toBe('tooHigh');
  expect(judged(70, 1, target([null, 60], { high: null }))?.fault).toBe('tooLow');
  expect(judged(30, 1, target([40, null], { low: null, high: null }))).toBeUndefined();
});

test('an error that leaves even the middle of the target open is told as such', () => {
  // Normal distribution: 0.2 lie outside ±1.2816 errors; half the target is 10, so 7.80.
  expect(judged(40, 7.81, target([40, 60]))?.why).toContain('too wide for this target');
  expect(judged(40, 7.79, target([40, 60]))?.why).toContain('a second look from the same place');
  // Of one edge, a tolerance inside it: 0.8416 errors in 4.
  expect(judged(40, 4.76, target([40, null]))?.why).toContain('too wide for this target');
  expect(judged(40, 4.75, target([40, null]))?.why).toContain('a second look from the same place');
});

test('own neutral is taken off, its error added', () => {
  const own = target([-5, 5], { measure: 'pelvicTilt', relativeTo: 'neutral' });
  const { findings } = judgeMeasures({
    exerciseName: 'leg float',
    measures: { pelvicTilt: { value: 13, se: 3 } },
    neutral: { pelvicTilt: { value: 2, se: 4 } },
    targets: [own],
    faultOf: (id) => ({ plain: id, safety: false }),
  });
  expect(findings[0]).toMatchObject({ value: 11, se: 5, excess: 6, fault: 'tooHigh' });
});
