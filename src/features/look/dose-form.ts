import * as v from 'valibot';
import { doseInput } from '@/core/progression/dose';
import type { Dose } from '@/core/progression/dose';
import { parse } from '@/core/check';
import { numberText } from '@/design/number-text';

/** As typed; numbers as text. */
export const doseForm = v.object({
  level: v.pipe(v.string(), v.transform(Number)),
  repetitions: numberText({ least: 1, most: 100, whole: true }),
  sets: numberText({ least: 1, most: 10, whole: true }),
  sides: v.pipe(v.string(), v.transform(Number)),
  pattern: v.pipe(v.string(), v.trim(), v.nonEmpty('Write what is breathed, like “in 4 ready, out 4 lift”.')),
  pace: numberText({ least: 0.2, most: 10, unit: 'seconds' }),
  changeOverS: numberText({ least: 0, most: 600, unit: 'seconds' }),
});
export type TypedDose = v.InferInput<typeof doseForm>;

/** The dose that the typed texts make; undefined while they can't be read. */
export function readDose(exercise: string, typed: unknown): Dose | undefined {
  const read = v.safeParse(doseForm, typed);
  if (!read.success) return undefined;
  const dose = parse(doseInput, { exercise, directions: 1, ...read.output });
  return dose.ok ? dose.value : undefined;
}
