// What a client takes home, in plain words: which exercises, how many, how to breathe, what to feel, when to stop.
import { parsePattern } from '../breathing/parse';
import type { Pose } from '../body/pose';
import type { Body } from '../body/segments';
import type { Scene } from '../figure/scene';
import { startOf } from '../body/shown';
import type { Repertoire } from '../knowledge/entries';
import type { Home } from './events';
import { rungAt } from '../load/rungs';
import type { Session } from './session';

export type HomeExercise = {
  readonly id: string;
  readonly name: string;
  readonly plain: string;
  readonly how: string;
  readonly start: Pose;
  readonly top: Pose;
  readonly scene?: Scene;
  readonly many: string;
  readonly breath: string;
  readonly feel: string;
  readonly notFeel: string;
  /** The words that helped in the session. */
  readonly cue?: string;
};

const numberWords = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'] as const;
const inWords = (count: number): string => numberWords[count] ?? String(count);
const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

/** `Five on each side.` */
export const manyInWords = (repetitions: number, sides: 1 | 2, directions: 1 | 2): string =>
  `${capital(inWords(repetitions))}${sides === 2 ? ' on each side' : ''}${directions === 2 ? ', each way round' : ''}.`;

/** `in 4 ready, out 4 lift` → `Breathe in for four (ready), out for four (lift).` */
export function breathInWords(pattern: string): string {
  const parsed = parsePattern(pattern);
  if (!parsed.ok) return '';
  const parts = parsed.value.map(
    ({ kind, count, moves }) => `${kind} for ${inWords(count)}${moves ? ` (${moves})` : ''}`,
  );
  return `Breathe ${parts.join(', ')}.`;
}

/** The exercises chosen for home as they were taught; one that has left the repertoire is left out. */
export function homeExercises(repertoire: Repertoire, session: Session, home: Home, body: Body): HomeExercise[] {
  return home.items.flatMap(({ exercise: id, level, repetitions }): HomeExercise[] => {
    const exercise = repertoire.exercises.find((one) => one.id === id);
    const rung = exercise && rungAt(exercise, level, body);
    if (!exercise || !rung) return [];
    const taught = session.items.find((item) => item.exercise === id);
    const helped = taught?.tries.findLast(({ verdict }) => verdict === 'better');
    const correction = repertoire.corrections.find((one) => one.id === helped?.correction);
    const isCue = correction && (correction.kind === 'verbal' || correction.kind === 'image');
    const { sides, directions } = taught?.dose ?? rung.dose;
    return [
      {
        id,
        name: exercise.name,
        plain: exercise.plain,
        how: `${rung.name}. ${rung.change}`,
        start: startOf(rung),
        top: rung.top,
        ...(rung.scene ? { scene: rung.scene } : {}),
        many: manyInWords(repetitions, sides, directions),
        breath: breathInWords(taught?.dose.pattern ?? exercise.breath[0]?.pattern ?? ''),
        feel: exercise.feel.where,
        notFeel: exercise.feel.notWhere,
        ...(isCue ? { cue: correction.say } : {}),
      },
    ];
  });
}
