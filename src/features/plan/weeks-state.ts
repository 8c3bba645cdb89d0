// Weeks ahead as they are shown: worked out anew whenever what is asked changes. Pure: tested without a browser.
import { daysBetween, daysLater } from '@/core/day';
import { compared, datesAhead, homeOf, likelyAfter, scheduleOf, usualPace } from '@/core/planning/weeks';
import type { Comparison, HomeDay, KeptWeeks, Ladder, Likely, SessionAhead, WeeksAsked } from '@/core/planning/weeks';

export type Known = {
  readonly today: string;
  readonly ladders: readonly Ladder[];
  readonly booked: readonly string[];
  readonly came: readonly string[];
};

export type LadderAhead = Likely & { readonly ladder: Ladder; readonly times: number };

export type WeeksAhead = {
  readonly sessions: readonly SessionAhead[];
  /** Those that are taught again in these weeks, by name. */
  readonly ladders: readonly LadderAhead[];
  readonly home: readonly HomeDay[];
};

/** What these weeks come to. */
export function lookAhead(known: Known, asked: WeeksAsked): WeeksAhead {
  const { today, ladders } = known;
  const dates = datesAhead(asked, known);
  const { sessions, times } = scheduleOf(ladders, dates, today);
  const usual = usualPace(ladders);
  return {
    sessions,
    ladders: ladders
      .map((ladder) => ({
        ladder,
        times: times(ladder.exercise),
        ...likelyAfter(ladder, times(ladder.exercise), usual),
      }))
      .filter((one) => one.times > 0)
      .toSorted((a, b) => a.ladder.name.localeCompare(b.ladder.name)),
    home: homeOf(
      ladders,
      asked,
      dates.map(({ day }) => day),
      today,
    ),
  };
}

/** What is kept of weeks ahead, to be held against what happens. */
export const toKeep = (today: string, asked: WeeksAsked, { sessions, ladders }: WeeksAhead): KeptWeeks => ({
  ...asked,
  from: today,
  sessions: sessions.map(({ day }) => day),
  expected: ladders.map(({ ladder: { exercise, level }, lo, likely, hi }) => ({
    exercise,
    from: level,
    lo,
    likely,
    hi,
  })),
});

export type Happened = {
  /** Of the weeks, what is over: 0 to 1. */
  readonly share: number;
  readonly planned: number;
  readonly taught: number;
  readonly ladders: readonly {
    readonly ladder: Ladder;
    readonly comparison: Comparison;
    readonly expected: KeptWeeks['expected'][number];
  }[];
};

/** How what happened stands beside what was expected when the weeks were kept. */
export function happened({ from, weeks, sessions, expected }: KeptWeeks, { today, ladders, came }: Known): Happened {
  const share = Math.min(1, daysBetween(from, today) / (weeks * 7));
  return {
    share,
    planned: sessions.filter((day) => day <= today).length,
    taught: new Set(came.filter((day) => day > from && day <= today)).size,
    ladders: expected.flatMap((one) => {
      const ladder = ladders.find(({ exercise }) => exercise === one.exercise);
      if (!ladder) return [];
      const since = ladder.history.filter(({ date }) => date.slice(0, 10) > from).length;
      return [{ ladder, expected: one, comparison: compared(one, ladder.level, share, since) }];
    }),
  };
}

/** Days gathered into weeks from today on. */
export const weekOf = (today: string, day: string): number => Math.floor((daysBetween(today, day) - 1) / 7);
export const weekBegins = (today: string, week: number): string => daysLater(today, week * 7 + 1);
