import { measuresSeen } from '../alignment/needs';
import { remembering } from '../remember';
import { exerciseAt } from './find';
import type { Exercise } from './entries';
import type { View } from '../anatomy/positions';

const remember = remembering<Exercise, Exercise['looks']>();

/** Whether a picture or a film from there tells something that is watched: of a spine that rolls, how it does. */
export function isMeasuredFrom(
  { position, watches, levels }: Pick<Exercise, 'position' | 'watches' | 'levels'>,
  view: View,
): boolean {
  const seen = measuresSeen(position, view);
  return (
    watches.some(({ measure }) => seen.includes(measure)) || (view === 'side' && levels.some(({ rolls }) => rolls))
  );
}

/**
 * From where a level is looked at: where a picture tells something that is watched; where none does, from every side that the
 * exercise names, by eye.
 */
export const looksAt = (exercise: Exercise, level?: number): Exercise['looks'] =>
  remember(exercise, String(level), () => findLooks(exercise, level));

function findLooks(exercise: Exercise, level: number | undefined): Exercise['looks'] {
  const { position, watches, looks, levels } = exerciseAt(exercise, level);
  const here = levels.filter(({ number }) => level === undefined || number === level);
  const watched = watches.filter(({ levels }) => level === undefined || (levels?.includes(level) ?? true));
  const measured = looks.filter(({ view }) => isMeasuredFrom({ position, watches: watched, levels: here }, view));
  return measured.length > 0 ? measured : looks;
}
