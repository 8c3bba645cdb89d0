// What a client feels, and where: what does not belong there points to a fault, and brings forward what acts on it.
import type { Correction, Exercise, Repertoire } from '../knowledge/entries';
import type { Place } from '../anatomy/places';

/** Places where an exercise should not be felt, of those that were named; in the order of the exercise. */
export const misplaced = ({ feel }: Pick<Exercise, 'feel'>, felt: readonly Place[]): Place[] =>
  feel.notAt.filter((place) => felt.includes(place));

/** The first fault that the exercise watches which is felt where the exercise should not be. */
export function faultFelt(
  { faults }: Pick<Repertoire, 'faults'>,
  exercise: Pick<Exercise, 'feel' | 'faults'>,
  felt: readonly Place[],
): string | undefined {
  const wrong = misplaced(exercise, felt);
  return exercise.faults.find(({ fault: id }) =>
    faults.find((one) => one.id === id)?.feltAt.some((at) => wrong.includes(at)),
  )?.fault;
}

/**
 * The first place where she feels what she should not that a correction also acts on: one of its faults is watched in the
 * exercise and felt there.
 */
export function placeEased(
  { faults }: Pick<Repertoire, 'faults'>,
  exercise: Pick<Exercise, 'feel' | 'faults'>,
  correction: Pick<Correction, 'faults'>,
  felt: readonly Place[],
): Place | undefined {
  const wrong = misplaced(exercise, felt);
  if (wrong.length === 0) return undefined;
  const acted = faults.filter(
    ({ id }) => correction.faults.includes(id) && exercise.faults.some(({ fault }) => fault === id),
  );
  return wrong.find((place) => acted.some(({ feltAt }) => feltAt.includes(place)));
}
