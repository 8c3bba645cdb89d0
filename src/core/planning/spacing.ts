// When an exercise is due to be taught again. A rule of thumb of this product, after the spacing effect (Cepeda and others 2006:
// practice spread out is kept longer, and the best gap grows with how long it is to be kept): it begins at three days, grows by
// three fifths with every clean session running, falls back by half with one that was not clean. A convention, not a law of bodies.
import { daysBetween } from '../day';
import type { GateSession } from '../progression/gate-input';

export type Spacing = {
  /** Days since it was taught last. */
  readonly daysSince: number;
  /** Days after which it is due. */
  readonly interval: number;
  /** Clean sessions running, the newest last. */
  readonly cleanRunning: number;
};

const firstDays = 3;
const grows = 1.6;
const shrinks = 0.5;
const longestDays = 42;

/** A session in which as many came clean as asked, on both sides, and nothing that could hurt was seen. */
export const isClean = ({ clean, safetyFault }: GateSession, cleanReps: number): boolean =>
  Math.min(clean.left, clean.right) >= cleanReps && !safetyFault;

/** Days to wait after one more session, clean or not. */
export const nextInterval = (days: number, clean: boolean): number =>
  Math.min(longestDays, Math.max(firstDays, days * (clean ? grows : shrinks)));

/** Spacing by the sessions an exercise had; undefined where it had none. */
export function spacingOf(history: readonly GateSession[], cleanReps: number, today: string): Spacing | undefined {
  const sessions = history.toSorted((a, b) => a.date.localeCompare(b.date));
  const last = sessions.at(-1);
  if (!last) return undefined;
  let [interval, cleanRunning] = [firstDays, 0];
  for (const session of sessions) {
    const clean = isClean(session, cleanReps);
    cleanRunning = clean ? cleanRunning + 1 : 0;
    interval = nextInterval(interval, clean);
  }
  return {
    daysSince: Math.max(0, daysBetween(last.date.slice(0, 10), today)),
    interval: Math.round(interval),
    cleanRunning,
  };
}
