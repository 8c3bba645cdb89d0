// Repetitions of a set from measures over time: where each begins, turns and ends, how far the others drift in it, and how many
// were clean before form was lost.
import { mean, median, sampleStandardDeviation } from 'simple-statistics';
import { passedShare, cutOffHz } from './low-pass';
import { levelIn, restOf } from './rest';
import { notSeenShare, samplesOf, seenOf, stepOf } from './series';
import type { Seen, Span } from './series';
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
  /** Standard error that all of a measure's values share against its rest, as from skin that slips: no filter makes it less. */
  readonly slip?: Readonly<Record<string, number>> | undefined;
  /** Targets asked for at the turn alone, while it is held there. */
  readonly turnTargets?: SetSeries['targets'] | undefined;
  /** Unit of severity of a measure; else half the width of its target. */
  readonly tolerances?: Readonly<Record<string, number>> | undefined;
  /** Where the driver rests: it rises from there, or falls. */
  readonly rest?: 'low' | 'high' | undefined;
};

/** Where a target is left furthest, or most nearly: `excess` beyond it, negative inside; in tolerances it is the largest of all. */
export type WorstMoment = {
  readonly measure: string;
  readonly atS: number;
  readonly value: number;
  readonly excess: number;
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
  /** Absent: nothing with a target was seen in it. */
  readonly worst?: WorstMoment;
  /** The same as far as the error lets it be told: lost where a target is surely left, clean where all are surely kept. */
  readonly verdict: 'clean' | 'lost' | 'notJudged';
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

/** What a set is held against. */
export type Limits = Pick<SetSeries, 'targets' | 'turnTargets' | 'tolerances'>;

type Watched = {
  readonly name: string;
  readonly seen: Seen;
  /** In the first still second; undefined: not seen then, and no drift can be told. */
  readonly level: number | undefined;
  readonly sd: number;
  readonly levelSe: number;
  /** Error that all its values share. */
  readonly slip: number;
};

/** A measure held against a target through a stretch of samples. */
type Held = { readonly watched: Watched; readonly target: readonly [number, number]; readonly span: Span };

/** Within so many SD of a limit, four of five times on one side of it is not sure. */
const unsureSd = 0.8416;

/** How far a measure lies outside its target (negative: inside) at each sample of its stretch; NaN where it was not seen. */
const excessIn = ({ watched: { seen }, target: [low, high], span: { from, to } }: Held): number[] =>
  seen.smooth.slice(from, to + 1).map((value) => Math.max(low - value, value - high));

const mostOf = (values: readonly number[]): number => values.reduce((a, b) => (b > a ? b : a), -Infinity); // NaN is never greater

/** How many standard errors the value that goes furthest lies outside its target, for each target. */
const errorsOutside = (held: readonly Held[]): number[] =>
  held.map((one) => mostOf(excessIn(one)) / Math.hypot(one.watched.sd, one.watched.slip));

function verdictOf(held: readonly Held[], isSeen: boolean): MeasuredRepetition['verdict'] {
  const outside = errorsOutside(held);
  if (outside.some((errors) => errors >= unsureSd)) return 'lost';
  return isSeen && outside.every((errors) => errors <= -unsureSd) ? 'clean' : 'notJudged';
}

/** Whether the value that goes furthest toward or past a limit lies within the error of it. */
const isNearLimit = (held: readonly Held[]): boolean =>
  errorsOutside(held).some((errors) => Math.abs(errors) < unsureSd);

/** Where a measure first leaves its target, and by how much at most. */
function lossOf({ times }: SetSeries, held: Held): Lost | undefined {
  const excess = excessIn(held);
  const first = excess.findIndex((one) => one > 0);
  if (first < 0) return undefined;
  return { measure: held.watched.name, atS: times[held.span.from + first] ?? 0, excess: mostOf(excess) };
}

/** Whether all with a target were seen all through. */
const areSeen = (held: readonly Held[]): boolean =>
  held.every(({ watched, span }) => !watched.seen.smooth.slice(span.from, span.to + 1).some(Number.isNaN));

/** The unit in which a measure's excess counts. */
function toleranceOf({ tolerances = {}, targets, turnTargets = {} }: Limits, name: string): number {
  const [low, high] = targets[name] ?? turnTargets[name] ?? [-Infinity, Infinity];
  return Object.hasOwn(tolerances, name) ? (tolerances[name] ?? Infinity) : (high - low) / 2;
}

/** The moment that lies furthest out, or is nearest to it, each measure in its own tolerances. */
function worstMoment(set: SetSeries, held: readonly Held[]): WorstMoment | undefined {
  let worst: (WorstMoment & { readonly tolerances: number }) | undefined;
  for (const one of held) {
    const excess = excessIn(one);
    const most = mostOf(excess);
    const tolerance = toleranceOf(set, one.watched.name);
    const tolerances = tolerance > 0 && tolerance < Infinity ? most / tolerance : most;
    if (!Number.isFinite(most) || (worst && worst.tolerances >= tolerances)) continue;
    const at = one.span.from + excess.indexOf(most);
    const { name, seen } = one.watched;
    worst = { measure: name, atS: set.times[at] ?? 0, value: seen.smooth[at] ?? 0, excess: most, tolerances };
  }
  if (!worst) return undefined;
  const { tolerances: _, ...moment } = worst;
  return moment;
}

function repetitionOf(
  set: SetSeries,
  driver: Seen,
  watched: readonly Watched[],
  turn: Turn,
  { usual, step }: { readonly usual: number; readonly step: number },
): MeasuredRepetition {
  const { startS, endS, holdFromS, holdToS, range } = turn;
  const span = samplesOf(set.times, startS, endS);
  const hold = samplesOf(set.times, holdFromS, holdToS);
  const heldTo = (targets: SetSeries['targets'], within: Span) =>
    watched.flatMap((one): Held[] => {
      const target = Object.hasOwn(targets, one.name) ? targets[one.name] : undefined;
      return target ? [{ watched: one, target, span: within }] : [];
    });
  const held = [...heldTo(set.targets, span), ...heldTo(set.turnTargets ?? {}, hold)];
  const isSeen = areSeen(held);
  const lost = held.flatMap((one) => lossOf(set, one) ?? []).sort((a, b) => a.atS - b.atS)[0];
  const worst = worstMoment(set, held);
  const drift = watched.flatMap(({ name, seen, level, sd, levelSe, slip }) => {
    const own = seen.smooth.slice(span.from, span.to + 1).filter((value) => !Number.isNaN(value));
    if (own.length === 0 || level === undefined) return [];
    const { value, se } = worstOf(own, level, sd, levelSe, step);
    return [[name, { value, se: Math.hypot(se, slip) }] as const];
  });
  return {
    startS,
    turnS: (holdFromS + holdToS) / 2,
    endS,
    range,
    drift: Object.fromEntries(drift),
    clean: lost ? false : isSeen ? true : null,
    verdict: verdictOf(held, isSeen),
    ...(lost ? { lost } : {}),
    ...(worst ? { worst } : {}),
    ...(isNearLimit(held) ? { unsure: true as const } : {}),
    ...(range < partialShare * usual ? { partial: true as const } : {}),
    phases: { outS: holdFromS - startS, holdS: holdToS - holdFromS, backS: endS - holdToS },
    notSeen: notSeenShare(set.times, driver, startS, endS, step),
  };
}

/** Clean ones before form went: two lost running, or one by more than two tolerances, which is marked. */
export function cleanBeforeLoss(
  repetitions: readonly Pick<MeasuredRepetition, 'clean' | 'lost' | 'partial'>[],
  set: Limits,
): number {
  let [clean, running] = [0, 0];
  for (const one of repetitions) {
    if (one.partial || one.clean === null) continue;
    if (one.clean) [clean, running] = [clean + 1, 0];
    else {
      running += 1;
      if (running === 2 || (one.lost?.excess ?? 0) > 2 * toleranceOf(set, one.lost?.measure ?? '')) return clean;
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
  const step = stepOf(times);
  const rateHz = 1 / step;
  const driver = seenOf(times, series[name] ?? []);
  const rising = driver.smooth.map((value) => sign * value);
  const rest = restOf(times, rising);
  const watched = Object.entries(series)
    .filter(([one]) => one !== name || Object.hasOwn(set.targets, one) || Object.hasOwn(set.turnTargets ?? {}, one))
    .map(([one, values]): Watched => {
      const seen = one === name ? driver : seenOf(times, values);
      const level = levelIn(times, seen.smooth, rest.fromS, rest.toS)?.level;
      const given = set.sd && Object.hasOwn(set.sd, one) ? set.sd[one] : undefined;
      const raw = given ?? noiseSdOf(seen.raw, seen.smooth, rateHz) ?? 0;
      const sd = raw * Math.sqrt(passedShare(rateHz));
      const independent = Math.max(1, (rest.toS - rest.fromS) * 2 * cutOffHz);
      return { name: one, seen, level, sd, levelSe: sd / Math.sqrt(independent), slip: set.slip?.[one] ?? 0 };
    });
  const isSeen = rising.map((value) => !Number.isNaN(value));
  const points = { times: times.filter((_, i) => isSeen[i]), values: rising.filter((_, i) => isSeen[i]) };
  const { turns, usual, ...open } = turnsOf(points, rest);
  const repetitions = turns.map((turn) => repetitionOf(set, driver, watched, turn, { usual, step }));
  const whole = repetitions.filter(({ partial }) => !partial);
  const phaseOf = (phase: keyof MeasuredRepetition['phases']) => medianOf(whole.map(({ phases }) => phases[phase]));
  const smooth = whole.flatMap(({ startS, endS }) => smoothness(times, driver.smooth, startS, endS) ?? []);
  return {
    repetitions,
    cleanBeforeLoss: cleanBeforeLoss(repetitions, set),
    endPointSd: whole.length > 1 ? sampleStandardDeviation(whole.map(({ range }) => range)) : null,
    smoothness: smooth.length > 0 ? mean(smooth) : null,
    trembling: trembling(times, driver.raw),
    tempo: whole.length > 0 ? { outS: phaseOf('outS'), holdS: phaseOf('holdS'), backS: phaseOf('backS') } : null,
    notSeen: notSeenShare(times, driver, times[0] ?? 0, times.at(-1) ?? 0, step),
    ...open,
  };
}
