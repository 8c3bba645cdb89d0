// The shell's `rehearse`: a level drawn, clean or with a fault, seen and judged as any look, by names.
import * as v from 'valibot';
import { phases, views } from '../anatomy/positions';
import { failure } from '../result';
import type { Result } from '../result';
import type { Repertoire } from './entries';
import { lookUp, lookUpLevel } from './lookup';
import { rehearse } from './rehearse';
import type { Rehearsal } from './rehearse';
import { resolveStances } from './stances';

/** `phase`: the top when left out. `tolerances`: how far beyond its target's edge the fault goes. */
export const rehearseInput = v.strictObject({
  exercise: v.string(),
  level: v.number(),
  phase: v.optional(v.picklist(phases), 'hold'),
  view: v.optional(v.picklist(views)),
  school: v.optional(v.string()),
  stances: v.optional(v.record(v.string(), v.string())),
  fault: v.optional(
    v.strictObject({
      id: v.string(),
      tolerances: v.pipe(v.number(), v.minValue(0, 'is below 0'), v.maxValue(10, 'is above 10')),
      side: v.optional(v.picklist(['L', 'R'])),
    }),
  ),
});

/** A rehearsal by names; unknown ones are refused where they stand, and so is a view from which the exercise has no look. */
export function rehearseFromNames(
  { exercise, level, school, stances, view, fault, ...asked }: v.InferOutput<typeof rehearseInput>,
  repertoire: Repertoire,
): Result<Rehearsal> {
  const whole = lookUp(repertoire.exercises, exercise, 'exercise', 'exercise');
  if (!whole.ok) return whole;
  const rung = lookUpLevel(whole.value, level);
  if (!rung.ok) return rung;
  const inForce = resolveStances(repertoire, school, stances);
  if (!inForce.ok) return inForce;
  const named = fault && lookUp(repertoire.faults, fault.id, 'fault', 'fault.id');
  if (named && !named.ok) return named;
  const offered = whole.value.looks.map((one) => one.view);
  if (view && !offered.includes(view))
    return failure('viewNotOffered', `${whole.value.name} is looked at from ${offered.join(', ')}`, 'view');
  return rehearse(repertoire, {
    exercise: whole.value,
    level: rung.value,
    stances: inForce.value,
    ...asked,
    ...(view ? { view } : {}),
    ...(fault ? { fault } : {}),
  });
}
