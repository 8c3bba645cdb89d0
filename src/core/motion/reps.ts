// Repetitions of a set from measures over time: where each begins, turns and ends, how far the others drift in it, and how many
// were clean before form was lost.
import { mean, median, sampleStandardDeviation } from 'simple-statistics';
import { passedShare, cutOffHz } from './low-pass';
import { levelIn, restOf } from './rest';
import { notSeenShare, seenOf, stepOf } from './series';
import type { Seen } from './series';
import { smoothness, trembling } from './spectrum';
import { partialShare, turnsOf } from './turns';
import type { Turn } from './turns';
import { noiseSdOf, worstOf } from './worst';
import type { Worst } from './worst';

/** Measures by name, as many values each as there are times; null: not seen. */
export type SetSeries = {
  /** Rising, s. */
  readonly times: readonly number[];
  /** The measure that tells where the movement is. */
  readonly driver: string;
  readonly series: Readonly<Record<string, readonly (number | null)[]>>;
  /** From the client's own neutral, as the series are. */
  readonly targets: Readonly<Record<string, readonly [number, number]>>;
  /** Standard error of a single value, in the measure's unit; else told from the noise that the low-pass takes off. */
  readonly sd?: Readonly<Record<string, number>> | undefined;
  /** Where the driver rests: it rises from there, or falls. */
  readonly rest?: 'low' | 'high' | undefined;
};

/** A target left: which, when first, and by how much at most. */
export type Lost = { readonly measure: string; readonly atS: number; readonly excess: number };

export type MeasuredRepetition = {
  readonly startS: number;
  readonly turnS: number;
  readonly endS: number;
  /** From the rest to the extreme, never negative. */
  readonly range: number;
  /** Furthest from the first still second, with its sign; of measures that were seen. */
  readonly drift: Readonly<Record<string, Worst>>;
  /** null: a measure with a target was not seen all through it. */
  readonly clean: boolean | null;
  readonly lost?: Lost;
  /** The nearest value to a limit lies so near it that noise may have decided. */
  readonly unsure?: true;
  readonly partial?: true;
  readonly phases: { readonly outS: number; readonly holdS: number; readonly backS: number };
  /** Share of its time in which the driver was not seen. */
  readonly notSeen: number;
};

export type MeasuredSet = {
  readonly repetitions: readonly MeasuredRepetition[];
  readonly cleanBeforeLoss: number;
  /** SD of the extremes of whole repetitions; null of fewer than two. */
  readonly endPointSd: number | null;
  readonly smoothness: number | null;
  readonly trembling: number | null;
  /** Median lengths of the phases, s. */
  readonly tempo: { readonly outS: number; readonly holdS: number; readonly backS: number } | null;
  readonly notSeen: number;
  /** Where one began that the film does not end, s. */
  readonly openFromS?: number;
};

type Watched = {
  readonly name: string;
  readonly seen: Seen;
  /** In the first still second; undefined: not seen then, and no drift can be told. */
  readonly level: number | undefined;
  readonly sd: number;
  readonly levelSe: number;
};

/** Indexes of the first and the last sample of a stretch. */
type Span = { readonly from: number; readonly to: number };

/** The samples of a stretch of time. */
function samplesOf(times: readonly number[], startS: number, endS: number): Span {
  const from = times.findIndex((at) => at >= startS);
  const to = times.findLastIndex((at) => at <= endS);
  return { from: Math.max(0, from), to: Math.max(0, from, to) };
}

/** Within so many SD of a limit, four of five times on one side of it is not sure. */
const unsureSd = 0.8416;

/** How far a measure lies outside its target (negative: inside) at each sample of a stretch; NaN where it was not seen. */
function excessIn({ targets }: SetSeries, { name, seen }: Watched, { from, to }: Span): number[] {
  const [low, high] = targets[name] ?? [-Infinity, Infinity];
  return seen.smooth.slice(from, to + 1).map((value) => Math.max(low - value, value - high));
}

const mostOf = (values: readonly number[]): number => values.reduce((a, b) => (b > a ? b : a), -Infinity); // NaN is never greater

/** Whether the value that goes furthest toward or past a limit lies within the noise of it. */
const isNearLimit = (set: SetSeries, held: readonly Watched[], span: Span): boolean =>
  held.some((one) => Math.abs(mostOf(excessIn(set, one, span))) < unsureSd * one.sd);

/** Where a measure first leaves its target, and by how much at most. */
function lossOf(set: SetSeries, watched: Watched, span: Span): Lost | undefined {
  const excess = excessIn(set, watched, span);
  const first = excess.findIndex((one) => one > 0);
  if (first < 0) return undefined;
  return { measure: watched.name, atS: set.times[span.from + first] ?? 0, excess: mostOf(excess) };
}

/** The first target left in a stretch, and by how much at most; null: a measure with one was not seen all through it. */
function lossIn(set: SetSeries, held: readonly Watched[], span: Span): Lost | null | undefined {
  const losses = held.flatMap((one) => lossOf(set, one, span) ?? []);
  const first = losses.sort((a, b) => a.atS - b.atS)[0];
  const isSeen = held.every(({ seen }) => !seen.smooth.slice(span.from, span.to + 1).some(Number.isNaN));
  return first ?? (isSeen ? undefined : null);
}

