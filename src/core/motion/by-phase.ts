// Repetitions laid over one another by their phase, not by the clock: two sets of different tempo can be held side by side.
import { mean } from 'simple-statistics';
import { sampleAt } from './series';

/** When a repetition begins, turns and ends, s, and how long it is held at its turn. */
export type Timed = {
  readonly startS: number;
  readonly turnS: number;
  readonly endS: number;
  readonly phases: { readonly holdS: number };
};

/** Shares of a repetition's phase at which its hold begins and ends: the way out before, the way back after. */
export const holdPhases = [0.45, 0.55] as const;

/** The time at a phase of a repetition: 0 where it begins, 1 where it ends; out, hold and back each run evenly. */
export function timeAtPhase({ startS, turnS, endS, phases: { holdS } }: Timed, phase: number): number {
  const [from, to] = [turnS - holdS / 2, turnS + holdS / 2];
  const [a, b] = holdPhases;
  if (phase <= a) return startS + (from - startS) * (Math.max(0, phase) / a);
  if (phase <= b) return from + (to - from) * ((phase - a) / (b - a));
  return to + (endS - to) * ((Math.min(1, phase) - b) / (1 - b));
}

/** Even phases from the beginning of a repetition to its end. */
export const phasesOf = (count: number): number[] => Array.from({ length: count }, (_, i) => i / (count - 1));

/** Values of a measure in the middle of all repetitions, at even phases; null where none was seen. `times`: rising, s. */
export function courseByPhase(
  times: readonly number[],
  values: readonly (number | null)[],
  repetitions: readonly Timed[],
  count = 41,
): (number | null)[] {
  const seen = times.flatMap((at, i) => {
    const value = values[i] ?? null;
    return value === null ? [] : [{ at, value }];
  });
  if (seen.length < 2 || repetitions.length === 0) return phasesOf(count).map(() => null);
  const [at, own] = [seen.map((one) => one.at), seen.map((one) => one.value)];
  const all = repetitions.map((one) =>
    sampleAt(
      at,
      own,
      phasesOf(count).map((phase) => timeAtPhase(one, phase)),
    ),
  );
  return phasesOf(count).map((_, i) => mean(all.map((course) => course[i] ?? 0)));
}
