import { beginCausal, causalDelayS, stepCausal } from './causal';
import type { Causal } from './causal';

/** What comes out of a series sampled at these times. */
function through(times: readonly number[], value: (s: number) => number): number[] {
  let filter: Causal | undefined;
  return times.map((at) => {
    filter = filter ? stepCausal(filter, at, value(at)) : beginCausal(at, value(at));
    return filter.value;
  });
}
const evenly = (rate: number, s: number) => Array.from({ length: rate * s }, (_, i) => i / rate);
const sine = (hz: number) => (s: number) => Math.sin(2 * Math.PI * hz * s);
/** Largest of the last second. */
const most = (values: readonly number[], rate: number) => Math.max(...values.slice(-rate).map(Math.abs));

test('its delay is that of a Butterworth filter of second order at 6 Hz: 37.5 ms', () => {
  expect(causalDelayS).toBeCloseTo(0.0375, 4); // √2 / (2π · 6)
});

test.each([15, 30, 60])('a slope at %i a second comes out as late as is said, and as steep', (rate) => {
  const times = evenly(rate, 3);
  const last = through(times, (s) => 20 * s).at(-1) ?? 0;
  expect(((times.at(-1) ?? 0) - last / 20) * 1000).toBeCloseTo(37.5, 0);
});

test('at the cut-off it lets 0.71 through, at an octave above a quarter, and slow movement whole', () => {
  const at = (hz: number) => most(through(evenly(1000, 6), sine(hz)), 1000);
  expect(at(6)).toBeCloseTo(Math.SQRT1_2, 2);
  expect(at(12)).toBeCloseTo(1 / Math.sqrt(1 + 2 ** 4), 2); // 0.243
  expect(at(0.5)).toBeGreaterThan(0.99);
});

test('at a rate that varies and drops frames it stays near what it follows', () => {
  let s = 0;
  const times = Array.from({ length: 300 }, (_, i) => (s += [0.016, 0.05, 0.033, 0.066][i % 4] ?? 0.03));
  const out = through(times, sine(0.5));
  const worst = Math.max(
    ...out.slice(20).map((value, i) => Math.abs(value - sine(0.5)((times[i + 20] ?? 0) - causalDelayS))),
  );
  expect(worst).toBeLessThan(0.07);
});

test('after half a second unseen it does not drag what was before along, and time that stands still adds nothing', () => {
  const before = beginCausal(0, 10);
  expect(stepCausal(before, 0.6, -3).value).toBe(-3);
  expect(stepCausal(before, 0, 50)).toBe(before);
});
