// A dose: which level, how many, how breathed, and how long that takes.
import * as v from 'valibot';
import { breath } from '../breathing/timeline';
import { breathInput } from '../breathing/breath-input';
import type { BreathOutput } from '../breathing/timeline';
import { whole } from '../numbers';
import { success } from '../result';
import type { Result } from '../result';

export const doseInput = v.strictObject({
  exercise: v.string(),
  level: whole(1, 20),
  repetitions: whole(1, 100),
  sets: whole(1, 10),
  sides: whole(1, 2),
  directions: whole(1, 2),
  pattern: breathInput.entries.pattern,
  /** Seconds per count. */
  pace: breathInput.entries.pace.wrapped,
  /** Seconds to change sides or direction. */
  changeOverS: breathInput.entries.changeOverS.wrapped,
});
export type Dose = v.InferOutput<typeof doseInput>;

export type DoseTimes = BreathOutput & { /** All sets, without the rests between them. */ readonly workS: number };

/** Times of a dose; one set is both sides and all directions with their change-overs. */
export function timeDose({
  repetitions,
  sides,
  directions,
  pattern,
  pace,
  changeOverS,
  sets,
}: Dose): Result<DoseTimes> {
  const times = breath({ repetitions, sides, directions, pattern, pace, changeOverS });
  return times.ok ? success({ ...times.value, workS: sets * times.value.setS }) : times;
}

/** Minutes and seconds: `45 s`, `1 min 10 s`, `4 min`. */
export function formatSeconds(seconds: number): string {
  const whole = Math.round(seconds);
  const [minutes, rest] = [Math.floor(whole / 60), whole % 60];
  if (minutes === 0) return `${rest} s`;
  return rest === 0 ? `${minutes} min` : `${minutes} min ${rest} s`;
}
