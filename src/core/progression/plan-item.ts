// An exercise as it is put on a session's plan.
import type { Body } from '../body/segments';
import type { Exercise } from '../knowledge/entries';
import { breathInForce, doseInForce } from '../knowledge/stances';
import type { StancesInForce } from '../knowledge/stances';
import { rungAt } from '../load/rungs';
import type { Planned, SessionDose } from './events';

type Wish = {
  /** Id of the new item. */
  readonly item: string;
  readonly level: number;
  /** As it was left last time: goes before what the school in force gives. */
  readonly before?: SessionDose | undefined;
  /** Springs as they were set last; the level's own otherwise. */
  readonly springs?: string | undefined;
};

/** The item, with its dose as it was left or as the school in force gives it; undefined where there is no such level. */
export function planItem(
  exercise: Exercise,
  body: Body,
  stances: StancesInForce,
  { item, level, before, springs }: Wish,
): Planned | undefined {
  const rung = rungAt(exercise, level, body);
  if (!rung) return undefined;
  const set = springs ?? rung.springs;
  const { pattern } = breathInForce(exercise, stances, rung.number);
  const dose = before ?? { ...doseInForce(rung, stances), pattern, pace: 1 };
  return {
    item,
    exercise: exercise.id,
    name: exercise.name,
    level,
    levelName: rung.name,
    order: exercise.sideOrder,
    dose: { ...dose, ...(set ? { springs: set } : {}) },
  };
}
