import { parsePattern } from '../breathing/parse';
import { tempoKept } from './tempo-kept';

function kept(pattern: string, outS: number, backS: number) {
  const parsed = parsePattern(pattern);
  if (!parsed.ok) throw new Error(parsed.error.message);
  return tempoKept({ outS, holdS: 0, backS }, parsed.value);
}

test('four counts out and four back, in two seconds and two: half a second a count, in step', () => {
  const told = kept('out 4 lift, in 4 lower', 2, 2);
  expect(told?.countS).toBeCloseTo(0.5, 9);
  expect(told?.off.out).toBeCloseTo(0, 9);
  expect(told?.counts).toEqual({ out: 4, hold: 0, back: 4 });
});

test('a way back in half of its counts is hurried by a third, and the way out drags by as much', () => {
  // Two seconds and one for four counts each: a count is 3/8 s, and 1.5 s would have been each one’s part.
  const told = kept('in 2 ready, out 4 lift, in 4 lower', 2, 1);
  expect(told?.countS).toBeCloseTo(0.375, 9);
  expect(told?.off.out).toBeCloseTo(1 / 3, 9);
  expect(told?.off.back).toBeCloseTo(-1 / 3, 9);
});

test('counts that differ are taken as they are: six out and two back in three seconds and one', () => {
  expect(kept('out 6 rise, in 2 lower', 3, 1)?.off).toEqual({ out: expect.closeTo(0, 9), back: expect.closeTo(0, 9) });
});

test('a breath that only holds says nothing of the tempo', () => {
  expect(kept('in 4 hold, out 4 hold', 2, 2)).toBeUndefined();
});
