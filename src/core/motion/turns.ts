// A set cut into repetitions: where the driving measure leaves its rest, turns, and is back.
import { median } from 'simple-statistics';
import type { Rest } from './rest';

/** Turning points are told from wobble by a share of the set's usual range, and at least this, degrees. */
const [turnShare, leastTurnDeg] = [0.25, 8];
/** One of less than this share of the usual range is a partial one; one that sinks below it between two peaks is two. */
export const partialShare = 0.5;
/** The turn is the time within this share of the range of the extreme, at least so many degrees. */
const [topShare, leastTopDeg] = [0.03, 1];

/** A way out and back. Times in s; `range` from the rest to the extreme; `holdFromS`, `holdToS`: at the extreme. */
export type Turn = {
  readonly startS: number;
  readonly endS: number;
  readonly holdFromS: number;
  readonly holdToS: number;
  readonly range: number;
};

type Points = { readonly times: readonly number[]; readonly values: readonly number[] };
/** Indexes of samples: the last one at rest before, the first one at rest after. */
type Span = { readonly from: number; readonly to: number };

/** The time between two samples at which the line between them meets a level. */
function crossing({ times, values }: Points, i: number, level: number): number {
  const [t0 = 0, t1 = 0, a = 0, b = 0] = [times[i], times[i + 1], values[i], values[i + 1]];
  return a === b ? t1 : t0 + ((t1 - t0) * (level - a)) / (b - a);
}

/** Stretches outside the rest band that begin and end in it. */
function outOfRest({ values }: Points, edge: number): { spans: Span[]; open: number | undefined } {
  const spans: Span[] = [];
  let from: number | undefined;
  for (let i = 1; i < values.length; i += 1) {
    const [before = 0, here = 0] = [values[i - 1], values[i]];
    if (from === undefined && before <= edge && here > edge) from = i - 1;
    if (from !== undefined && here <= edge) {
      spans.push({ from, to: i });
      from = undefined;
    }
  }
  return { spans, open: from };
}

const peakIn = (values: readonly number[], { from, to }: Span): number => {
  let at = from;
  for (let i = from; i <= to; i += 1) if ((values[i] ?? 0) > (values[at] ?? 0)) at = i;
  return at;
};

/** A span in parts, where it sinks below a level between two peaks that rise out of the valley by the hysteresis. */
function splitAt(values: readonly number[], span: Span, below: number, hysteresis: number): Span[] {
  const parts: Span[] = [];
  let from = span.from;
  let [peak, valley]: [number, number | undefined] = [span.from, undefined];
  for (let i = span.from; i <= span.to; i += 1) {
    const here = values[i] ?? 0;
    if (valley === undefined) {
      if (here > (values[peak] ?? 0)) peak = i;
      else if (here < below && (values[peak] ?? 0) - here >= hysteresis) valley = i;
    } else if (here < (values[valley] ?? 0)) valley = i;
    else if (here - (values[valley] ?? 0) >= hysteresis) {
      parts.push({ from, to: valley });
      [from, peak, valley] = [valley, i, undefined];
    }
  }
  return [...parts, { from, to: span.to }];
}

function turnOf(points: Points, span: Span, rest: Rest): Turn {
  const { times, values } = points;
  const peak = values[peakIn(values, span)] ?? 0;
  const range = peak - rest.level;
  const edge = rest.level + rest.band;
  const near = peak - Math.max(topShare * range, leastTopDeg);
  const isNear = values.slice(span.from, span.to + 1).map((value) => value >= near);
  const [first, last] = [span.from + isNear.indexOf(true), span.from + isNear.lastIndexOf(true)];
  /** Between two samples where the level lies between them, else at the one that ends the span. */
  const meet = (from: number, level: number, end: number): number => {
    const [a = 0, b = 0] = [values[from], values[from + 1]];
    return Math.min(a, b) <= level && level <= Math.max(a, b) ? crossing(points, from, level) : (times[end] ?? 0);
  };
  return {
    startS: meet(span.from, edge, span.from),
    endS: meet(span.to - 1, edge, span.to),
    holdFromS: meet(first - 1, near, first),
    holdToS: meet(last, near, last),
    range,
  };
}

/**
 * The ways out and back of a low-passed measure that rises from its rest; samples that were not seen are left out before. `usual`:
 * the range that the set usually has; `openFromS`: where one began that the film does not end.
 */
export function turnsOf(points: Points, rest: Rest) {
  const { times, values } = points;
  const edge = rest.level + rest.band;
  const { spans, open } = outOfRest(points, edge);
  const heights = (all: readonly Span[]) => all.map((span) => (values[peakIn(values, span)] ?? 0) - rest.level);
  const first = heights(spans).filter((height) => height >= leastTurnDeg);
  const tallest = first.reduce((a, b) => Math.max(a, b), 0);
  const usual = tallest > 0 ? median(first.filter((height) => height >= partialShare * tallest)) : 0;
  const hysteresis = Math.max(leastTurnDeg, turnShare * usual);
  const parts = spans.flatMap((span) => splitAt(values, span, rest.level + partialShare * usual, hysteresis));
  return {
    turns: parts.map((span) => turnOf(points, span, rest)).filter(({ range }) => range >= hysteresis),
    usual,
    ...(open === undefined ? {} : { openFromS: crossing({ times, values }, open, edge) }),
  };
}
