// Weeks ahead: where each ladder is likely to be, what is to be taught again when, what can be practised at home. From her own sessions;
// a likelihood with its spread, never a promise.
import jStat from 'jstat';
import * as v from 'valibot';
import { daysBetween, daysLater } from '../day';
import { whole } from '../numbers';
import type { GateSession } from '../progression/gate-input';
import { isClean, nextInterval, spacingOf } from './spacing';

const day = v.pipe(v.string(), v.regex(/^\d{4}-\d{2}-\d{2}$/, 'is not a day'));
const pause = v.pipe(
  v.strictObject({ from: day, to: day }),
  v.check(({ from, to }) => to >= from, 'ends before it begins'),
);
export const mostWeeks = 16;
/** What somebody sets for weeks ahead. */
export const weeksAsked = v.strictObject({
  weeks: whole(2, mostWeeks),
  homeMinutes: whole(0, 60),
  pauses: v.pipe(v.array(pause), v.maxLength(12, 'at most twelve pauses')),
});
export type WeeksAsked = v.InferOutput<typeof weeksAsked>;

const level = v.pipe(v.number(), v.minValue(1), v.maxValue(20));
const expected = v.strictObject({
  exercise: v.pipe(v.string(), v.maxLength(60)),
  from: level,
  lo: level,
  likely: level,
  hi: level,
});
/** A plan of weeks as it is kept: what was asked, from which day, and what was expected at its end. */
export const keptWeeks = v.strictObject({
  ...weeksAsked.entries,
  from: day,
  sessions: v.pipe(v.array(day), v.maxLength(200)),
  expected: v.pipe(v.array(expected), v.maxLength(200)),
});
export type KeptWeeks = v.InferOutput<typeof keptWeeks>;

/** One of her ladders. */
export type Ladder = {
  readonly exercise: string;
  readonly name: string;
  readonly level: number;
  readonly top: number;
  /** 1, or ½ where a condition asks for half steps. */
  readonly step: number;
  readonly history: readonly GateSession[];
  readonly gate: { readonly cleanReps: number; readonly sessions: number };
  /** On three steps, as it is taught now. */
  readonly load: 1 | 2 | 3;
  /** Minutes once at home; null: not for home (apparatus, not clean, ruled out, a fault that could hurt). */
  readonly homeMinutes: number | null;
};

export type Likely = { readonly lo: number; readonly likely: number; readonly hi: number };

/** How often her sessions are clean: what was seen, drawn toward her own usual where little was. */
export type Pace = { readonly clean: number; readonly lost: number };
const towardUsual = 2;

/** Middle points of ten equal parts of what her rate may be. */
const parts = Array.from({ length: 10 }, (_, i) => (i + 0.5) / 10);

const countOf = (history: readonly GateSession[], cleanReps: number): Pace => {
  const clean = history.filter((one) => isClean(one, cleanReps)).length;
  return { clean, lost: history.length - clean };
};

/** Of all her ladders together. */
export const usualPace = (ladders: readonly Pick<Ladder, 'history' | 'gate'>[]): Pace =>
  ladders.reduce<Pace>(
    (sum, { history, gate }) => {
      const own = countOf(history, gate.cleanReps);
      return { clean: sum.clean + own.clean, lost: sum.lost + own.lost };
    },
    { clean: 0, lost: 0 },
  );

/** The likely rates of clean sessions on a ladder: beta-distributed, cut into ten equally likely parts. */
function ratesOf({ history, gate }: Pick<Ladder, 'history' | 'gate'>, usual: Pace): readonly number[] {
  const own = countOf(history, gate.cleanReps);
  const mean = (usual.clean + 1) / (usual.clean + usual.lost + 2);
  const [a, b] = [1 + own.clean + towardUsual * mean, 1 + own.lost + towardUsual * (1 - mean)];
  return parts.map((part) => jStat.beta.inv(part, a, b));
}

/** Clean sessions running, up to the newest. */
const runningOf = ({ history, gate }: Pick<Ladder, 'history' | 'gate'>): number => {
  const byDate = history.toSorted((a, b) => a.date.localeCompare(b.date));
  const lost = byDate.findLastIndex((one) => !isClean(one, gate.cleanReps));
  return byDate.length - 1 - lost;
};

/**
 * How many steps up after so many more sessions, with which chance: a chain over clean sessions running. `rate`: chance that one is
 * clean; `wanted`: clean ones running for a step. Steps back are not reckoned with.
 */
