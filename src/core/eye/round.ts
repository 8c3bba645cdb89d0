// What to ask next: first the tilts that her own error wants, then what is due or weak. What is mostly right rests for twice as long each
// time (boxes after Leitner 1972, So lernt man lernen); what is missed comes back. How much is shown follows her: the Ψ method for tilts,
// and for faults a staircase of one up, two down (Levitt 1971, J Acoust Soc Am 49:467–477).
import { daysBetween } from '../day';
import { plainDeg } from './learned';
import { earnedEye } from './own-eye';
import type { QuestionKind, RoundKind } from './question';
import { trained } from './trained';
import type { Trained } from './trained';
import { estimatesOf, isSeenRight, shownOf } from './seen';
import type { Seen } from './seen';
import { nextSize } from './threshold';

const todays: readonly QuestionKind[] = [
  'tilt', 'level', 'tilt', 'fault', 'tilt', 'tilt', 'level', 'tilt', 'fault', 'tilt', 'stand', 'fault',
]; // prettier-ignore

export type Ask =
  | { readonly kind: 'tilt' | 'level'; readonly measure: Trained; readonly wantedDeg: number; readonly moving: boolean }
  | {
      readonly kind: 'fault';
      readonly size: number;
      readonly clean: boolean;
      readonly wanted?: string;
      readonly moving: boolean;
    }
  | { readonly kind: 'stand' };

/** Longest rest of what is always right, days. */
const longestRest = 30;
const cleanShare = 0.25;
const movingShare = 0.3;
/** Widest tilt to grade, degrees. */
const widestDeg = 14;

/** How much something wants to be asked again: overdue and weak most. Never asked: as if due. */
export function dueness(own: readonly Seen[], today: string): number {
  const days = [...new Set(own.map(({ day }) => day))].toSorted();
  const last = days.at(-1);
  if (last === undefined) return 1;
  const mostlyRight = (day: string): boolean => {
    const then = own.filter((one) => one.day === day);
    return then.filter(isSeenRight).length * 2 > then.length;
  };
  const running = days.toReversed().findIndex((day) => !mostlyRight(day));
  const rest = Math.min(longestRest, 2 ** (running < 0 ? days.length : running));
  const weak = (own.filter((one) => !isSeenRight(one)).length + 1) / (own.length + 2);
  return Math.min(3, Math.max(0.1, daysBetween(last, today) / rest)) * (0.3 + weak);
}

/** One of these, the likelier the heavier. */
function weighted<T>(all: readonly T[], weightOf: (one: T) => number, random: () => number): T | undefined {
  const weights = all.map(weightOf);
  let at = random() * weights.reduce((sum, one) => sum + one, 0);
  return all.find((_, i) => (at -= weights[i] ?? 0) < 0) ?? all.at(-1);
}

const ofMeasure = (seen: readonly Seen[], measure: string, kind: 'tilt' | 'level'): Seen[] =>
  seen.filter(({ asked }) => asked.kind === kind && asked.measure === measure);

/** The block that today's tilts are of: the first whose error is not yet her own, else what is due. */
export function focusOf(seen: readonly Seen[], today: string, random: () => number): Trained {
  return (
    trained.find((measure) => earnedEye(estimatesOf(seen, measure)) === undefined) ??
    weighted(trained, (measure) => dueness(ofMeasure(seen, measure, 'tilt'), today), random) ??
    trained[0]
  );
}

/** Of what is plain, how much of a fault to show next: less after two right ones running, more after a miss. */
export function stairSize(seen: readonly Seen[]): number {
  let [size, running] = [1.1, 0];
  for (const one of seen) {
    if (one.asked.kind !== 'fault' || one.asked.fault === null) continue;
    if (!isSeenRight(one)) [size, running] = [size * 1.25, 0];
    else if (running === 1) [size, running] = [size / 1.25, 0];
    else running = 1;
    size = Math.min(1.4, Math.max(0.4, size));
  }
  return size;
}

const faultShown = ({ asked }: Seen): string | undefined =>
  asked.kind === 'fault' ? (asked.fault ?? undefined) : undefined;

function askFault(seen: readonly Seen[], today: string, random: () => number, moving: boolean): Ask {
  const clean = random() < cleanShare;
  const missed = [...new Set(seen.flatMap((one) => faultShown(one) ?? []))];
  const back = random() < 0.5;
  const wanted = back
    ? weighted(
        missed,
        (fault) =>
          dueness(
            seen.filter((one) => faultShown(one) === fault),
            today,
          ),
        random,
      )
    : undefined;
  return { kind: 'fault', size: stairSize(seen), clean, moving, ...(wanted && !clean ? { wanted } : {}) };
}

/** What to ask at a place of a round, after these answers, oldest first. `random`: uniform in [0, 1). */
export function nextAsk(
  round: RoundKind,
  place: number,
  seen: readonly Seen[],
  today: string,
  random: () => number,
): Ask {
  const kind = round === 'today' ? (todays[place % todays.length] ?? 'tilt') : round;
  const moving = random() < movingShare;
  if (kind === 'stand') return { kind };
  if (kind === 'fault') return askFault(seen, today, random, moving);
  const sign = random() < 0.5 ? -1 : 1;
  if (kind === 'tilt') {
    const measure = focusOf(seen, today, random);
    return { kind, measure, wantedDeg: sign * (1 + random() * (widestDeg - 1)), moving };
  }
  const measure =
    round === 'today'
      ? focusOf(seen, today, random)
      : (weighted(trained, (one) => dueness(ofMeasure(seen, one, 'level'), today), random) ?? trained[0]);
  if (random() < cleanShare) return { kind, measure, wantedDeg: 0, moving };
  return { kind, measure, wantedDeg: sign * nextSize(shownOf(seen, measure), plainDeg), moving };
}
