import { repertoire } from '@/repertoire';
import type { KeptReading } from '@/core/knowledge/kept';
import { trendsOf } from './progress';

const look = (day: number, value: number, se: number, exercise = 'legFloat') => ({
  on: new Date(Date.UTC(2026, 2, day)),
  exercise,
  level: 2,
  result: {
    baseline: [
      {
        fault: 'arch',
        measure: 'pelvicTilt',
        verdict: 'out',
        probability: 1,
        excess: 1,
        safety: false,
        why: '',
        value,
        se,
      },
    ],
    target: { pelvicTilt: { interval: [-5, 5], tolerance: 5, source: '', relativeTo: 'neutral' } },
  } as unknown as KeptReading,
});
const trends = (...results: ReturnType<typeof look>[]) =>
  trendsOf({ repertoire, results, dayText: (date) => date.toISOString().slice(0, 10) });

describe('improved is said only beyond the least real change', () => {
  test('12° to 8°, each ± 1.5: 4.0 is within 1.96·√(1.5² + 1.5²) = 4.2', () => {
    const [trend] = trends(look(1, 12, 1.5), look(8, 8, 1.5));
    expect(trend?.verdict).toBe('same');
    expect(trend?.words).toBe('No real change: 4.0° lies within the error of 4.2°.');
  });
  test('12° to 7°: 5.0 is beyond it', () => {
    const [trend] = trends(look(1, 12, 1.5), look(8, 7, 1.5));
    expect(trend?.words).toBe('Improved by 5.0°: more than the least real change of 4.2°.');
    expect(trend?.points.map(({ error }) => error)).toEqual([1.96 * 1.5, 1.96 * 1.5]);
  });
  test('farther from the target is said as plainly', () =>
    expect(trends(look(1, 7, 1), look(8, 12, 1))[0]?.words).toMatch(/^Farther from its target by 5.0°/));
  test('a real change within the target is neither', () =>
    expect(trends(look(1, 4, 0.5), look(8, -3, 0.5))[0]?.words).toMatch(/no nearer to its target and no farther/));
});
test('one look is no trend, and other exercises do not mix', () => {
  expect(trends(look(1, 12, 1))).toEqual([]);
  expect(trends(look(1, 12, 1), look(8, 7, 1, 'march'))).toEqual([]);
});
