// How a client has come along: clean repetitions by side, faults by session, trends with their errors. Pure.
import { wentWords } from '@/core/progression/outcome';
import { decisionWords } from '@/core/progression/words';
import { compare } from '@/core/alignment/compare';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import type { KeptReading } from '@/core/knowledge/kept';
import { exerciseName, faultWords, schoolOrFirst } from '@/core/knowledge/names';
import type { Repertoire } from '@/core/knowledge/entries';
import { gateInForce } from '@/core/progression/gate';
import type { ItemOutcome } from '@/core/progression/kept-outcome';
import { levelText } from '@/core/load/rungs';
import type { SessionCard } from '@/data/types';

export type RunLine = {
  readonly exercise: string;
  readonly name: string;
  /** Clean in a row on each side that the gate wants. */
  readonly wanted: number;
  readonly points: readonly {
    readonly date: string;
    readonly left: number;
    readonly right: number;
    readonly level: string;
  }[];
};
export type TrendLine = {
  readonly key: string;
  readonly name: string;
  readonly measure: string;
  readonly points: readonly {
    readonly date: string;
    readonly value: number;
    readonly error: number;
    readonly shown: string;
  }[];
  /** The target of the newest look. */
  readonly interval: readonly [number | null, number | null];
  readonly verdict: 'better' | 'same' | 'worse';
  /** What may be said of first and last: never more than the errors allow. */
  readonly words: string;
};
export type SessionLine = {
  readonly id: string;
  readonly date: string;
  readonly instructor: string;
  readonly minutes: number;
  readonly isOpen: boolean;
  readonly isWrapped: boolean;
  readonly lines: readonly string[];
};
export type Progress = {
  readonly runs: readonly RunLine[];
  readonly faults: {
    readonly dates: readonly string[];
    readonly rows: readonly { readonly plain: string; readonly counts: readonly number[] }[];
  };
  readonly trends: readonly TrendLine[];
  readonly sessions: readonly SessionLine[];
};

type Known = {
  readonly repertoire: Repertoire;
  /** Newest first. */
  readonly sessions: readonly SessionCard[];
  /** Oldest first. */
  readonly results: readonly {
    readonly on: Date;
    readonly exercise: string;
    readonly level: number;
    readonly result: KeptReading;
  }[];
  readonly school: string;
  readonly conditions: readonly string[];
  readonly dayText: (date: Date) => string;
};

function lineOf(one: ItemOutcome): string {
  const { name, level, decision } = one;
  const moved = decision ? `; ${decisionWords[decision.decision]} level ${levelText(decision.level)}` : '';
  return `${name}, level ${levelText(level)}: ${wentWords(one)}${moved}`;
}

function runsOf({ repertoire, sessions, school, conditions, dayText }: Known): RunLine[] {
  const found = new Map<string, RunLine & { points: RunLine['points'][number][] }>();
  for (const { startedAt, outcome } of [...sessions].reverse())
    for (const { exercise: id, repetitions, run, level } of outcome?.items ?? []) {
      const exercise = repertoire.exercises.find((one) => one.id === id);
      if (!exercise || repetitions === 0) continue;
      const { cleanReps } = gateInForce(repertoire, exercise, level, schoolOrFirst(repertoire, school), conditions);
      const line = found.get(id) ?? { exercise: id, name: exercise.name, wanted: cleanReps, points: [] };
      line.points.push({ date: dayText(startedAt), ...run, level: levelText(level) });
      found.set(id, line);
    }
  return [...found.values()].filter(({ points }) => points.length > 1);
}

function faultsOf({ repertoire, sessions, dayText }: Known): Progress['faults'] {
  const taught = [...sessions].reverse().filter(({ outcome }) => outcome && outcome.items.length > 0);
  const counts = new Map<string, number[]>();
  taught.forEach(({ outcome }, i) => {
    for (const { faults } of outcome?.items ?? [])
      for (const { fault, times } of faults) {
        const row = counts.get(fault) ?? taught.map(() => 0);
        row[i] = (row[i] ?? 0) + times;
        counts.set(fault, row);
      }
  });
  return {
    dates: taught.map(({ startedAt }) => dayText(startedAt)),
    rows: [...counts].map(([id, row]) => ({
      plain: faultWords(repertoire, id),
      counts: row,
    })),
  };
}

/** Uncorrected findings of the same exercise and level over time; one look alone is no trend. */
export function trendsOf({
  repertoire,
  results,
  dayText,
}: Pick<Known, 'repertoire' | 'results' | 'dayText'>): TrendLine[] {
  const found = new Map<
    string,
    { exercise: string; level: number; measure: string; looks: Known['results'][number][] }
  >();
  for (const look of results)
    for (const { measure } of look.result.baseline) {
      const key = `${look.exercise} ${look.level} ${measure}`;
      const line = found.get(key) ?? { exercise: look.exercise, level: look.level, measure, looks: [] };
      line.looks.push(look);
      found.set(key, line);
    }
  return [...found].flatMap(([key, { exercise, level, measure, looks }]): TrendLine[] => {
    const points = looks.flatMap(({ on, result }) => {
      const finding = result.baseline.find((one) => one.measure === measure);
      return finding ? [{ on, value: finding.value, se: finding.se }] : [];
    });
    const [first, last] = [points[0], points.at(-1)];
    if (points.length < 2 || !first || !last) return [];
    const interval = looks.at(-1)?.result.target[measure]?.interval ?? [null, null];
    const { verdict, change, mdc } = compare({ before: first, after: last, target: [interval[0], interval[1]] });
    const moved = formatMeasure(measure, Math.abs(change), 'error');
    const least = formatMeasure(measure, mdc, 'error');
    const words =
      verdict === 'better'
        ? `Improved by ${moved}: more than the least real change of ${least}.`
        : verdict === 'worse'
          ? `Farther from its target by ${moved}: more than the least real change of ${least}.`
          : Math.abs(change) <= mdc
            ? `No real change: ${moved} lies within the error of ${least}.`
            : `Changed by ${moved}, but no nearer to its target and no farther from it.`;
    const name = exerciseName(repertoire, exercise, looks.at(-1)?.result.words);
    return [
      {
        key,
        name: `${name}, level ${level}: ${nameOf(measure)}`,
        measure,
        interval: [interval[0], interval[1]],
        verdict,
        words,
        points: points.map(({ on, value, se }) => ({
          date: dayText(on),
          value,
          error: 1.96 * se,
          shown: `${formatMeasure(measure, value)} ± ${formatMeasure(measure, 1.96 * se, 'error')}`,
        })),
      },
    ];
  });
}

export function readProgress(known: Known): Progress {
  return {
    runs: runsOf(known),
    faults: faultsOf(known),
    trends: trendsOf(known),
    sessions: known.sessions.map(({ id, startedAt, endedAt, instructor, outcome }) => ({
      id,
      date: known.dayText(startedAt),
      instructor,
      minutes: Math.round((outcome?.seconds ?? 0) / 60),
      isOpen: endedAt === null,
      isWrapped: Boolean(outcome?.wrap),
      lines: outcome?.items.map(lineOf) ?? [],
    })),
  };
}