export function stepsAfter(
  sessions: number,
  rate: number,
  wanted: number,
  running: number,
  mostSteps: number,
): number[] {
  let at = Array.from({ length: mostSteps + 1 }, () => Array.from({ length: wanted }, () => 0));
  const first = at[0];
  if (first) first[Math.min(running, wanted - 1)] = 1;
  for (let i = 0; i < sessions; i += 1) {
    const next = at.map((runs) => runs.map(() => 0));
    const add = (step: number, run: number, chance: number) => {
      const runs = next[step];
      if (runs) runs[run] = (runs[run] ?? 0) + chance;
    };
    at.forEach((runs, step) =>
      runs.forEach((chance, run) => {
        if (chance === 0) return;
        if (step === mostSteps) return add(step, run, chance);
        add(step, 0, chance * (1 - rate));
        if (run + 1 >= wanted) add(step + 1, 0, chance * rate);
        else add(step, run + 1, chance * rate);
      }),
    );
    at = next;
  }
  return at.map((runs) => runs.reduce((sum, one) => sum + one, 0));
}

/** The level at or below which a share of the chances lies. */
function quantile(chances: readonly number[], share: number): number {
  let sum = 0;
  for (const [steps, chance] of chances.entries()) {
    sum += chance;
    if (sum >= share - 1e-9) return steps;
  }
  return chances.length - 1;
}

/** Where a ladder is likely to be after so many more sessions of it: the middle, and the middle four fifths. */
export function likelyAfter(ladder: Ladder, sessions: number, usual: Pace): Likely {
  const { level: from, top, step, gate } = ladder;
  const mostSteps = Math.max(0, Math.ceil((top - from) / step));
  const all = ratesOf(ladder, usual).map((rate) =>
    stepsAfter(sessions, rate, Math.max(1, gate.sessions), Math.max(0, runningOf(ladder)), mostSteps),
  );
  const chances = Array.from(
    { length: mostSteps + 1 },
    (_, i) => all.reduce((sum, one) => sum + (one[i] ?? 0), 0) / all.length,
  );
  const levelAt = (share: number) => Math.min(top, from + step * quantile(chances, share));
  return { lo: levelAt(0.1), likely: levelAt(0.5), hi: levelAt(0.9) };
}

export type SessionAhead = {
  readonly day: string;
  /** In the book; else only as often as she comes. */
  readonly isBooked: boolean;
  /** What is due then, most overdue first. */
  readonly due: readonly string[];
  /** Something heavy in it, and no heavy day in the two before. */
  readonly isHard: boolean;
  /** Heavy work is due, but the last heavy day is too near. */
  readonly restsFrom: string | null;
};

/** Days between two that are heavy. A convention. */
export const restDays = 2;
const mostDue = 10;

type Standing = { last: string; interval: number; times: number };

/** What is due in each session ahead, by the spacing rule; a session is taken as it usually goes with her. */
export function scheduleOf(
  ladders: readonly Ladder[],
  dates: readonly { readonly day: string; readonly isBooked: boolean }[],
  today: string,
) {
  const usual = usualPace(ladders);
  const state = new Map<string, Standing>();
  for (const ladder of ladders) {
    const spacing = spacingOf(ladder.history, ladder.gate.cleanReps, today);
    const last = ladder.history.reduce((newest, { date }) => (date > newest ? date : newest), '').slice(0, 10);
    if (spacing && last) state.set(ladder.exercise, { last, interval: spacing.interval, times: 0 });
  }
  const goesWell = (ladder: Ladder) => {
    const own = countOf(ladder.history, ladder.gate.cleanReps);
    return (own.clean + usual.clean * 0.2 + 1) / (own.clean + own.lost + (usual.clean + usual.lost) * 0.2 + 2) >= 0.5;
  };
  let hardDay: string | null = null;
  const sessions = dates.map(({ day: on, isBooked }): SessionAhead => {
    const ripe = ladders.flatMap((ladder) => {
      const one = state.get(ladder.exercise);
      const ratio = one ? daysBetween(one.last, on) / Math.max(1, one.interval) : 0;
      return one && ratio >= 1 ? [{ ladder, one, ratio }] : [];
    });
    const due = ripe
      .toSorted((a, b) => b.ratio - a.ratio || a.ladder.name.localeCompare(b.ladder.name))
      .slice(0, mostDue);
    for (const { ladder, one } of due) {
      one.last = on;
      one.interval = nextInterval(one.interval, goesWell(ladder));
      one.times += 1;
    }
    const isHeavy = due.some(({ ladder }) => ladder.load === 3);
    const isNear = hardDay !== null && daysBetween(hardDay, on) < restDays;
    const restsFrom = isHeavy && isNear ? hardDay : null;
    if (isHeavy && !isNear) hardDay = on;
    return { day: on, isBooked, due: due.map(({ ladder }) => ladder.exercise), isHard: isHeavy && !isNear, restsFrom };
  });
  return { sessions, times: (exercise: string): number => state.get(exercise)?.times ?? 0 };
}

