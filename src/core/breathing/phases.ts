// Which part of a movement each part of a breath goes with: for the figure that moves with the pacer.
import { median } from 'simple-statistics';
import type { Phase } from '../anatomy/positions';
import type { BreathMoment } from './timeline';

/** Words for what comes before anything moves. */
const before = new Set(['ready', 'prepare', 'wait', 'settle', 'start', 'grow']);
/** Words for what comes after it has come back. */
const after = new Set(['stand', 'rest', 'lie', 'sit']);
/** Words for what stays as it is: a hold breathes while it holds. */
const staying = new Set(['hold', 'balance', 'hover']);
const moving: Readonly<Record<number, readonly Phase[]>> = {
  1: ['out'],
  2: ['out', 'back'],
  3: ['out', 'hold', 'back'],
};

/**
 * Phases of the movement, one for each part of the breath: a leading wait is the start; the rest goes out, holds and comes back.
 * Where every part only holds, so does the body.
 */
export function phasesOf(timeline: readonly Pick<BreathMoment, 'moves'>[]): Phase[] {
  if (timeline.every(({ moves }) => staying.has(moves))) return timeline.map(() => 'hold');
  const waits = timeline.length > 1 && before.has(timeline[0]?.moves ?? '') ? 1 : 0;
  const ends = timeline.length - waits > 3 && after.has(timeline.at(-1)?.moves ?? '') ? 1 : 0;
  const rest = timeline.length - waits - ends;
  const parts =
    moving[rest] ?? Array.from({ length: rest }, (_, i): Phase => (i % 2 === 0 && i < rest - 1 ? 'out' : 'back'));
  return [...(waits ? (['start'] as const) : []), ...parts, ...(ends ? (['start'] as const) : [])];
}

export type BreathPlace = {
  /** Part of the pattern. */
  readonly part: number;
  /** How far through that part, 0–1. */
  readonly share: number;
  /** Count in that part, from 1. */
  readonly count: number;
};

/** Where a breath is, some seconds after it began; it goes round and round. */
export function placeAt(
  timeline: readonly Pick<BreathMoment, 'at' | 'count'>[],
  repetitionS: number,
  seconds: number,
): BreathPlace {
  const within = ((seconds % repetitionS) + repetitionS) % repetitionS;
  const part = Math.max(
    0,
    timeline.findLastIndex(({ at }) => at <= within),
  );
  const here = timeline[part];
  if (!here) return { part: 0, share: 0, count: 1 };
  const ends = timeline[part + 1]?.at ?? repetitionS;
  const share = Math.min(1, (within - here.at) / (ends - here.at));
  return { part, share, count: Math.min(Math.ceil(here.count), Math.floor(share * here.count) + 1) };
}

/** Seconds a count from taps on the beat: the median gap; none from fewer than three taps or beyond what can be breathed. */
export function paceFromTaps(tapsMs: readonly number[]): number | undefined {
  if (tapsMs.length < 3) return undefined;
  const gaps = tapsMs.slice(1).map((tap, i) => (tap - (tapsMs[i] ?? tap)) / 1000);
  const pace = median(gaps);
  return pace >= 0.3 && pace <= 5 ? Math.round(pace * 20) / 20 : undefined;
}
