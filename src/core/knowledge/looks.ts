import { measuresSeen } from '../alignment/needs';
import { remembering } from '../remember';
import { exerciseAt } from './find';
import type { Exercise } from './entries';
import type { View } from '../anatomy/positions';

const remember = remembering<Exercise, Exercise['looks']>();

/** Whether a picture from there tells something that is watched. */
export function isMeasuredFrom({ position, watches }: Pick<Exercise, 'position' | 'watches'>, view: View): boolean {
  const seen = measuresSeen(position, view);
  return watches.some(({ measure }) => seen.includes(measure));
}

/**
 * From where a level is looked at: where a picture tells something that is watched; where none does, from every side that the
 * exercise names, by eye.
 */
export const looksAt = (exercise: Exercise, level?: number): Exercise['looks'] =>
  remember(exercise, String(level), () => findLooks(exercise, level));

function findLooks(exercise: Exercise, level: number | undefined): Exercise['looks'] {
  const { position, watches, looks } = exerciseAt(exercise, level);
  const watched = watches.filter(({ levels }) => level === undefined || (levels?.includes(level) ?? true));
  const measured = looks.filter(({ view }) => isMeasuredFrom({ position, watches: watched }, view));
  return measured.length > 0 ? measured : looks;
}
