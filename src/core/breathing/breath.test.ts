import * as v from 'valibot';
import { formatSeconds, timeDose } from '../progression/dose';
import { parsePattern } from './parse';
import { breath } from './timeline';
import { breathInput } from './breath-input';

const timed = (input: object) => {
  const result = breath(v.parse(breathInput, input));
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};

describe('times', () => {
  test('four parts of 4 counts, 5 each side: 16 s a repetition, 165 s a set, 7.5 breaths a minute', () => {
    const result = timed({ pattern: 'in 4 prepare, out 4 lift, in 4 hold, out 4 lower', repetitions: 5, sides: 2 });
    expect(result).toMatchObject({ repetitionS: 16, setS: 5 * 2 * 16 + 5, breathsPerMinute: 7.5, warnings: [] });
    expect(result.timeline.map(({ at, phase, moves }) => [at, phase, moves])).toEqual([
      [0, 'in', 'prepare'],
      [4, 'out', 'lift'],
      [8, 'in', 'hold'],
      [12, 'out', 'lower'],
    ]);
  });
  test('the hundred: five in, five out, ten times is 100 beats', () => {
    expect(timed({ pattern: 'in 5, out 5', repetitions: 10 })).toMatchObject({ setS: 100, breathsPerMinute: 6 });
  });
  test('pace stretches everything but the change-over; two sides and two directions change over three times', () => {
    expect(
      timed({ pattern: 'in 2, out 2', repetitions: 3, sides: 2, directions: 2, pace: 1.5, changeOverS: 4 }).setS,
    ).toBeCloseTo(3 * 4 * 6 + 3 * 4, 9);
  });
  test('in that ends a repetition and in that begins the next are one breath in', () => {
    expect(timed({ pattern: 'in 3 ready, out 3 lift, in 3 lower', repetitions: 3 }).breathsPerMinute).toBeCloseTo(
      60 / 9,
      9,
    );
  });
  test('a dose of two sets works twice as long', () => {
    const dose = {
      exercise: 'legFloat',
      level: 2,
      repetitions: 3,
      sets: 2,
      sides: 2,
      directions: 1,
      pattern: 'in 3, out 3',
      pace: 1,
      changeOverS: 5,
    };
    expect(timeDose(dose)).toMatchObject({ ok: true, value: { setS: 41, workS: 82 } });
  });
  test.each([
    [45, '45 s'],
    [60, '1 min'],
    [70.4, '1 min 10 s'],
    [119.6, '2 min'],
  ])('%d s reads %s', (seconds, text) => expect(formatSeconds(seconds)).toBe(text));
});

describe('warnings', () => {
  const codes = (input: object) => timed({ repetitions: 5, ...input }).warnings.map(({ code }) => code);
  test('faster than 20 breaths a minute', () => {
    expect(codes({ pattern: 'in 1, out 1' })).toEqual(['breathFast']);
    expect(codes({ pattern: 'in 1.5, out 1.5' })).toEqual([]);
  });
  test('slower than 4', () => expect(codes({ pattern: 'in 8, out 8' })).toEqual(['breathSlow']));
  test('a breath held beyond 3 s after an in-breath, not after an out-breath', () => {
    expect(codes({ pattern: 'in 3, hold 4, out 4' })).toEqual(['breathHeld']);
    expect(codes({ pattern: 'in 3, out 4, hold 4' })).toEqual([]);
    expect(codes({ pattern: 'in 3, hold 4, out 4', pace: 0.7 })).toEqual([]);
  });
});

test.each([
  ['', 'patternEmpty'],
  ['in 4, sideways 4', 'patternPhase'],
  ['in four', 'patternCount'],
  ['in -4', 'patternCount'],
  ['in 0', 'patternCount'],
  ['in', 'patternCount'],
  ['in 4,', 'patternPhase'],
  ['hold 4', 'patternNoBreath'],
])('"%s" is refused as %s', (text, code) =>
  expect(parsePattern(text)).toMatchObject({ ok: false, error: { code, path: 'pattern' } }),
);
