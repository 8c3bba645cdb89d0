// The shell's `facts`: what a level's body is like in a phase, and all that the level asks on its way.
import * as v from 'valibot';
import { phases } from '../anatomy/positions';
import { success } from '../result';
import type { Result } from '../result';
import type { Repertoire } from './entries';
import { factsOfPhase } from './facts';
import type { Facts } from './facts';
import type { LoadTags } from './load-tags';
import { loadsOf } from './loads';
import { lookUp, lookUpLevel } from './lookup';

/** `phase`: the top when left out. */
export const factsInput = v.strictObject({
  exercise: v.string(),
  level: v.number(),
  phase: v.optional(v.picklist(phases), 'hold'),
});

/** Facts by names; unknown ones are refused where they stand. `loads` are those of the whole way, not of the phase alone. */
export function factsFromNames(
  { exercise, level, phase }: v.InferOutput<typeof factsInput>,
  repertoire: Repertoire,
): Result<Facts & { readonly loads: LoadTags }> {
  const whole = lookUp(repertoire.exercises, exercise, 'exercise', 'exercise');
  if (!whole.ok) return whole;
  const found = lookUpLevel(whole.value, level);
  return found.ok ? success({ ...factsOfPhase(found.value, phase), loads: loadsOf(found.value) }) : found;
}
