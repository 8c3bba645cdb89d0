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
  const steps = times.slice(1).map((at, i) => at - (times[i] ?? 0));
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

/** A stretch at even steps: its times, values and rate. A film of even steps comes back as it is. */
export function evenly(times: readonly number[], values: readonly number[]) {
  const [start, end] = [times[0] ?? 0, times.at(-1) ?? 0];
  const step = Math.max(stepOf(times), (end - start) / (20 * times.length));
  const count = Math.max(1, Math.round((end - start) / step) + 1);
  const even = Array.from({ length: count }, (_, i) => start + ((end - start) * i) / Math.max(1, count - 1));
  const isEven = count === times.length && times.every((at, i) => Math.abs(at - (even[i] ?? 0)) < 0.01 * step);
  const rateHz = count > 1 ? (count - 1) / (end - start) : 1;
  return { times: even, values: isEven ? [...values] : sampleAt(times, values, even), rateHz, isEven };
}

/** A measure with short gaps bridged and low-passed; `null` was not seen. Times in s, rising, as many as values. */
export function seenOf(times: readonly number[], values: readonly (number | null)[]): Seen {
  const raw = values.map(() => Number.NaN);
  const smooth = [...raw];
  for (const { from, to } of stretchesOf(times, values)) {
    const own = times.slice(from, to + 1);
    const known = own.flatMap((at, i) => {
      const value = values[from + i];
      return value === null || value === undefined ? [] : [{ at, value }];
    });
    const [knownAt, knownValues] = [known.map(({ at }) => at), known.map(({ value }) => value)];
    const bridged = sampleAt(knownAt, knownValues, own);
    const even = evenly(own, bridged);
    const passed = lowPass(even.values, even.rateHz);
    const back = even.isEven ? passed : sampleAt(even.times, passed, own);
    for (const [i, value] of bridged.entries()) [raw[from + i], smooth[from + i]] = [value, back[i] ?? value];
  }
  return { raw, smooth };
}

/** Share of the time from `startS` to `endS` in which a measure was not seen. */
export function notSeenShare(times: readonly number[], { raw }: Seen, startS: number, endS: number): number {
  const step = stepOf(times);
  let seen = 0;
  for (let i = 0; i + 1 < times.length; i += 1) {
    const [a = 0, b = 0] = [times[i], times[i + 1]];
    const both = !Number.isNaN(raw[i] ?? Number.NaN) && !Number.isNaN(raw[i + 1] ?? Number.NaN);
    if (both && b - a <= bridgedS + step * 1.001) seen += Math.max(0, Math.min(b, endS) - Math.max(a, startS));
  }
  return endS > startS ? Math.min(1, Math.max(0, 1 - seen / (endS - startS))) : 0;
}
