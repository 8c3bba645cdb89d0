import type { Phase } from '../anatomy/positions';
import { success } from '../result';
import type { Result } from '../result';
import { areBothLegsUp, isUnderLegLoad } from './facts';
import { entry } from './find';
import type { Exercise, Level, Repertoire, School, Target } from './entries';
import { lookUp, lookUpLevel } from './lookup';

export const defaultSchool = 'evenKeel';

/** Who set a choice: the preset of a school, or whoever changed it, from the widest to the nearest. */
export const layers = ['school', 'studio', 'client', 'exercise', 'own'] as const;
export type Layer = (typeof layers)[number];

/** Which choice is in force on each disputed point, and where it comes from. */
export type StancesInForce = {
  readonly school: School;
  readonly choices: Readonly<Record<string, { readonly choice: string; readonly from: Layer }>>;
};

type Changes = Readonly<Record<string, string>>;

/** What may set stances: the studio's preset and changes, then the client's, then those for one exercise. */
export type StanceLayers = {
  readonly studio: { readonly school: string; readonly stances: Changes };
  readonly client?: { readonly school: string | null; readonly stances: Changes };
  readonly exercise?: Changes;
};

/**
 * The school in force, the changes to its preset, and who made each. A client's own school replaces the studio's with all
 * of its changes; a client's single change, and one for an exercise, go on top.
 */
export function layStances({ studio, client, exercise = {} }: StanceLayers): {
  readonly school: string;
  readonly stances: Readonly<Record<string, string>>;
  readonly from: Readonly<Record<string, Layer>>;
} {
  const stances: Record<string, string> = {};
  const from: Record<string, Layer> = {};
  const lay = (changes: Changes, layer: Layer) => {
    for (const [stance, choice] of Object.entries(changes)) {
      stances[stance] = choice;
      from[stance] = layer;
    }
  };
  if (!client?.school) lay(studio.stances, 'studio');
  lay(client?.stances ?? {}, 'client');
  lay(exercise, 'exercise');
  return { school: client?.school ?? studio.school, stances, from };
}

/** The school's preset, then the changes made to it. Unknown schools, stances and choices are refused by name. */
export function resolveStances(
  repertoire: Repertoire,
  schoolName: string = defaultSchool,
  changes: Changes = {},
  from: Readonly<Record<string, Layer>> = {},
): Result<StancesInForce> {
  const school = lookUp(repertoire.schools, schoolName, 'school', 'school');
  if (!school.ok) return school;
  const choices: Record<string, { choice: string; from: Layer }> = {};
  for (const [stance, choice] of Object.entries(school.value.stances)) choices[stance] = { choice, from: 'school' };
  for (const [name, wanted] of Object.entries(changes)) {
    const stance = lookUp(repertoire.stances, name, 'stance', `stances.${name}`);
    if (!stance.ok) return stance;
    const choice = lookUp(stance.value.choices, wanted, 'choice', `stances.${name}`);
    if (!choice.ok) return choice;
    choices[stance.value.id] = { choice: choice.value.id, from: from[stance.value.id] ?? 'own' };
  }
  return success({ school: school.value, choices });
}

export type TargetInForce = Target & {
  /** Where it comes from, for the screen: "Even keel: neutral, imprint as fallback". */
  readonly source: string;
};

/** Whose choice it is, for the screen. */
export function ownerOf(layer: Layer, { name }: School): string {
  switch (layer) {
    case 'school':
      return name;
    case 'studio':
      return `${name}, changed by the studio`;
    case 'client':
      return `${name}, changed for this client`;
    case 'exercise':
      return `${name}, changed for this exercise`;
    case 'own':
      return `${name}, changed`;
  }
}

/** Targets for each measure that the exercise watches in this phase at this level, by the stances in force. */
export function resolveTargets(
  repertoire: Repertoire,
  exercise: Exercise,
  levelNumber: number | undefined,
  phase: Phase,
  stances: StancesInForce,
): Result<readonly TargetInForce[]> {
  const found = levelNumber === undefined ? undefined : lookUpLevel(exercise, levelNumber);
  if (found && !found.ok) return found;
  const level = found?.value;
  const targets = exercise.watches
    .filter((watch) => watch.phases.includes(phase) && (!level || (watch.levels?.includes(level.number) ?? true)))
    .map((watch): TargetInForce => {
      const base = repertoire.targets.find(({ measure }) => measure === watch.measure);
      if (!base) throw new Error(`no target for ${watch.measure}`);
      const plain = { ...base, source: base.own ? 'the studio’s own tolerance' : 'the usual tolerance' };
      if (watch.interval) return { ...plain, interval: watch.interval };
      const stance = watch.stance && entry(repertoire.stances, watch.stance);
      if (!stance) return plain;
      const force = stances.choices[stance.id];
      if (!force || (stance.underLegLoad && level && !isUnderLegLoad(level))) return plain;
      const choice = entry(stance.choices, force.choice);
      const rule = choice.targets?.find(({ measure }) => measure === watch.measure);
      if (!rule) return plain;
      const interval = level && rule.whenBothLegsUp && areBothLegsUp(level) ? rule.whenBothLegsUp : rule.interval;
      return {
        ...base,
        interval,
        source: `${ownerOf(force.from, stances.school)}: ${choice.name}`,
      };
    });
  return success(targets);
}

/** The breath that the stances in force call for, at a level; the usual one where they call for none. */
export function breathInForce(
  exercise: Exercise,
  { choices }: Pick<StancesInForce, 'choices'>,
  level?: number,
): Exercise['breath'][number] {
  const fitting = exercise.breath.filter(({ levels }) => !levels || level === undefined || levels.includes(level));
  const own = (one: Exercise['breath'][number]) => Boolean(one.levels);
  const found =
    fitting.find((one) => level !== undefined && own(one) && one.inEverySchool) ??
    fitting.find(({ when }) => when && choices[when.stance]?.choice === when.choice) ??
    fitting.find((one) => level !== undefined && own(one) && !one.when) ??
    fitting.find((one) => !one.when && !own(one)) ??
    exercise.breath[0];
  if (!found) throw new Error(`${exercise.id} has no breath`);
  return found;
}

/** The dose of a level as the school in force gives it: never more repetitions than it asks in one set. */
export const doseInForce = (
  { dose }: Pick<Level, 'dose'>,
  { school }: { readonly school: Pick<School, 'mostRepetitions'> },
): Level['dose'] =>
  school.mostRepetitions === undefined
    ? dose
    : { ...dose, repetitions: Math.min(dose.repetitions, school.mostRepetitions) };
