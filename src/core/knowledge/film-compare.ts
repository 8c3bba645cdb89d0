// Two films of one look held side by side: the set before a correction and the one after it.
import { mean } from 'simple-statistics';
import { compare } from '../alignment/compare';
import type { Comparison } from '../alignment/compare';
import type { Estimate } from '../alignment/input';
import { courseByPhase } from '../motion/by-phase';
import type { FilmReading } from './film';
import type { FilmLimit } from './film-scene';
import type { FilmRepetition } from './film-set';

export type ComparedMeasure = Comparison & {
  readonly measure: string;
  readonly limit: FilmLimit;
  /** The furthest of each repetition, in their mean over the set. */
  readonly before: Estimate;
  readonly after: Estimate;
  /** The mean repetition of each set, at even phases. */
  readonly courses: { readonly before: readonly (number | null)[]; readonly after: readonly (number | null)[] };
};

/** A reading and the times of its film. */
export type ReadSet = { readonly reading: FilmReading; readonly times: readonly number[] };

export const wholeOf = ({ repetitions }: Pick<FilmReading, 'repetitions'>): FilmRepetition[] =>
  repetitions.filter(({ verdict }) => verdict !== 'partial');

/**
 * What repetitions of a set do at their furthest, in the mean. What slips does so in all of them alike, so the error is that of a
 * single one: more repetitions make it no smaller.
 */
function furthestOf({ reading, times }: ReadSet, measure: string, { when }: FilmLimit): Estimate | undefined {
  const rest = restLevel(reading, times, measure);
  const told = wholeOf(reading).flatMap((one) => {
    const drift = one.drift[measure];
    if (!drift) return [];
    if (when === 'through') return [{ value: rest + drift.value, se: drift.se }];
    const at = courseByPhase(times, reading.series[measure] ?? [], [one], 3)[1];
    return at === null || at === undefined ? [] : [{ value: at, se: drift.se }];
  });
  return told.length > 0
    ? { value: mean(told.map(({ value }) => value)), se: mean(told.map(({ se }) => se)) }
    : undefined;
}

/** What a measure is in the still second. */
function restLevel({ series, still }: FilmReading, times: readonly number[], measure: string): number {
  const own = (series[measure] ?? []).flatMap((value, i) => {
    const at = times[i] ?? 0;
    return value !== null && at >= still.fromS && at <= still.toS ? [value] : [];
  });
  return own.length > 0 ? mean(own) : 0;
}

/** Measures that both films tell, each better, same or worse by more than both errors allow. */
export function compareFilms(before: ReadSet, after: ReadSet): ComparedMeasure[] {
  return Object.entries(before.reading.limits).flatMap(([measure, limit]) => {
    if (!after.reading.limits[measure]) return [];
    const [first, second] = [furthestOf(before, measure, limit), furthestOf(after, measure, limit)];
    if (!first || !second) return [];
    const course = ({ reading, times }: ReadSet) =>
      courseByPhase(times, reading.series[measure] ?? [], wholeOf(reading));
    const compared = compare({ before: first, after: second, target: [limit.interval[0], limit.interval[1]] });
    return [
      {
        ...compared,
        measure,
        limit,
        before: first,
        after: second,
        courses: { before: course(before), after: course(after) },
      },
    ];
  });
}
