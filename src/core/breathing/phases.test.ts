import { repertoire } from '@/repertoire';
import { paceFromTaps, phasesOf, placeAt } from './phases';
import { breath } from './timeline';

const timed = (pattern: string, pace = 1) => {
  const result = breath({ pattern, pace, repetitions: 1, sides: 1, directions: 1, changeOverS: 0 });
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const phases = (pattern: string) => phasesOf(timed(pattern).timeline);

test.each([
  ['in 4 ready, out 4 lift, in 4 hold, out 4 lower', ['start', 'out', 'hold', 'back']],
  ['in 3 ready, out 3 lift, in 3 lower', ['start', 'out', 'back']],
  ['out 4 slide, in 4 return', ['out', 'back']],
  ['out 5 roll down, in 3 hang, out 5 roll up, in 2 stand', ['out', 'hold', 'back', 'start']],
  ['in 4 hold, out 4 hold', ['hold', 'hold']],
  ['out 2 right, in 1 middle, out 2 left, in 1 middle', ['out', 'back', 'out', 'back']],
])('%s moves %j', (pattern, wanted) => expect(phases(pattern)).toEqual(wanted));

test('every breath of the repertoire moves the figure out, and back where there is more than one part; or it holds', () => {
  for (const { breath: patterns } of repertoire.exercises)
    for (const { pattern } of patterns) {
      const found = phases(pattern);
      if (found.every((one) => one === 'hold')) continue;
      expect(found).toContain('out');
      const moved = found.filter((one) => one !== 'start');
      if (moved.length > 1) expect(moved.at(-1)).toBe('back');
    }
});

test('where a breath is: part, share and count, round and round', () => {
  const { timeline, repetitionS } = timed('in 4, out 2', 1.5); // 6 s in, 3 s out
  const at = (seconds: number) => placeAt(timeline, repetitionS, seconds);
  expect(at(0)).toEqual({ part: 0, share: 0, count: 1 });
  expect(at(3)).toEqual({ part: 0, share: 0.5, count: 3 });
  expect(at(7.5)).toEqual({ part: 1, share: 0.5, count: 2 });
  expect(at(9 + 3)).toEqual({ part: 0, share: 0.5, count: 3 });
});

test('five and five pumping counts to five twice', () => {
  const { timeline, repetitionS } = timed('in 5 beat, out 5 beat');
  const counts = Array.from({ length: 10 }, (_, i) => placeAt(timeline, repetitionS, i + 0.5).count);
  expect(counts).toEqual([1, 2, 3, 4, 5, 1, 2, 3, 4, 5]);
});

test('pace from taps is the median gap; two taps, or taps beyond breathing, tell none', () => {
  expect(paceFromTaps([0, 1000, 2100, 3050, 9000])).toBe(1.05);
  expect(paceFromTaps([0, 1000])).toBeUndefined();
  expect(paceFromTaps([0, 50, 100])).toBeUndefined();
});
