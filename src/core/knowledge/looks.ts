import { measuresSeen } from '../alignment/measure';
import { exerciseAt } from './find';
import type { Exercise } from './entries';

/** From where a picture tells something that this exercise watches, at a level; the other views are for the eye alone. */
export function measuredLooks(exercise: Exercise, level?: number): Exercise['looks'] {
  const { position, watches, looks } = exerciseAt(exercise, level);
  const watched = watches.filter(({ levels }) => level === undefined || (levels?.includes(level) ?? true));
  return looks.filter(({ view }) => {
    const seen = measuresSeen(position, view);
    return watched.some(({ measure }) => seen.includes(measure));
  });
}
