// What an eye that watches an exercise has to know: where the stickers should be, by what they are read, and how it is drawn.
import type { MarkId } from '../anatomy/marks';
import type { View } from '../anatomy/positions';
import type { Body } from '../body/segments';
import { movementOf } from '../body/shown';
import type { Setting } from '../alignment/setting';
import type { ExpectedMark } from '../motion/sticker-naming';
import type { Exercise, Level } from './entries';
import { expectedStickers } from './expected';
import { startsOffRest } from './facts';
import type { SceneInput } from './film-scene';
import { exerciseAt } from './find';
import type { Layer } from './stances';
import { isExtra, marksFor } from './wanted';

export type LiveTask = {
  /** What frames are read by, but for what the picture itself tells. */
  readonly input: Omit<SceneInput, 'size' | 'lines'>;
  readonly expected: readonly ExpectedMark[];
  /** Stickers that are asked for: what is watched is told by them. */
  readonly asked: readonly MarkId[];
  /** The movement begins rolled up or lifted: own neutral is taken lying at rest before it. */
  readonly beginsOffRest: boolean;
};

export type TaskFor = {
  readonly exercise: Exercise;
  readonly level: Level;
  readonly body: Body;
  readonly school: string;
  readonly stances: Readonly<Record<string, string>>;
  readonly from?: Readonly<Record<string, Layer>>;
  readonly conditions: readonly string[];
  readonly view: View;
  readonly setting: Setting;
};

/** Views that a camera can watch an exercise from: from the ends too few stickers are seen to name them without being told. */
export const viewsToWatch = ({ looks }: Pick<Exercise, 'looks'>): readonly View[] =>
  looks.some(({ view }) => view === 'side') ? ['side'] : [];

export function liveTask({ exercise, level, body, view, setting, conditions, ...stances }: TaskFor): LiveTask {
  const number = Math.floor(level.number); // half a step is watched by the level below it
  const wanted = marksFor(exerciseAt(exercise, number), view, level);
  const expected = expectedStickers(body, movementOf(level).start, view, wanted, setting.headEnd);
  return {
    input: { exercise: exercise.id, level: number, ...stances, conditions, view, setting },
    expected,
    asked: expected.filter(({ name }) => wanted.includes(name) && !isExtra(name)).map(({ name }) => name),
    beginsOffRest: startsOffRest(level),
  };
}
