// Finding one's way in entries of the repertoire: no shapes, nothing to check.
import { positionOf } from '../body/position';
import type { Correction, Exercise, Level, Prop } from './entries';

/** Faults of an exercise by id, in the order in which they are watched. */
export const faultIds = ({ faults }: Pick<Exercise, 'faults'>): string[] => faults.map(({ fault: one }) => one);

/** Whether a correction is meant for a fault in an exercise. */
export const serves = (
  { faults, exercises, positions }: Correction,
  { id, position }: Pick<Exercise, 'id' | 'position'>,
  fault: string,
): boolean => faults.includes(fault) && (exercises?.includes(id) ?? true) && (positions?.includes(position) ?? true);

/** The entry with this id; throws when the repertoire's own references are broken (a test keeps them whole). */
export function entry<T extends { readonly id: string }>(entries: readonly T[], wanted: string): T {
  const found = entries.find((one) => one.id === wanted);
  if (!found) throw new Error(`the repertoire has no "${wanted}"`);
  return found;
}

/** The prop of a correction as it goes there: `placed` says where and which way round; drawn only in its usual place. */
export function propOf(
  { prop, placing }: Pick<Correction, 'prop' | 'placing'>,
  props: readonly Prop[],
): (Pick<Prop, 'name' | 'notWhen' | 'drawn'> & { readonly placed: string }) | undefined {
  if (prop === undefined) return undefined;
  const { name, placement, whichWay, notWhen, drawn } = entry(props, prop);
  return placing === undefined
    ? { name, notWhen, drawn, placed: `${placement} ${whichWay}` }
    : { name, notWhen, drawn: undefined, placed: placing };
}

/** A level by its number; throws where the exercise has none such, like `entry`. */
export function levelOf({ id: exerciseId, levels }: Exercise, wanted: number): Level {
  const found = levels.find(({ number }) => number === wanted);
  if (!found) throw new Error(`${exerciseId} has no level ${wanted}`);
  return found;
}

/** The exercise as it is at a level: some levels are done in another position than the first. */
export function exerciseAt(exercise: Exercise, wanted: number | undefined): Exercise {
  const found = exercise.levels.find(({ number }) => number === wanted);
  const position = found && positionOf(found.top);
  return position === undefined || position === exercise.position ? exercise : { ...exercise, position };
}

/** Whether a correction serves a fault at one level of an exercise or another. */
export const servesSomewhere = (correction: Correction, exercise: Exercise, fault: string): boolean =>
  serves(correction, exercise, fault) ||
  exercise.levels.some(({ number }) => serves(correction, exerciseAt(exercise, number), fault));

/** The trunk stands off the mat at the top: there, tilt and flare are read against the trunk's own line. */
export const isInclined = ({ top }: Pick<Level, 'top'>): boolean =>
  ['supine', 'kneeling', 'standing'].includes(positionOf(top)) && Math.abs(top.trunkDeg ?? 0) > 5;
