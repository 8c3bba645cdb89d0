import { seeded } from '../random';
import { cleanBeforeLoss, measureSet } from './reps';
import type { MeasuredRepetition } from './reps';
import { worstOf } from './worst';

const fps = 50;
type Part = readonly [seconds: number, to: number];
/** A measure that goes in straight lines from 0, at 50 frames a second. */
function lines(parts: readonly Part[], from = 0): number[] {
  const values: number[] = [];
  let at = from;
  for (const [seconds, to] of parts) {
    const count = Math.round(seconds * fps);
    for (let i = 0; i < count; i += 1) values.push(at + ((to - at) * i) / count);
    at = to;
  }
  return [...values, at];
}
const timesOf = (values: readonly unknown[]) => values.map((_, i) => i / fps);
/** A second of rest, two up to so many degrees, one there, two back. */
const lift = (deg: number): readonly Part[] => [
  [2, deg],
  [1, deg],
  [2, 0],
  [1, 0],
];
const rest: Part = [1.5, 0];
const set = (parts: readonly Part[], others: Readonly<Record<string, readonly (number | null)[]>> = {}) => {
  const leg = lines(parts);
  return { times: timesOf(leg), driver: 'leg', series: { leg, ...others }, targets: {} };
};

test('where a lift begins, turns and ends, and its phases, worked by hand', () => {
  const { repetitions, endPointSd, tempo, notSeen } = measureSet(set([rest, ...lift(60), ...lift(60)]));
  expect(repetitions).toHaveLength(2);
  const [first] = repetitions;
  // 30° a second: out of a band of 2° after 0.067 s; within 1.8° of the top from 1.94 s to 3.06 s of it.
  expect(first?.startS).toBeCloseTo(1.5 + 0.067, 1);
  expect(first?.turnS).toBeCloseTo(4, 2);
  expect(first?.endS).toBeCloseTo(6.5 - 0.067, 1);
  expect(first?.range).toBeCloseTo(60, 0);
  expect(first?.phases.outS).toBeCloseTo(1.87, 1);
  expect(first?.phases.holdS).toBeCloseTo(1.12, 1);
  expect(first?.phases.backS).toBeCloseTo(1.87, 1);
  expect(endPointSd).toBeCloseTo(0, 2);
  expect(tempo?.outS).toBeCloseTo(1.87, 1);
  expect(notSeen).toBe(0);
});

test('a leg that is lowered from upright is a repetition all the same', () => {
  const leg = lines(
    [
      [1.5, 90],
      [2, 40],
      [2, 90],
      [1, 90],
    ],
    90,
  );
  const told = measureSet({ times: timesOf(leg), driver: 'leg', series: { leg }, targets: {}, rest: 'high' });
  expect(told.repetitions).toHaveLength(1);
  expect(told.repetitions[0]?.range).toBeCloseTo(50, 0);
  expect(told.repetitions[0]?.turnS).toBeCloseTo(3.5, 1);
});

test('less than half the usual is partial, a wobble is nothing, and one that turns half way down is two', () => {
  const { repetitions } = measureSet(
    set([rest, ...lift(60), ...lift(26), ...lift(6), ...lift(60), [2, 60], [1, 20], [1, 60], [2, 0], [1, 0]]),
  );
  expect(repetitions.map(({ range, partial }) => [Math.round(range / 10), partial ?? false])).toEqual([
    [6, false],
    [3, true],
    [6, false],
    [6, false],
    [6, false],
  ]);
  expect(measureSet(set([rest, ...lift(60), [2, 60], [0.7, 45], [0.7, 60], [2, 0], [1, 0]])).repetitions).toHaveLength(
    2,
  );
});

test('one that the film does not end is told, not counted', () => {
  const told = measureSet(set([rest, ...lift(60), [2, 60]]));
  expect(told.repetitions).toHaveLength(1);
  expect(told.openFromS).toBeCloseTo(7.57, 1);
});

test('frames that were not seen: a short gap changes nothing, a long one is told and leaves what it hides unjudged', () => {
  const whole = set([rest, ...lift(60), ...lift(60)]);
  const pelvis = whole.times.map(() => 0);
  const hide = (values: readonly number[], from: number, to: number) =>
    values.map((value, i) => (i / fps >= from && i / fps < to ? null : value));
  const told = (leg: readonly (number | null)[], tilt: readonly (number | null)[]) =>
    measureSet({ ...whole, series: { leg, tilt }, targets: { tilt: [-5, 5] } }).repetitions;
  const short = told(hide(whole.series.leg, 3, 3.2), hide(pelvis, 4, 4.2));
  expect(short.map(({ clean, notSeen }) => [clean, notSeen])).toEqual([
    [true, 0],
    [true, 0],
  ]);
  const long = told(hide(whole.series.leg, 2.5, 3.5), hide(pelvis, 9, 10));
  expect(long.map(({ clean }) => clean)).toEqual([true, null]);
  expect(long[0]?.notSeen).toBeCloseTo(1 / 4.87, 1);
});

test('clean is inside the target as given, drift is from the first still second', () => {
  const plain = set([rest, ...lift(60), ...lift(60)]);
  // Level at 2°, then 6° more at the second top.
  const tilt = plain.times.map((at) => 2 + (at > 8.5 && at < 11.5 ? 6 * Math.sin(((at - 8.5) / 3) * Math.PI) : 0));
  const { repetitions } = measureSet({ ...plain, series: { ...plain.series, tilt }, targets: { tilt: [-5, 5] } });
  expect(repetitions.map(({ clean }) => clean)).toEqual([true, false]);
  expect(repetitions[1]?.lost?.measure).toBe('tilt');
  expect(repetitions[1]?.lost?.atS).toBeCloseTo(9, 1); // 3° more at a sixth of the way
  expect(repetitions[1]?.lost?.excess).toBeCloseTo(3, 1);
  expect(repetitions[1]?.drift.tilt?.value).toBeCloseTo(6, 1);
  expect(repetitions[0]?.drift.tilt?.value).toBeCloseTo(0, 3);
});