const isIn = (pauses: WeeksAsked['pauses'], on: string): boolean =>
  pauses.some(({ from, to }) => on >= from && on <= to);

/** Days of sessions ahead: those in the book; where too few are, as often as she came, on her usual day of the week. */
export function datesAhead(
  { weeks, pauses }: WeeksAsked,
  {
    today,
    booked,
    came,
  }: { readonly today: string; readonly booked: readonly string[]; readonly came: readonly string[] },
): { readonly day: string; readonly isBooked: boolean }[] {
  const end = daysLater(today, weeks * 7);
  const own = [...new Set(booked)].filter((on) => on > today && on <= end && !isIn(pauses, on)).toSorted();
  const last = came.toSorted().at(-1);
  const every = everyDays(came);
  const found = own.map((on) => ({ day: on, isBooked: true }));
  if (!last || every === null) return found;
  for (let on = daysLater(last, every); on <= end; on = daysLater(on, every)) {
    const isNear = own.some((other) => Math.abs(daysBetween(on, other)) < Math.max(2, every / 2));
    if (on > today && !isNear && !isIn(pauses, on)) found.push({ day: on, isBooked: false });
  }
  return found.toSorted((a, b) => a.day.localeCompare(b.day));
}

/** The usual number of days from one session to the next, of the newest nine; null: too few to tell. */
export function everyDays(came: readonly string[]): number | null {
  const days = [...new Set(came)].toSorted().slice(-9);
  const gaps = days.slice(1).map((on, i) => daysBetween(days[i] ?? on, on));
  if (gaps.length < 2) return null;
  const middle = gaps.toSorted((a, b) => a - b)[Math.floor(gaps.length / 2)] ?? 7;
  return Math.max(2, Math.min(28, middle));
}

export type HomeDay = { readonly day: string; readonly exercises: readonly string[]; readonly minutes: number };

/** Practice days a week at most, and never on the day of a session. */
const homeDaysAWeek = 3;

/**
 * What she practises between sessions: only what is clean in the studio, on the mat, within her minutes; what was practised least comes
 * first, and what still fits comes with it.
 */
export function homeOf(
  ladders: readonly Ladder[],
  { weeks, homeMinutes, pauses }: WeeksAsked,
  sessions: readonly string[],
  today: string,
): HomeDay[] {
  const able = ladders.flatMap(({ exercise, homeMinutes: minutes }) =>
    minutes === null || minutes > homeMinutes ? [] : [{ exercise, minutes }],
  );
  if (able.length === 0 || homeMinutes === 0) return [];
  const done = new Map(able.map(({ exercise }) => [exercise, 0]));
  const days: HomeDay[] = [];
  let last = '';
  for (let i = 1; i <= weeks * 7; i += 1) {
    const on = daysLater(today, i);
    const inWeek = days.filter((one) => daysBetween(one.day, on) < 7).length;
    const isFree = !sessions.includes(on) && !isIn(pauses, on) && (last === '' || daysBetween(last, on) >= 2);
    if (!isFree || inWeek >= homeDaysAWeek) continue;
    let left = homeMinutes;
    const chosen = able
      .toSorted((a, b) => (done.get(a.exercise) ?? 0) - (done.get(b.exercise) ?? 0))
      .filter(({ minutes }) => {
        if (minutes > left) return false;
        left -= minutes;
        return true;
      });
    for (const { exercise } of chosen) done.set(exercise, (done.get(exercise) ?? 0) + 1);
    days.push({ day: on, exercises: chosen.map(({ exercise }) => exercise), minutes: homeMinutes - left });
    last = on;
  }
  return days;
}

export const comparisons = ['earlier', 'asExpected', 'later', 'notTaught'] as const;
export type Comparison = (typeof comparisons)[number];

/** How a ladder stands beside what was expected by now: inside the spread is as expected. `share`: of the weeks that are over, 0 to 1. */
export function compared(
  { from, lo, hi }: KeptWeeks['expected'][number],
  now: number,
  share: number,
  sessionsSince: number,
): Comparison {
  if (sessionsSince === 0) return 'notTaught';
  if (now > Math.max(from, hi)) return 'earlier';
  // Before the end less is expected: the lower edge rises with the weeks.
  const least = from + (lo - from) * Math.min(1, share);
  return now + 1e-9 < Math.floor(least * 2) / 2 ? 'later' : 'asExpected';
}
