import { measuresSeen } from '../alignment/needs';
import { remembering } from '../remember';
import { exerciseAt } from './find';
import type { Exercise } from './entries';

const remember = remembering<Exercise, Exercise['looks']>();

/** From where a picture tells something that this exercise watches, at a level; the other views are for the eye alone. */
export const measuredLooks = (exercise: Exercise, level?: number): Exercise['looks'] =>
  remember(exercise, String(level), () => findMeasuredLooks(exercise, level));

function findMeasuredLooks(exercise: Exercise, level: number | undefined): Exercise['looks'] {
  const { position, watches, looks } = exerciseAt(exercise, level);
  const watched = watches.filter(({ levels }) => level === undefined || (levels?.includes(level) ?? true));
  return looks.filter(({ view }) => {
    const seen = measuresSeen(position, view);
    return watched.some(({ measure }) => seen.includes(measure));
  });
}
