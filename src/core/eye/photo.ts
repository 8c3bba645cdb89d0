// A client's own picture as a question: its measured tilt is the truth, as well as it is known.
import { eyeBlocks } from '../alignment/by-eye';
import { levelOf } from '../knowledge/find';
import type { View } from '../anatomy/positions';
import { positionOf } from '../body/position';
import { typicalBody } from '../body/segments';
import type { Vec2 } from '../geometry';
import type { Making } from './make';
import type { Question } from './question';
import { posesOf } from './scenes';

/** A picture, and what was measured in it. */
export type Photo = {
  readonly exercise: string;
  readonly level: number;
  readonly view: View;
  readonly headEnd: 'left' | 'right';
  readonly truthDeg: number;
  readonly truthSe: number;
  readonly size: { readonly width: number; readonly height: number };
  /** The block's two ends, px. */
  readonly line: readonly [Vec2, Vec2];
};

/** A picture beyond what the glass can say is not asked for; nor one whose truth is much blunter than an untrained eye. */
const [widestDeg, bluntestDeg] = [18, 6] as const;

/** The question that a picture asks; undefined where its exercise is gone, or its tilt can't be asked for. */
export function photoQuestion({ repertoire, stances }: Making, photo: Photo, measure: string): Question | undefined {
  const { exercise: id, view, headEnd, truthDeg, truthSe, size, line } = photo;
  const exercise = repertoire.exercises.find((one) => one.id === id);
  const number = Math.floor(photo.level);
  if (!exercise?.levels.some((one) => one.number === number)) return undefined;
  const level = levelOf(exercise, number);
  const block = eyeBlocks(positionOf(level.top), view).find((one) => one.measure === measure);
  if (!block || Math.abs(truthDeg) > widestDeg || truthSe > bluntestDeg) return undefined;
  const { setUp, clean } = posesOf(repertoire, { exercise, level, view }, stances);
  const [[ax, ay], [bx, by]] = line;
  const { heightM, massKg } = typicalBody;
  return {
    figure: {
      ...{ exercise: id, level: number, view, headEnd, style: 'room', moving: false },
      body: { heightM, massKg },
      frames: [setUp, clean],
      photo: { ...size, setUp: true },
    },
    asked: {
      ...{ kind: 'tilt', measure, block: block.block, low: block.low, high: block.high },
      ...{ truthDeg: Math.round(truthDeg * 10) / 10, truthSe, line: [[ax, ay], [bx, by]] },
    },
  }; // prettier-ignore
}
