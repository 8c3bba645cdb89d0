import fc from 'fast-check';
import { lowPass } from './low-pass';
import { seenOf, stretchesOf } from './series';

const rateHz = 60;
const sine = (hz: number, seconds = 10) =>
  Array.from({ length: seconds * rateHz }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rateHz));
/** Of whole waves in the middle, where no edge is felt. */
const middle = (values: readonly number[]) => values.slice(240, 360);
const along = (a: readonly number[], b: readonly number[]) => a.reduce((sum, value, i) => sum + value * (b[i] ?? 0), 0);

test.each([
  [0.5, 1],
  // A Butterworth filter of the second order passes 1 / (1 + w⁴) in two passes, w from the tangents of half the frequencies and 1
  // where both passes together take 3 dB: w⁴ = (√2 − 1) · (tan(π f / 60) / tan(π 6 / 60))⁴.
  [3, 0.9771],
  [6, Math.SQRT1_2],
  [12, 0.0881],
])('%d Hz passes with %d of its amplitude, and is not shifted', (hz, wanted) => {
  const [sent, passed] = [middle(sine(hz)), middle(lowPass(sine(hz), rateHz))];
  expect(along(sent, passed) / along(sent, sent)).toBeCloseTo(wanted, 3);
  expect(Math.sqrt(along(passed, passed) / along(sent, sent))).toBeCloseTo(wanted, 3);
});

test('what stands still stays, and a slope is a slope to its very ends', () => {
  expect(lowPass(new Array<number>(50).fill(7), rateHz)).toEqual(new Array<number>(50).fill(expect.closeTo(7, 9)));
  const slope = Array.from({ length: 200 }, (_, i) => 3 + 0.2 * i);
  for (const [i, value] of lowPass(slope, rateHz).entries()) expect(value).toBeCloseTo(slope[i] ?? 0, 1);
});

test('at a rate too low for the cut-off nothing is taken away', () => {
  const values = [1, 5, 2, 8, 3];
  expect(lowPass(values, 12)).toEqual(values);
  expect(lowPass([1, 2], 100)).toEqual([1, 2]);
});

test('it is linear: twice the movement, twice the curve', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -90, max: 90 }), { minLength: 4, maxLength: 80 }), (values) => {
      const [once, twice] = [
        lowPass(values, 30),
        lowPass(
          values.map((value) => 2 * value + 5),
          30,
        ),
      ];
      for (const [i, value] of once.entries()) expect(twice[i]).toBeCloseTo(2 * value + 5, 6);
    }),
  );
});

describe('what was not seen', () => {
  const times = Array.from({ length: 61 }, (_, i) => i / 30);
  const line = times.map((at) => 10 * at);
  const without = (from: number, to: number) => line.map((value, i) => (i >= from && i <= to ? null : value));

  test('a fifth of a second is bridged by a line, more is a gap', () => {
    const bridged = seenOf(times, without(20, 25)); // six frames of a thirtieth
    expect(bridged.raw[22]).toBeCloseTo(10 * (22 / 30), 9);
    expect(stretchesOf(times, without(20, 25))).toEqual([{ from: 0, to: 60 }]);
    const open = seenOf(times, without(20, 26));
    expect(open.raw[22]).toBeNaN();
    expect(open.smooth[23]).toBeNaN();
    expect(stretchesOf(times, without(20, 26))).toEqual([
      { from: 0, to: 19 },
      { from: 27, to: 60 },
    ]);
  });
  test('a leap of the film’s own time is a gap as well', () => {
    const leaping = times.map((at, i) => (i < 30 ? at : at + 1));
    expect(stretchesOf(leaping, line)).toEqual([
      { from: 0, to: 29 },
      { from: 30, to: 60 },
    ]);
  });
  test('uneven frames: the curve is where it was', () => {
    const uneven = times.map((at, i) => at + (i % 2 ? 0.008 : 0));
    const values = uneven.map((at) => 20 * Math.sin(2 * at));
    const { smooth } = seenOf(uneven, values);
    for (const [i, value] of smooth.entries()) expect(Math.abs(value - (values[i] ?? 0))).toBeLessThan(0.25);
  });
});
