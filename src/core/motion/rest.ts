// Where a measure rests: its first still second.
import { mean, sampleStandardDeviation } from 'simple-statistics';

/** A band round the rest: 3 SD of the still second, and never less than this, degrees. */
const leastBandDeg = 2;
const stillForS = 1;
/** Still: all of the second within this, degrees, or this share of all that the measure does. */
const [stillDeg, stillShare] = [2, 0.1];
/** The rest lies in this share of the range, at its lower end. */
const lowShare = 0.25;

/** `fromS`, `toS`: the still second; `level`: of the measure in it; `band`: half the width of its rest band. */
export type Rest = {
  readonly fromS: number;
  readonly toS: number;
  readonly level: number;
  readonly band: number;
};

const least = (values: readonly number[]): number => values.reduce((a, b) => Math.min(a, b), Infinity);
const most = (values: readonly number[]): number => values.reduce((a, b) => Math.max(a, b), -Infinity);

type Window = { readonly from: number; readonly to: number; readonly span: number };

/** Every second that was seen whole, with how far the measure goes in it. */
function* secondsOf(times: readonly number[], values: readonly number[]): Generator<Window> {
  let to = 0;
  for (const [from, startS] of times.entries()) {
    while (to < times.length && (times[to] ?? 0) < startS + stillForS - 1e-9) to += 1;
    if (to >= times.length) return;
    const own = values.slice(from, to + 1);
    if (own.every((value) => !Number.isNaN(value))) yield { from, to, span: most(own) - least(own) };
  }
}

function restIn(times: readonly number[], values: readonly number[], from: number, to: number): Rest {
  const own = values.slice(from, to + 1).filter((value) => !Number.isNaN(value));
  const sd = own.length > 1 ? sampleStandardDeviation(own) : 0;
  const level = own.length > 0 ? mean(own) : 0;
  return { fromS: times[from] ?? 0, toS: times[to] ?? 0, level, band: Math.max(leastBandDeg, 3 * sd) };
}

/**
 * The first still second of a measure that rises from its rest, low-passed, NaN where it was not seen: the first second near the
 * lower end in which it hardly moves; where there is none, the stillest second there; of less than a second, its lowest value.
 */
export function restOf(times: readonly number[], values: readonly number[]): Rest {
  const seen = values.filter((value) => !Number.isNaN(value));
  const [low, range] = [least(seen), most(seen) - least(seen)];
  let best: Window | undefined;
  for (const one of secondsOf(times, values)) {
    const middle = mean(values.slice(one.from, one.to + 1));
    if (middle > low + lowShare * range + leastBandDeg) continue;
    if (one.span <= Math.max(stillDeg, stillShare * range)) return restIn(times, values, one.from, one.to);
    if (!best || one.span < best.span) best = one;
  }
  const lowest = Math.max(0, values.indexOf(low));
  return best ? restIn(times, values, best.from, best.to) : restIn(times, values, lowest, lowest);
}

/** What a measure does in a second that is taken for its rest; undefined where it was not seen then. */
export function levelIn(
  times: readonly number[],
  values: readonly number[],
  fromS: number,
  toS: number,
): Rest | undefined {
  const from = Math.max(
    0,
    times.findIndex((at) => at >= fromS),
  );
  const to = Math.max(
    from,
    times.findLastIndex((at) => at <= toS),
  );
  const isSeen = values.slice(from, to + 1).some((value) => !Number.isNaN(value));
  return isSeen ? restIn(times, values, from, to) : undefined;
}
