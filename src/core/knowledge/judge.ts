// `judge` of the shell and of every look: names looked up, targets resolved by stance, then judged.
import type { JudgeInput } from '../alignment/input';
import { judgeMeasures } from '../alignment/judge';
import type { JudgeOutput, ToJudge } from '../alignment/judge';
import { success } from '../result';
import type { Result } from '../result';
import type { Repertoire } from './entries';
import { entry } from './find';
import { lookUp } from './lookup';
import { plainOf } from './names';
import { resolveStances, resolveTargets } from './stances';
import type { Layer, StancesInForce } from './stances';
import { remembering } from '../remember';

const rememberStances = remembering<Repertoire, ReturnType<typeof resolveStances>>();
const rememberTargets = remembering<StancesInForce, ReturnType<typeof resolveTargets>>();

/** Faults judged from measures, against the targets of the stances in force; what would hurt comes first, then the worst. */
export function judge(
  input: JudgeInput & Pick<ToJudge, 'limbs' | 'settles'> & { readonly from?: Readonly<Record<string, Layer>> },
  repertoire: Repertoire,
): Result<JudgeOutput> {
  const exercise = lookUp(repertoire.exercises, input.exercise, 'exercise', 'exercise');
  if (!exercise.ok) return exercise;
  const { school, stances: changes, from, level, phase } = input;
  const stances = rememberStances(repertoire, JSON.stringify([school, changes, from]), () =>
    resolveStances(repertoire, school, changes, from),
  );
  if (!stances.ok) return stances;
  // Stances in force are of one repertoire, and so are the targets under them.
  const targets = rememberTargets(stances.value, `${exercise.value.id} ${level} ${phase}`, () =>
    resolveTargets(repertoire, exercise.value, level, phase, stances.value),
  );
  if (!targets.ok) return targets;
  const safetyFaults = new Set<string>();
  for (const [index, name] of input.conditions.entries()) {
    const condition = lookUp(repertoire.conditions, name, 'condition', `conditions.${index}`);
    if (!condition.ok) return condition;
    for (const fault of condition.value.safetyFaults) safetyFaults.add(fault);
  }
  return success(
    judgeMeasures({
      exerciseName: exercise.value.name,
      measures: input.measures,
      neutral: input.neutral,
      targets: targets.value,
      limbs: input.limbs,
      settles: input.settles,
      faultOf: (id, side) => {
        const fault = entry(repertoire.faults, id);
        return { plain: plainOf(fault, side), safety: fault.safety || safetyFaults.has(id) };
      },
    }),
  );
}