function repetitionOf(
  set: SetSeries,
  driver: Seen,
  watched: readonly Watched[],
  turn: Turn,
  usual: number,
): MeasuredRepetition {
  const { startS, endS, holdFromS, holdToS, range } = turn;
  const span = samplesOf(set.times, startS, endS);
  const step = stepOf(set.times);
  const held = watched.filter(({ name }) => Object.hasOwn(set.targets, name));
  const lost = lossIn(set, held, span);
  const drift = watched.flatMap(({ name, seen, level, sd, levelSe }) => {
    const own = seen.smooth.slice(span.from, span.to + 1).filter((value) => !Number.isNaN(value));
    if (own.length === 0 || level === undefined) return [];
    return [[name, worstOf(own, level, sd, levelSe, step)] as const];
  });
  return {
    startS,
    turnS: (holdFromS + holdToS) / 2,
    endS,
    range,
    drift: Object.fromEntries(drift),
    clean: lost === null ? null : lost === undefined,
    ...(lost ? { lost } : {}),
    ...(isNearLimit(set, held, span) ? { unsure: true as const } : {}),
    ...(range < partialShare * usual ? { partial: true as const } : {}),
    phases: { outS: holdFromS - startS, holdS: holdToS - holdFromS, backS: endS - holdToS },
    notSeen: notSeenShare(set.times, driver, startS, endS),
  };
}

/** Clean ones before form went: two lost running, or one by more than the target's own width beyond it. */
export function cleanBeforeLoss(repetitions: readonly MeasuredRepetition[], targets: SetSeries['targets']): number {
  let [clean, running] = [0, 0];
  for (const one of repetitions) {
    if (one.partial || one.clean === null) continue;
    if (one.clean) [clean, running] = [clean + 1, 0];
    else {
      running += 1;
      const [low, high] = targets[one.lost?.measure ?? ''] ?? [-Infinity, Infinity];
      if (running === 2 || (one.lost?.excess ?? 0) > high - low) return clean;
    }
  }
  return clean;
}

const medianOf = (values: readonly number[]): number => (values.length > 0 ? median([...values]) : 0);

/**
 * A set by its measures over time. The driver is low-passed and cut where it leaves its rest band and is back in it; the others are
 * low-passed and held against their targets through each repetition. Where the driver was not seen for
 * longer than 0.2 s, the repetition says for what share of it: what it did there is not known.
 */
export function measureSet(set: SetSeries): MeasuredSet {
  const { times, series, driver: name } = set;
  const sign = set.rest === 'high' ? -1 : 1;
  const rateHz = 1 / stepOf(times);
  const driver = seenOf(times, series[name] ?? []);
  const rising = driver.smooth.map((value) => sign * value);
  const rest = restOf(times, rising);
  const watched = Object.entries(series)
    .filter(([one]) => one !== name || Object.hasOwn(set.targets, one))
    .map(([one, values]): Watched => {
      const seen = one === name ? driver : seenOf(times, values);
      const level = levelIn(times, seen.smooth, rest.fromS, rest.toS)?.level;
      const given = set.sd && Object.hasOwn(set.sd, one) ? set.sd[one] : undefined;
      const raw = given ?? noiseSdOf(seen.raw, seen.smooth, rateHz) ?? 0;
      const sd = raw * Math.sqrt(passedShare(rateHz));
      const independent = Math.max(1, (rest.toS - rest.fromS) * 2 * cutOffHz);
      return { name: one, seen, level, sd, levelSe: sd / Math.sqrt(independent) };
    });
  const known = times.flatMap((at, i) => {
    const value = rising[i] ?? Number.NaN;
    return Number.isNaN(value) ? [] : [{ at, value }];
  });
  const points = { times: known.map(({ at }) => at), values: known.map(({ value }) => value) };
  const { turns, usual, ...open } = turnsOf(points, rest);
  const repetitions = turns.map((turn) => repetitionOf(set, driver, watched, turn, usual));
  const whole = repetitions.filter(({ partial }) => !partial);
  const phaseOf = (phase: keyof MeasuredRepetition['phases']) => medianOf(whole.map(({ phases }) => phases[phase]));
  const smooth = whole.flatMap(({ startS, endS }) => smoothness(times, driver.smooth, startS, endS) ?? []);
  return {
    repetitions,
    cleanBeforeLoss: cleanBeforeLoss(repetitions, set.targets),
    endPointSd: whole.length > 1 ? sampleStandardDeviation(whole.map(({ range }) => range)) : null,
    smoothness: smooth.length > 0 ? mean(smooth) : null,
    trembling: trembling(times, driver.raw),
    tempo: whole.length > 0 ? { outS: phaseOf('outS'), holdS: phaseOf('holdS'), backS: phaseOf('backS') } : null,
    notSeen: notSeenShare(times, driver, times[0] ?? 0, times.at(-1) ?? 0),
    ...open,
  };
}
