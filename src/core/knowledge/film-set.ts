// A set of repetitions held against the targets in force: each clean, lost with its reason, or not judged.
import type { Finding } from '../alignment/judge';
import type { Interval } from '../alignment/probability';
import { implausible, selfCompared } from '../alignment/rules';
import { keysOf } from '../keyed';
import { cleanBeforeLoss, measureSet } from '../motion/reps';
import type { MeasuredRepetition, MeasuredSet } from '../motion/reps';
import type { Repertoire } from './entries';
import type { FilmLimit, Scene } from './film-scene';
import { judge } from './judge';

export type FilmRepetition = Pick<
  MeasuredRepetition,
  'startS' | 'turnS' | 'endS' | 'range' | 'drift' | 'phases' | 'notSeen'
> & {
  readonly verdict: 'clean' | 'lost' | 'notJudged' | 'partial';
  /** Why it was not judged. */
  readonly because?: 'notSeen' | 'nearLimit' | 'nothingWatched';
  /** Where it goes furthest out of its targets, or comes nearest to that. */
  readonly worstS: number;
  /** What is out, or nearest to it, there. */
  readonly finding?: Finding;
  /** Where form is lost first, and in which part of the repetition. */
  readonly lost?: { readonly measure: string; readonly atS: number; readonly when: 'out' | 'hold' | 'back' };
};

export type JudgedSet = {
  readonly limits: Readonly<Record<string, FilmLimit>>;
  /** Measures that are watched and were not held against their target, and why. */
  readonly notJudged: Readonly<Record<string, string>>;
  readonly set: MeasuredSet;
  readonly repetitions: readonly FilmRepetition[];
  /** Clean ones before two lost running or one marked; those not judged do not count either way. */
  readonly cleanInARow: number;
};

/** Watched measures over time, and the angle that drives, as the movement takes it up from its rest. */
export type SeenSet = {
  readonly times: readonly number[];
  readonly series: Series;
  readonly drive: readonly (number | null)[];
  /** Errors that a measure's values share against the rest (skin, roll). */
  readonly slip: Readonly<Record<string, number>>;
  /** The rest is own neutral, whatever the movement begins from. */
  readonly hasNeutral: boolean;
};

export type Series = Readonly<Record<string, readonly (number | null)[]>>;

export const bounds = ([low, high]: Interval): readonly [number, number] => [low ?? -Infinity, high ?? Infinity];

const noNeutral =
  'it begins rolled up or lifted: take the set-up lying at rest first, then it can be told from own neutral';

/** Implausible in more than this share of the film, a measure tells something else here. */
const mostImplausible = 0.05;

/** Of a measure's values, what they make implausible; undefined where they do not. */
function oddIn(id: string, values: readonly (number | null)[]): string | undefined {
  const odd = values.flatMap((value) => (value === null ? [] : (implausible(id, value) ?? [])));
  return odd.length > mostImplausible * values.length ? odd[0] : undefined;
}

/** In which part of a repetition a time lies. */
function partOf({ turnS, phases: { holdS } }: MeasuredRepetition, atS: number): 'out' | 'hold' | 'back' {
  return atS < turnS - holdS / 2 ? 'out' : atS > turnS + holdS / 2 ? 'back' : 'hold';
}

/** What is out at the worst moment of a repetition, or nearest to it, judged with the error that it has there. */
function findingAt({ input, limits }: Scene, repertoire: Repertoire, { worst, drift }: MeasuredRepetition) {
  const limit = worst && limits[worst.measure];
  if (!limit) return undefined;
  const { exercise, level, school, stances, from, conditions } = input;
  const judged = judge(
    {
      ...{ exercise, level, phase: 'hold', school, stances },
      ...(from ? { from } : {}),
      conditions: [...conditions],
      measures: { [worst.measure]: { value: worst.value, se: drift[worst.measure]?.se ?? 0 } },
      ...(limit.relative ? { neutral: { [worst.measure]: { value: 0, se: 0 } } } : {}),
    },
    repertoire,
  );
  return judged.ok ? judged.value.findings[0] : undefined;
}

function repetitionOf(
  scene: Scene,
  repertoire: Repertoire,
  isWatched: boolean,
  one: MeasuredRepetition,
): FilmRepetition {
  const { startS, turnS, endS, range, drift, phases, notSeen, partial, verdict, clean, lost, worst } = one;
  const told = partial ? 'partial' : isWatched ? verdict : 'notJudged';
  const because = !isWatched ? 'nothingWatched' : clean === null ? 'notSeen' : 'nearLimit';
  const finding = findingAt(scene, repertoire, one);
  return {
    ...{ startS, turnS, endS, range, drift, phases, notSeen },
    verdict: told,
    ...(told === 'notJudged' ? { because } : {}),
    worstS: worst?.atS ?? turnS,
    ...(finding ? { finding } : {}),
    ...(told === 'lost' && lost ? { lost: { measure: lost.measure, atS: lost.atS, when: partOf(one, lost.atS) } } : {}),
  };
}

/** Measures that are held against their targets; of the others, why not. */
function heldAgainst({ limits, needsNeutral }: Scene, series: Series, hasNeutral: boolean) {
  const notJudged: Record<string, string> = {};
  const limited = keysOf(series).flatMap((id) => {
    const limit = limits[id];
    if (!limit) return [];
    const fromNeutral = limit.relative || selfCompared.has(id);
    const why = needsNeutral && !hasNeutral && fromNeutral ? noNeutral : oddIn(id, series[id] ?? []);
    if (why) notJudged[id] = why;
    return why ? [] : [[id, limit] as const];
  });
  return { limited, notJudged };
}

/** The name of the driving angle among the series: no measure's. */
const driveName = 'drive';

/** Surely clean ones before form surely went. */
function cleanInARow(repetitions: readonly MeasuredRepetition[], limits: JudgedSet['limits']): number {
  const told = repetitions.map(({ verdict, partial, lost }) => ({
    clean: verdict === 'notJudged' ? null : verdict === 'clean',
    ...(partial ? { partial } : {}),
    ...(lost ? { lost } : {}),
  }));
  const tolerances = Object.fromEntries(Object.entries(limits).map(([id, { tolerance }]) => [id, tolerance]));
  return cleanBeforeLoss(told, { targets: {}, tolerances });
}

/** A set held against what is in force. */
export function judgeSet(scene: Scene, repertoire: Repertoire, seen: SeenSet): JudgedSet {
  const { times, series, drive, slip, hasNeutral } = seen;
  const { limited, notJudged } = heldAgainst(scene, series, hasNeutral);
  const boundsWhen = (when: FilmLimit['when']) =>
    Object.fromEntries(limited.filter(([, one]) => one.when === when).map(([id, one]) => [id, bounds(one.interval)]));
  const set = measureSet({
    times,
    driver: driveName,
    series: { ...series, [driveName]: drive },
    targets: boundsWhen('through'),
    turnTargets: boundsWhen('turn'),
    tolerances: Object.fromEntries(limited.map(([id, { tolerance }]) => [id, tolerance])),
    slip,
  });
  const limits: JudgedSet['limits'] = Object.fromEntries(
    limited.map(([id, { interval, tolerance, source, when }]) => [id, { interval, tolerance, source, when }]),
  );
  return {
    ...{ limits, notJudged, set },
    repetitions: set.repetitions.map((one) => repetitionOf(scene, repertoire, limited.length > 0, one)),
    cleanInARow: limited.length > 0 ? cleanInARow(set.repetitions, limits) : 0,
  };
}