test('a measure that was not seen in the still second has no drift: there is nothing to tell it from', () => {
  const plain = set([rest, ...lift(60)]);
  const tilt = plain.times.map((at) => (at < 2 ? null : 7));
  const [first] = measureSet({ ...plain, series: { ...plain.series, tilt } }).repetitions;
  expect(first?.drift).toEqual({});
});

describe('clean before loss', () => {
  const targets = { tilt: [-5, 5] as const };
  const one = (letter: string): Pick<MeasuredRepetition, 'clean' | 'lost' | 'partial'> => ({
    clean: letter === '?' ? null : letter === 'c' || letter === 'p',
    ...(letter === 'p' ? { partial: true as const } : {}),
    ...(letter === 'l' ? { lost: { measure: 'tilt', atS: 1, excess: 2 } } : {}),
    ...(letter === 'm' ? { lost: { measure: 'tilt', atS: 1, excess: 10.5 } } : {}),
  });
  test.each([
    ['', 0],
    ['ccc', 3],
    ['cclcc', 4], // a lone lost one is not counted, and does not end it
    ['cllc', 1], // two running do
    ['ccmcc', 2], // one by more than two half-widths does
    ['clclc', 3],
    ['cplpc', 2], // partial ones count neither way
    ['cl?lc', 1], // nor do those that were not seen
  ])('%s: %d', (letters, wanted) => {
    expect(cleanBeforeLoss([...letters].map(one), { targets })).toBe(wanted);
  });
});

/** Normal noise from even: Box and Muller. */
const noise = (random: () => number, sd: number) => () =>
  sd * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

test.each([
  ['one that holds a drift', (at: number) => (at > 2 && at < 6 ? 4 : 0)],
  ['one that does not drift', () => 0],
  ['a short lapse at the top', (at: number) => 6 * Math.exp(-(((at - 4) / 0.25) ** 2))],
])('the worst of many noisy frames, %s: free of the bias of a maximum', (_, truth) => {
  const plain = set([rest, ...lift(60)]);
  const [sd, runs] = [1.2, 120];
  const real = Math.max(...plain.times.map(truth));
  let sum = 0;
  let naive = 0;
  for (let run = 0; run < runs; run += 1) {
    const draw = noise(seeded(run), sd);
    const tilt = plain.times.map((at) => truth(at) + draw());
    const value = measureSet({ ...plain, series: { ...plain.series, tilt } }).repetitions[0]?.drift.tilt?.value ?? NaN;
    sum += (real === 0 ? Math.abs(value) : value) - real;
    naive += Math.max(...tilt) - real;
  }
  expect(naive / runs).toBeGreaterThan(0.8 * sd); // what is to be taken off
  expect(Math.abs(sum / runs)).toBeLessThan(0.5 * sd);
});

test('a worst value beyond what noise makes stands; within it, it is nothing', () => {
  expect(worstOf([0, 0, 5, 0], 0, 0, 0, 0.02)).toEqual({ value: 5, se: 0 });
  expect(worstOf([0.1, -0.2, 0.15], 0, 1, 0, 0.5).value).toBeCloseTo(0, 9);
  expect(worstOf([0, -6, 0], 0, 0.1, 0.2, 0.02)).toMatchObject({ value: -6 });
});

test('near a limit the noise may have decided, and that is said', () => {
  const plain = set([rest, ...lift(60)]);
  const tilt = plain.times.map((at) => (at > 3 && at < 5 ? 4.9 : 0));
  const told = (sd: number) =>
    measureSet({ ...plain, series: { ...plain.series, tilt }, targets: { tilt: [-8, 6] }, sd: { tilt: sd } })
      .repetitions[0];
  expect(told(0.1)?.unsure).toBeUndefined();
  expect(told(3)?.unsure).toBe(true);
});

test('a smooth set flows, a halting one less; trembling is power from 4 to 12 Hz, seen from 30 frames a second on', () => {
  const times = Array.from({ length: 601 }, (_, i) => i / 60);
  const lifted = (at: number) => (at < 1.5 || at > 7.5 ? 0 : 30 * (1 - Math.cos(((at - 1.5) / 3) * Math.PI)));
  const tell = (of: (at: number) => number, rate = 60) => {
    const own = times.filter((_, i) => i % (60 / rate) === 0);
    return measureSet({ times: own, driver: 'leg', series: { leg: own.map(of) }, targets: {} });
  };
  const smooth = tell(lifted);
  const halting = tell((at) => lifted(at) + 5 * Math.sin(9 * at) * (lifted(at) / 60));
  expect(smooth.smoothness).toBeGreaterThan(-3);
  expect(halting.smoothness ?? 0).toBeLessThan((smooth.smoothness ?? 0) - 0.3);
  expect(smooth.trembling).toBeLessThan(0.001);
  // Two waves of one size, one of 1 Hz and one of 8: half of the power each.
  const waves = (at: number) => 10 * Math.sin(2 * Math.PI * at) + 10 * Math.sin(16 * Math.PI * at);
  expect(tell(waves).trembling).toBeCloseTo(0.5, 1);
  expect(tell(waves, 20).trembling).toBeNull();
});
