// A film with what was followed drawn on it, as a film again: blocks as they are and where level is, and each repetition's verdict.
import { BufferTarget, CanvasSource, Output, WebMOutputFormat } from 'mediabunny';
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import type { Marks } from '@/core/anatomy/marks';
import { levelLines } from '@/core/figure/levels';
import type { Line } from '@/core/figure/levels';
import type { Vec2 } from '@/core/geometry';
import { entriesOf } from '@/core/keyed';
import { frameAt, marksAt } from '@/core/knowledge/film';
import type { FollowedFilm } from '@/core/knowledge/film';

/** What is written under a repetition, and from when which block is out in it. */
export type Captioned = {
  readonly startS: number;
  readonly endS: number;
  readonly words: string;
  readonly out?: { readonly fromS: number; readonly block: string };
};

export type Over = {
  readonly lines: Pick<Marks, 'matLine' | 'scale'>;
  /** The moment that level is told from, s. */
  readonly restS: number;
  readonly repetitions: readonly Captioned[];
};

type Context = OffscreenCanvasRenderingContext2D;

const [paper, ink, fluid, outOfLevel] = ['#ffffff', '#0d1518', '#dbe85a', '#ff8a5c'];
const bitrate = 4_000_000;
/** No wider: it is looked at on a telephone. */
export const overPx = 1280;

function stroke(context: Context, [a, b]: Line, width: number, colour: string, dash: number[] = []): void {
  context.beginPath();
  context.moveTo(...a);
  context.lineTo(...b);
  context.lineWidth = width;
  context.strokeStyle = colour;
  context.setLineDash(dash);
  context.stroke();
}

function dot(context: Context, [x, y]: Vec2, unit: number): void {
  context.beginPath();
  context.arc(x, y, 5 * unit, 0, 2 * Math.PI);
  context.setLineDash([]);
  context.lineWidth = 2 * unit;
  context.strokeStyle = paper;
  context.stroke();
}

function caption(context: Context, words: string, isOut: boolean, unit: number): void {
  const { width, height } = context.canvas;
  context.font = `700 ${22 * unit}px sans-serif`;
  const [w, h] = [Math.min(width, context.measureText(words).width + 28 * unit), 40 * unit];
  context.fillStyle = 'rgba(13, 21, 24, 0.78)';
  context.fillRect(0, height - h, w, h);
  context.fillStyle = isOut ? outOfLevel : paper;
  context.fillText(words, 14 * unit, height - 13 * unit, width - 28 * unit);
}

/** Draws on a frame; points of the film are brought to its size by `by`. */
function drawOver(context: Context, marks: Marks, rest: Marks, at: number, over: Over, by: number): void {
  const unit = context.canvas.width / 860;
  const one = over.repetitions.find(({ startS, endS }) => at >= startS && at <= endS);
  const isOut = (block: string): boolean => one?.out?.block === block && at >= one.out.fromS;
  const sized = (line: Line): Line => [
    [line[0][0] * by, line[0][1] * by],
    [line[1][0] * by, line[1][1] * by],
  ];
  context.lineCap = 'round';
  for (const { block, line, level } of levelLines(marks, rest)) {
    if (level) {
      stroke(context, sized(level), 4.5 * unit, 'rgba(13, 21, 24, 0.55)');
      stroke(context, sized(level), 1.8 * unit, paper, [7 * unit, 6 * unit]);
    }
    stroke(context, sized(line), 5.5 * unit, ink);
    stroke(context, sized(line), 3 * unit, isOut(block) ? outOfLevel : fluid);
  }
  for (const [, place] of entriesOf<LandmarkKey, Vec2 | undefined>(marks.landmarks))
    if (place) dot(context, [place[0] * by, place[1] * by], unit);
  if (one) caption(context, one.words, one.out !== undefined && at >= one.out.fromS, unit);
}

type Making = {
  /** Of the film that was followed, px. */
  readonly width: number;
  readonly onProgress: (share: number) => void;
  readonly isCancelled: () => boolean;
};

/** The film of what was followed as WebM. `frames`: of it, upright, no wider than `overPx`. undefined where it was stopped. */
export async function filmOver(
  film: FollowedFilm,
  over: Over,
  frames: AsyncIterable<readonly [frame: number, OffscreenCanvas]>,
  { width, onProgress, isCancelled }: Making,
): Promise<Blob | undefined> {
  const rest = marksAt(film, over.lines, frameAt(film.times, over.restS));
  const output = new Output({ format: new WebMOutputFormat(), target: new BufferTarget() });
  let made: { readonly context: Context; readonly source: CanvasSource } | undefined;
  const begin = async ({ width: wide, height: high }: OffscreenCanvas) => {
    const canvas = new OffscreenCanvas(wide - (wide % 2), high - (high % 2));
    const context = canvas.getContext('2d');
    if (!context) throw new Error('no canvas');
    const source = new CanvasSource(canvas, { codec: 'vp8', bitrate, keyFrameInterval: 2 });
    output.addVideoTrack(source);
    await output.start();
    return { context, source };
  };
  const startS = film.times[0] ?? 0;
  for await (const [i, frame] of frames) {
    if (isCancelled()) {
      await output.cancel();
      return undefined;
    }
    made ??= await begin(frame);
    const at = film.times[i] ?? 0;
    made.context.drawImage(frame, 0, 0);
    drawOver(made.context, marksAt(film, over.lines, i), rest, at, over, frame.width / width);
    await made.source.add(at - startS, Math.max(0.001, (film.times[i + 1] ?? at + 1 / 30) - at));
    if (i % 10 === 0) onProgress(i / film.times.length);
  }
  if (!made) return undefined;
  await output.finalize();
  return new Blob([output.target.buffer ?? new ArrayBuffer(0)], { type: 'video/webm' });
}
