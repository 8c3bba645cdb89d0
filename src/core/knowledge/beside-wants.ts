// What a device beside is told: the exercise in hand, and all it needs to watch it; nothing of who does it.
import type { Position } from '../anatomy/positions';
import { isRecord } from '../keyed';
import type { Exercise, Repertoire } from './entries';
import type { LiveTask } from './live-task';

export type BesideWants = {
  /** Of the exercise, and of its level. */
  readonly name: string;
  readonly levelName: string;
  readonly position: Position;
  /** What a camera is to watch; null where only a level serves. */
  readonly watch: { readonly task: LiveTask; readonly repertoire: Repertoire } | null;
};

/** As much of the repertoire as one exercise is judged by: no other exercise, no corrections. */
export const onlyFor = (repertoire: Repertoire, exercise: Exercise): Repertoire => ({
  ...repertoire,
  exercises: [exercise],
  corrections: [],
  props: [],
});

/** What the server handed on, as this program writes it. */
export const isWants = (value: unknown): value is BesideWants =>
  isRecord(value) &&
  typeof value.name === 'string' &&
  typeof value.levelName === 'string' &&
  typeof value.position === 'string' &&
  (value.watch === null || (isRecord(value.watch) && isRecord(value.watch.task) && isRecord(value.watch.repertoire)));
