// What things of the repertoire are called where history is told. Entries can go; what was done with them stays: these never
// throw, and say of a missing one that it is gone.
import type { Side } from '../anatomy/landmarks';
import type { Fault, Repertoire, School } from './entries';

/** Words kept with a record when it was made; they go before what the repertoire says by now. */
export type KeptWords = Readonly<Record<string, string>>;

const gone = (id: string): string => `${id} (no longer in the repertoire)`;

/** An exercise by its name. */
export const exerciseName = ({ exercises }: Pick<Repertoire, 'exercises'>, id: string, kept?: KeptWords): string =>
  exercises.find((one) => one.id === id)?.name ?? kept?.[id] ?? gone(id);

/** A fault in plain words. */
export const faultWords = ({ faults }: Pick<Repertoire, 'faults'>, id: string, kept?: KeptWords): string =>
  faults.find((one) => one.id === id)?.plain ?? kept?.[id] ?? gone(id);

/** A fault in plain words, with its side where that is known and matters. */
export const plainOf = ({ plain, plainTo }: Pick<Fault, 'plain' | 'plainTo'>, side: Side | undefined): string =>
  side && plainTo ? plainTo.replace('{side}', side === 'L' ? 'left' : 'right') : plain;

/** A correction as it is said. */
export const correctionWords = (
  { corrections }: Pick<Repertoire, 'corrections'>,
  id: string,
  kept?: KeptWords,
): string => corrections.find((one) => one.id === id)?.say ?? kept?.[id] ?? gone(id);

/** The condition that a rule belongs to, by its name; a rule is called `condition.rule`. */
export function conditionOfRule({ conditions }: Pick<Repertoire, 'conditions'>, rule: string): string {
  const id = rule.split('.')[0] ?? rule;
  return conditions.find((one) => one.id === id)?.name ?? gone(id);
}

/** A stop sign by its name. */
export const signName = ({ stopSigns }: Pick<Repertoire, 'stopSigns'>, id: string): string =>
  stopSigns.find((one) => one.id === id)?.name ?? gone(id);

/** A school by its name. */
export const schoolName = ({ schools }: Pick<Repertoire, 'schools'>, id: string): string =>
  schools.find((one) => one.id === id)?.name ?? gone(id);

/** The school with this id, or the first one where it is gone: something must be asked of a body. */
export function schoolOrFirst({ schools }: Pick<Repertoire, 'schools'>, id: string): School {
  const found = schools.find((one) => one.id === id) ?? schools[0];
  if (!found) throw new Error('the repertoire has no school');
  return found;
}

/** Words of an exercise, its level and what was found and tried, to be kept with a look. */
export function wordsToKeep(
  repertoire: Repertoire,
  exercise: string,
  faults: readonly string[],
  correction: string | null,
): Record<string, string> {
  return Object.fromEntries([
    [exercise, exerciseName(repertoire, exercise)],
    ...faults.map((id) => [id, faultWords(repertoire, id)]),
    ...(correction === null ? [] : [[correction, correctionWords(repertoire, correction)]]),
  ]);
}
