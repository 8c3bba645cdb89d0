// Films of the simulated camera: the body model plays a set, frame by frame, as a camera would see it and a phone would compress it.
import { expose } from 'comlink';
import { BufferTarget, CanvasSource, Output, WebMOutputFormat } from 'mediabunny';
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import type { View } from '@/core/anatomy/positions';
import { lengthOf, poseInSet } from '@/core/body/played-set';
import type { PlayedSet } from '@/core/body/played-set';
import type { Body } from '@/core/body/segments';
import type { Movement } from '@/core/body/shown';
import { poseBody } from '@/core/body/skeleton';
import type { Camera } from '@/core/figure/camera';
import { filmFigure } from '@/core/figure/picture';
import { normal, seeded } from '@/core/random';

export type ToMake = {
  readonly body: Body;
  readonly movement: Movement;
  readonly set: PlayedSet;
  readonly camera: Camera;
  readonly view: View;
  /** Landmarks with a sticker; none: points on cloth. */
  readonly worn: readonly LandmarkKey[];
  readonly fps: number;
};

/** Strength of a sensor's grain, and how soft the lens is, px. */
const [grainSd, softPx] = [5, 0.7];
/** Patterns of grain, drawn in turn: noise anew for every pixel of every frame would take longer than all the rest. */
const grains = 7;
const bitrate = 3_000_000;

function grainOf(width: number, height: number, seed: number): OffscreenCanvas {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) return canvas;
  const uniform = seeded(seed);
  const picture = context.createImageData(width, height);
  for (let i = 0; i < picture.data.length; i += 4) {
    const value = grainSd * normal(uniform);
    const tone = value > 0 ? 255 : 0;
    [picture.data[i], picture.data[i + 1], picture.data[i + 2]] = [tone, tone, tone];
    picture.data[i + 3] = Math.min(255, Math.abs(value));
  }
  context.putImageData(picture, 0, 0);
  return canvas;
}

/** Makes a film as WebM. `room`: what stands still behind the body. */
async function make(
  { body, movement, set, camera, view, worn, fps }: ToMake,
  room: ImageBitmap,
  onProgress: (share: number) => void,
): Promise<Blob> {
  const { widthPx: width, heightPx: height } = camera;
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('no canvas');
  const noise = Array.from({ length: grains }, (_, i) => grainOf(width, height, i + 1));
  const output = new Output({ format: new WebMOutputFormat(), target: new BufferTarget() });
  const source = new CanvasSource(canvas, { codec: 'vp8', bitrate, keyFrameInterval: 2 });
  output.addVideoTrack(source, { frameRate: fps });
  await output.start();
  const frames = Math.floor(lengthOf(set) * fps);
  for (let frame = 0; frame < frames; frame += 1) {
    const posed = poseBody(body, poseInSet(body, movement, set, frame / fps));
    context.drawImage(room, 0, 0, width, height);
    for (const { path, fill } of filmFigure(posed, camera, view, worn).fills) {
      context.fillStyle = fill;
      context.fill(new Path2D(path));
    }
    // A soft lens: the picture over itself, a little aside. A blur by filter takes ten times as long.
    context.globalAlpha = 0.5;
    context.drawImage(canvas, softPx, softPx);
    context.globalAlpha = 1;
    const grain = noise[frame % grains];
    if (grain) context.drawImage(grain, 0, 0);
    await source.add(frame / fps, 1 / fps);
    if (frame % 10 === 0) onProgress(frame / frames);
  }
  await output.finalize();
  onProgress(1);
  return new Blob([output.target.buffer ?? new ArrayBuffer(0)], { type: 'video/webm' });
}

const maker = { make };
export type FilmMaker = typeof maker;
expose(maker);
