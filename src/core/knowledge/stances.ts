import type { Phase } from '../alignment/input';
import { failure, success } from '../result';
import type { Result } from '../result';
import { entry } from './entries';
import type { Exercise, Repertoire, School, Target } from './entries';
import { lookUp } from './lookup';

export const defaultSchool = 'evenKeel';

/** Which choice is in force on each disputed point, and where it comes from. */
export type StancesInForce = {
  readonly school: School;
  readonly choices: Readonly<Record<string, { readonly choice: string; readonly from: 'school' | 'own' }>>;
};

/** The school's preset, then the changes made to it. Unknown schools, stances and choices are refused by name. */
export function resolveStances(
  repertoire: Repertoire,
  schoolName: string = defaultSchool,
  changes: Readonly<Record<string, string>> = {},
): Result<StancesInForce> {
  const school = lookUp(repertoire.schools, schoolName, 'school', 'school');
  if (!school.ok) return school;
  const choices: Record<string, { choice: string; from: 'school' | 'own' }> = {};
  for (const [stance, choice] of Object.entries(school.value.stances)) choices[stance] = { choice, from: 'school' };
  for (const [name, wanted] of Object.entries(changes)) {
    const stance = lookUp(repertoire.stances, name, 'stance', `stances.${name}`);
    if (!stance.ok) return stance;
    const choice = lookUp(stance.value.choices, wanted, 'choice', `stances.${name}`);
    if (!choice.ok) return choice;
    choices[stance.value.id] = { choice: choice.value.id, from: 'own' };
  }
  return success({ school: school.value, choices });
}

export type TargetInForce = Target & {
  /** Where it comes from, for the screen: "Even keel: neutral, imprint as fallback". */
  readonly source: string;
};

const halfWidth = ([lo, hi]: Target['interval']): number | undefined =>
  lo === null || hi === null ? undefined : (hi - lo) / 2;

/** Targets for each measure that the exercise watches in this phase at this level, by the stances in force. */
export function resolveTargets(
  repertoire: Repertoire,
  exercise: Exercise,
  levelNumber: number | undefined,
  phase: Phase,
  stances: StancesInForce,
): Result<readonly TargetInForce[]> {
  const level = exercise.levels.find(({ number }) => number === levelNumber);
  if (levelNumber !== undefined && !level)
    return failure(
      'unknownLevel',
      `${exercise.name} has levels 1 to ${exercise.levels.length}, not ${levelNumber}`,
      'level',
    );
  const targets = exercise.watches
    .filter((watch) => watch.phases.includes(phase) && (!level || (watch.levels?.includes(level.number) ?? true)))
    .map((watch): TargetInForce => {
      const base = repertoire.targets.find(({ measure }) => measure === watch.measure);
      if (!base) throw new Error(`no target for ${watch.measure}`);
      const plain = { ...base, source: 'the usual tolerance' };
      if (watch.interval)
        return { ...plain, interval: watch.interval, tolerance: halfWidth(watch.interval) ?? base.tolerance };
      const stance = watch.stance && entry(repertoire.stances, watch.stance);
      if (!stance) return plain;
      const force = stances.choices[stance.id];
      if (!force) return plain;
      const choice = entry(stance.choices, force.choice);
      const rule = choice.targets?.find(({ measure }) => measure === watch.measure);
      if (!rule) return plain;
      const interval = level?.bothLegsUp && rule.whenBothLegsUp ? rule.whenBothLegsUp : rule.interval;
      const owner = force.from === 'school' ? stances.school.name : `${stances.school.name}, changed`;
      return {
        ...base,
        interval,
        tolerance: halfWidth(interval) ?? base.tolerance,
        source: `${owner}: ${choice.name}`,
      };
    });
  return success(targets);
}
