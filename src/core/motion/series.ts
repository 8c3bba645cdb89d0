// A measure over time, as a film gives it: at any rising times, not seen now and then.
import { median } from 'simple-statistics';
import { lowPass } from './low-pass';

/** Unseen for no longer than this, s, is bridged by a straight line. */
export const bridgedS = 0.2;
/** No film and no sensor is faster, Hz. */
const fastestHz = 1000;

/** A stretch that was seen without a gap: indexes of its samples, `from` to `to`, both in it. */
export type Stretch = { readonly from: number; readonly to: number };

/** A measure as seen: `raw` with short gaps bridged, `smooth` low-passed; both NaN where it was not seen. */
export type Seen = { readonly raw: readonly number[]; readonly smooth: readonly number[] };

/** Usual time between two samples, s. */
export function stepOf(times: readonly number[]): number {
  const steps: number[] = [];
  for (let i = 1; i < times.length; i += 1) steps.push((times[i] ?? 0) - (times[i - 1] ?? 0));
  return steps.length > 0 ? Math.max(median(steps), 1 / fastestHz) : 1;
}

/** Value of a line of points at a time between the first and the last of them. `times` rise. */
function valueAt(times: readonly number[], values: readonly number[], at: number, from: number): [number, number] {
  let i = from;
  while (i + 2 < times.length && (times[i + 1] ?? 0) < at) i += 1;
  const [t0 = 0, t1 = 1, a = 0, b = 0] = [times[i], times[i + 1], values[i], values[i + 1]];
  return [t1 > t0 ? a + (b - a) * Math.min(1, Math.max(0, at - t0) / (t1 - t0)) : a, i];
}

/** Values of a line of points at rising times. */
export function sampleAt(times: readonly number[], values: readonly number[], wanted: readonly number[]): number[] {
  if (times.length < 2) return wanted.map(() => values[0] ?? 0);
  let from = 0;
  return wanted.map((at) => {
    const [value, here] = valueAt(times, values, at, from);
    from = here;
    return value;
  });
}

/** Samples between which there is no gap worth telling. */
export function stretchesOf(times: readonly number[], values: readonly (number | null)[]): Stretch[] {
  const longest = bridgedS + stepOf(times) * 1.001;
  const found: Stretch[] = [];
  let from = -1;
  let last = -1;
  for (const [i, value] of values.entries()) {
    if (value === null) continue;
    if (last >= 0 && (times[i] ?? 0) - (times[last] ?? 0) > longest) {
      found.push({ from, to: last });
      from = i;
    }
    if (from < 0) from = i;
    last = i;
  }
  if (from >= 0) found.push({ from, to: last });
  return found;
}

/** Whether a film's steps are all alike, to a hundredth of one. */
function isEvenAt(times: readonly number[], start: number, step: number): boolean {
  for (let i = 0; i < times.length; i += 1)
    if (!(Math.abs((times[i] ?? 0) - (start + i * step)) < 0.01 * step)) return false;
  return true;
}

/** A stretch at even steps: its times, values and rate. A film of even steps comes back as it is. */
export function evenly(times: readonly number[], values: readonly number[]) {
  const [start, end] = [times[0] ?? 0, times.at(-1) ?? 0];
  const usual = Math.max(stepOf(times), (end - start) / (20 * times.length));
  const count = Math.max(1, Math.round((end - start) / usual) + 1);
  const step = (end - start) / Math.max(1, count - 1);
  const rateHz = count > 1 ? 1 / step : 1;
  if (count === times.length && isEvenAt(times, start, step)) return { times, values, rateHz, isEven: true };
  const even = Array.from({ length: count }, (_, i) => start + i * step);
  return { times: even, values: sampleAt(times, values, even), rateHz, isEven: false };
}

/** Values of a stretch with what was not seen in it bridged by straight lines. */
function bridge(times: readonly number[], values: readonly (number | null)[], { from, to }: Stretch): number[] {
  const [knownAt, known]: [number[], number[]] = [[], []];
  for (let i = from; i <= to; i += 1) {
    const value = values[i];
    if (value === null || value === undefined) continue;
    knownAt.push(times[i] ?? 0);
    known.push(value);
  }
  return known.length === to - from + 1 ? known : sampleAt(knownAt, known, times.slice(from, to + 1));
}

/** A measure with short gaps bridged and low-passed; `null` was not seen. Times in s, rising, as many as values. */
export function seenOf(times: readonly number[], values: readonly (number | null)[]): Seen {
  const raw = new Array<number>(values.length).fill(Number.NaN);
  const smooth = [...raw];
  for (const stretch of stretchesOf(times, values)) {
    const own = times.slice(stretch.from, stretch.to + 1);
    const bridged = bridge(times, values, stretch);
    const even = evenly(own, bridged);
    const passed = lowPass(even.values, even.rateHz);
    const back = even.isEven ? passed : sampleAt(even.times, passed, own);
    for (let i = 0; i < bridged.length; i += 1) {
      const at = stretch.from + i;
      [raw[at], smooth[at]] = [bridged[i] ?? Number.NaN, back[i] ?? Number.NaN];
    }
  }
  return { raw, smooth };
}

/** Indexes of the first and the last sample of a stretch. */
export type Span = { readonly from: number; readonly to: number };

/** The first sample at a time or after it; as many as there are where all lie before it. `times` rise. */
function firstFrom(times: readonly number[], s: number): number {
  let [low, high] = [0, times.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((times[middle] ?? 0) < s) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The samples from one time to another, both in it. `times` rise. */
export function samplesOf(times: readonly number[], startS: number, endS: number): Span {
  const from = firstFrom(times, startS);
  const after = firstFrom(times, endS);
  const to = times[after] === endS ? after : after - 1;
  return { from: from < times.length ? from : 0, to: Math.max(0, from < times.length ? from : 0, to) };
}

/** Share of the time from `startS` to `endS` in which a measure was not seen. `stepS`: usual time between two samples. */
export function notSeenShare(
  times: readonly number[],
  { raw }: Seen,
  startS: number,
  endS: number,
  stepS: number,
): number {
  const { from, to } = samplesOf(times, startS, endS);
  let seen = 0;
  for (let i = Math.max(0, from - 1); i <= to && i + 1 < times.length; i += 1) {
    const [a = 0, b = 0] = [times[i], times[i + 1]];
    const both = !Number.isNaN(raw[i] ?? Number.NaN) && !Number.isNaN(raw[i + 1] ?? Number.NaN);
    if (both && b - a <= bridgedS + stepS * 1.001) seen += Math.max(0, Math.min(b, endS) - Math.max(a, startS));
  }
  return endS > startS ? Math.min(1, Math.max(0, 1 - seen / (endS - startS))) : 0;
}
