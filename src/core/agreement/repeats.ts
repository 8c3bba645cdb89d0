// An instructor's own errors, from marking or grading the same thing again: root of the mean within-subject variance.
import { mean, sampleStandardDeviation, sampleVariance } from 'simple-statistics';
import type { OwnEye } from '../alignment/by-eye';
import type { Vec2 } from '../geometry';

/** The same landmarks set several times on one picture, in pixels of the original. */
export type RepeatedMarks = readonly Readonly<Partial<Record<string, Vec2>>>[];

export type OwnMarking = {
  /** Spread of one mark, per axis, in pixels. */
  readonly sdPx: number;
  readonly perLandmark: Readonly<Record<string, number>>;
  /** Marks beyond the first of each landmark: what the spread is read from. */
  readonly freedom: number;
};

/** Fewer repeats than this say too little to replace the default. */
export const leastFreedom = 12;

/** Spread of marking per axis: √ of the mean variance within the repeats of each landmark of each picture. */
export function ownMarking(pictures: readonly RepeatedMarks[]): OwnMarking | undefined {
  const sums = new Map<string, { square: number; freedom: number }>();
  for (const rounds of pictures) {
    for (const landmark of new Set(rounds.flatMap((round) => Object.keys(round)))) {
      const places = rounds.flatMap((round) => (round[landmark] ? [round[landmark]] : []));
      if (places.length < 2) continue;
      const freedom = places.length - 1;
      const both = sampleVariance(places.map(([x]) => x)) + sampleVariance(places.map(([, y]) => y));
      const known = sums.get(landmark) ?? { square: 0, freedom: 0 };
      sums.set(landmark, { square: known.square + (both / 2) * freedom, freedom: known.freedom + freedom });
    }
  }
  const all = [...sums.values()].reduce(
    (total, one) => ({ square: total.square + one.square, freedom: total.freedom + one.freedom }),
    { square: 0, freedom: 0 },
  );
  if (all.freedom === 0) return undefined;
  return {
    sdPx: Math.sqrt(all.square / all.freedom),
    perLandmark: Object.fromEntries(
      [...sums].map(([name, { square, freedom }]) => [name, Math.sqrt(square / freedom)]),
    ),
    freedom: all.freedom,
  };
}

/** An observer's own error by eye: grades against what pictures of the same moments measured, in degrees. */
export function ownEye(pairs: readonly { readonly eye: number; readonly picture: number }[]): OwnEye | undefined {
  if (pairs.length < 2) return undefined;
  const off = pairs.map(({ eye, picture }) => eye - picture);
  return { bias: mean(off), sd: sampleStandardDeviation(off), n: off.length };
}
