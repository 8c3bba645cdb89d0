// Whether a spine rolls bone after bone: when each of its segments begins, in which order, and which neighbours move as one piece.
import { degrees } from '../geometry';
import type { Vec2 } from '../geometry';
import { levelIn } from './rest';
import { seenOf } from './series';

/** Neighbours that do less than this share of their part are a flat spot; told only of a curve that changes by so much, degrees. */
const [flatShare, leastCurveDeg] = [0.2, 8];

/** Degrees of each segment over time, by name; null: not seen. */
export type Segments = Readonly<Record<string, readonly (number | null)[]>>;

export type Articulation = {
  /** When each segment leaves its rest band, s; null: it never does. In the order that was meant. */
  readonly onsets: readonly { readonly segment: string; readonly s: number | null }[];
  /** Kendall's tau-b of the onsets against the order meant: 1 all in order, −1 all against it. null of fewer than two. */
  readonly tau: number | null;
  /** Neighbours whose bend changes by less than a fifth of its part; `share`: what it is of its part. */
  readonly flatSpots: readonly { readonly from: string; readonly to: string; readonly share: number }[];
  /** Bend from the first segment to the last, from neutral: at the start, where it is furthest from that, and at the end. Degrees. */
  readonly curve: { readonly start: number; readonly turn: number; readonly end: number };
};

/**
 * Kendall's tau-b of pairs, ties in the second taken into account: values no further apart than `together`. Kendall, Rank Correlation
 * Methods, 1948.
 */
export function kendall(values: readonly number[], together = 0): number | null {
  let [agree, against, untied] = [0, 0, 0];
  for (const [i, a] of values.entries())
    for (const b of values.slice(i + 1)) {
      if (Math.abs(a - b) <= together) continue;
      untied += 1;
      if (a < b) agree += 1;
      else against += 1;
    }
  const pairs = (values.length * (values.length - 1)) / 2;
  return untied > 0 ? (agree - against) / Math.sqrt(pairs * untied) : null;
}

/** Two markers that a segment lies between: the first is where its angle is measured at. */
export type Between = readonly [from: string, to: string];

/** Angles of the lines between markers, unwrapped, degrees. A name is `SL1-SL2`. */
export function segmentsOf(
  markers: Readonly<Record<string, readonly (Vec2 | null)[]>>,
  betweens: readonly Between[],
): Record<string, (number | null)[]> {
  const found: Record<string, (number | null)[]> = {};
  for (const [from, to] of betweens) {
    let last = 0;
    found[`${from}-${to}`] = (markers[from] ?? []).map((a, at) => {
      const b = markers[to]?.[at];
      if (!a || !b) return null;
      const angle = degrees(Math.atan2(b[1] - a[1], b[0] - a[0]));
      last = angle - 360 * Math.round((angle - last) / 360);
      return last;
    });
  }
  return found;
}

/** When a segment first leaves its rest band, between the two samples, s. It rests where the set does: in its first still second. */
function onsetOf(times: readonly number[], smooth: readonly number[]): number | null {
  const from = Math.max(
    0,
    smooth.findIndex((value) => !Number.isNaN(value)),
  );
  const startS = times[from] ?? 0;
  const rest = levelIn(times, smooth, startS, startS + 1);
  if (!rest) return null;
  for (let i = from + 1; i < times.length; i += 1) {
    const [before, here] = [(smooth[i - 1] ?? 0) - rest.level, (smooth[i] ?? 0) - rest.level];
    if (!(Math.abs(here) > rest.band)) continue;
    const share =
      Math.abs(here) === Math.abs(before) ? 1 : (rest.band - Math.abs(before)) / (Math.abs(here) - Math.abs(before));
    return (times[i - 1] ?? 0) + ((times[i] ?? 0) - (times[i - 1] ?? 0)) * Math.min(1, Math.max(0, share));
  }
  return null;
}

/**
 * How a curve articulates. `order`: segments as they are meant to begin, first to last; `neutral`: what each has in the client's own
 * neutral, degrees, nothing where it is not told. Times in s, rising.
 */
export function articulate(
  times: readonly number[],
  segments: Segments,
  order: readonly string[],
  neutral: Readonly<Record<string, number>> = {},
): Articulation {
  const smooth = order.map((name) =>
    seenOf(times, segments[name] ?? []).smooth.map((one) => one - (neutral[name] ?? 0)),
  );
  const onsets = order.map((segment, i) => ({ segment, s: onsetOf(times, smooth[i] ?? []) }));
  const [first, last] = [smooth[0] ?? [], smooth.at(-1) ?? []];
  const curve = times.map((_, i) => (first[i] ?? Number.NaN) - (last[i] ?? Number.NaN));
  const seen = curve.flatMap((value, i) => (Number.isNaN(value) ? [] : [i]));
  const [startAt = 0, endAt = 0] = [seen[0], seen.at(-1)];
  const start = curve[startAt] ?? 0;
  const turnAt = seen.reduce(
    (a, b) => (Math.abs((curve[b] ?? 0) - start) > Math.abs((curve[a] ?? 0) - start) ? b : a),
    startAt,
  );
  const change = (curve[turnAt] ?? 0) - start;
  const bends = order.slice(1).map((to, i) => {
    const bend = (at: number) => (smooth[i]?.[at] ?? 0) - (smooth[i + 1]?.[at] ?? 0);
    const furthest = seen
      .map((at) => Math.sign(change) * (bend(at) - bend(startAt)))
      .reduce((x, y) => (y > x ? y : x), 0);
    return { from: order[i] ?? '', to, furthest };
  });
  const part = bends.reduce((sum, { furthest }) => sum + furthest, 0) / Math.max(1, bends.length);
  const flatSpots = bends.flatMap(({ from, to, furthest }) =>
    Math.abs(change) >= leastCurveDeg && furthest < flatShare * part ? [{ from, to, share: furthest / part }] : [],
  );
  return {
    onsets,
    tau: kendall(onsets.flatMap(({ s }) => (s === null ? [] : [s]))),
    flatSpots,
    curve: { start, turn: curve[turnAt] ?? 0, end: curve[endAt] ?? 0 },
  };
}
