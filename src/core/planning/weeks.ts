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

/** How her sessions go, counted: those not clean are short of it, poor (under half of what is asked), or unsafe. */
export type Pace = { readonly clean: number; readonly short: number; readonly poor: number; readonly unsafe: number };
/** As many sessions as her own usual weighs on a ladder. */
const towardUsual = 2;
/** Of a hundred sessions that were not clean, where nothing is known of hers: poor, unsafe. Conventions of this product. */
const usually = { poor: 0.25, unsafe: 0.1 };

/** Middle points of ten equal parts of what her rate may be. */
const parts = Array.from({ length: 10 }, (_, i) => (i + 0.5) / 10);

type Gated = Pick<Ladder, 'history' | 'gate'>;

function countOf({ history, gate: { cleanReps } }: Gated): Pace {
  const lost = history.filter((one) => !isClean(one, cleanReps));
  const unsafe = lost.filter(({ safetyFault }) => safetyFault).length;
  const isPoor = ({ clean, safetyFault }: GateSession) =>
    !safetyFault && Math.min(clean.left, clean.right) < cleanReps / 2;
  const poor = lost.filter(isPoor).length;
  return { clean: history.length - lost.length, short: lost.length - unsafe - poor, poor, unsafe };
}

const lostOf = ({ short, poor, unsafe }: Pace): number => short + poor + unsafe;

/** Of all her ladders together. */
export const usualPace = (ladders: readonly Gated[]): Pace =>
  ladders.map(countOf).reduce(
    (sum, one) => ({
      clean: sum.clean + one.clean,
      short: sum.short + one.short,
      poor: sum.poor + one.poor,
      unsafe: sum.unsafe + one.unsafe,
    }),
    { clean: 0, short: 0, poor: 0, unsafe: 0 },
  );

/** Chances of a session: clean, poor, unsafe; what is left is short of clean. */
export type Rates = { readonly clean: number; readonly poor: number; readonly unsafe: number };

/** A share of those lost on a ladder, drawn toward her usual, and that toward what is usual of anybody. */
const shareOf = (own: number, ownLost: number, usual: number, usualLost: number, anybody: number): number =>
  (own + (towardUsual * (usual + towardUsual * anybody)) / (usualLost + towardUsual)) / (ownLost + towardUsual);

/** The likely rates of clean sessions on a ladder: beta-distributed, cut into ten equally likely parts; how the others go beside it. */
function ratesOf(ladder: Gated, usual: Pace): readonly Rates[] {
  const own = countOf(ladder);
  const [ownLost, usualLost] = [lostOf(own), lostOf(usual)];
  const mean = (usual.clean + 1) / (usual.clean + usualLost + 2);
  const [a, b] = [1 + own.clean + towardUsual * mean, 1 + ownLost + towardUsual * (1 - mean)];
  const poor = shareOf(own.poor, ownLost, usual.poor, usualLost, usually.poor);
  const unsafe = shareOf(own.unsafe, ownLost, usual.unsafe, usualLost, usually.unsafe);
  return parts.map((part) => {
    const clean = jStat.beta.inv(part, a, b);
    return { clean, poor: (1 - clean) * poor, unsafe: (1 - clean) * unsafe };
  });
}

/** Clean sessions running, up to the newest. */
const runningOf = ({ history, gate }: Gated): number => {
  const byDate = history.toSorted((a, b) => a.date.localeCompare(b.date));
  const lost = byDate.findLastIndex((one) => !isClean(one, gate.cleanReps));
  return byDate.length - 1 - lost;
};

/** A ladder in steps: how many there are below and above the one she stands on, and what the gate asks. */
export type Steps = {
  readonly below: number;
  readonly above: number;
  /** Clean sessions running that a step up takes, and those she has. */
  readonly wanted: number;
  readonly running: number;
};

/** On a step: clean sessions running, whether the last was poor, and whether two poor ones sent her back to it. */
type At = { readonly step: number; readonly run: number; readonly wasPoor: boolean; readonly fell: boolean };

/** Where the gate leaves her after a session (core/progression/gate): up, on the step, or back. */
function afterSession({ below, above, wanted }: Steps, at: At, how: 'clean' | 'short' | 'poor' | 'unsafe'): At {
  const { step, run, wasPoor, fell } = at;
  // What she stood on before she held already: one clean session there is the last that a step up takes.
  const back = (fellByPoor: boolean): At =>
    step === 0
      ? { step, run: 0, wasPoor: true, fell: false }
      : { step: step - 1, run: wanted - 1, wasPoor: false, fell: fellByPoor };
  if (how === 'unsafe') return back(false);
  if (how === 'poor') return wasPoor ? back(true) : { step, run: 0, wasPoor: true, fell };
  if (how === 'short') return { step, run: 0, wasPoor: false, fell };
  if (run + 1 < wanted) return { step, run: run + 1, wasPoor: false, fell };
  if (step === below + above) return { step, run, wasPoor: false, fell };
  return { step: step + 1, run: 0, wasPoor: fell, fell: false }; // the last session up there was poor, if she fell from it
}

/** The chance of standing on each step, the lowest first, after so many more sessions: a chain over what the gate looks at. */
export function stepsAfter(sessions: number, { clean, poor, unsafe }: Rates, steps: Steps): number[] {
  const keyOf = ({ step, run, wasPoor, fell }: At) => `${step} ${run} ${wasPoor} ${fell}`;
  const ways = [
    ['clean', clean],
    ['short', 1 - clean - poor - unsafe],
    ['poor', poor],
    ['unsafe', unsafe],
  ] as const;
  const first: At = { step: steps.below, run: Math.min(steps.running, steps.wanted - 1), wasPoor: false, fell: false };
  let all = new Map([[keyOf(first), { at: first, chance: 1 }]]);
  for (let i = 0; i < sessions; i += 1) {
    const next: typeof all = new Map();
    for (const { at, chance } of all.values())
      for (const [how, rate] of ways) {
        const to = afterSession(steps, at, how);
        const key = keyOf(to);
        next.set(key, { at: to, chance: (next.get(key)?.chance ?? 0) + chance * rate });
      }
    all = next;
  }
  const chances = Array.from({ length: steps.below + steps.above + 1 }, () => 0);
  for (const { at, chance } of all.values()) chances[at.step] = (chances[at.step] ?? 0) + chance;
  return chances;
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
  const steps: Steps = {
    below: Math.max(0, Math.ceil((from - 1) / step)),
    above: Math.max(0, Math.ceil((top - from) / step)),
    wanted: Math.max(1, gate.sessions),
    running: Math.max(0, runningOf(ladder)),
  };
  const all = ratesOf(ladder, usual).map((rates) => stepsAfter(sessions, rates, steps));
  const chances = Array.from(
    { length: steps.below + steps.above + 1 },
    (_, i) => all.reduce((sum, one) => sum + (one[i] ?? 0), 0) / all.length,
  );
  const levelAt = (share: number) => Math.max(1, Math.min(top, from + step * (quantile(chances, share) - steps.below)));
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
    const own = countOf(ladder);
    const all = own.clean + lostOf(own) + (usual.clean + lostOf(usual)) * 0.2;
    return (own.clean + usual.clean * 0.2 + 1) / (all + 2) >= 0.5;
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
