import * as v from 'valibot';
import type { Exercise, Repertoire } from '@/core/knowledge/entries';
import { breathInForce, doseInForce, resolveStances } from '@/core/knowledge/stances';
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

export type OfferedDose = {
  readonly level: number;
  readonly repetitions: number;
  readonly sets: number;
  readonly sides: number;
  readonly pattern: string;
};

/** What a level asks under the stances in force, with the breath that goes with it. */
export function offerDose(
  repertoire: Repertoire,
  exercise: Exercise,
  number: number,
  school: string,
  stances: Readonly<Record<string, string>>,
): OfferedDose {
  const level = exercise.levels.find((one) => one.number === number) ?? exercise.levels[0];
  const force = resolveStances(repertoire, school, stances);
  const asked = level && (force.ok ? doseInForce(level, force.value) : level.dose);
  const breath = force.ok ? breathInForce(exercise, force.value, number) : exercise.breath[0];
  const { repetitions = 5, sets = 1, sides = 2 } = asked ?? {};
  return { level: number, repetitions, sets, sides, pattern: breath?.pattern ?? '' };
}
