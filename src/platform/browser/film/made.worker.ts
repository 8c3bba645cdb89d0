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
import { drawFrame, grainsOf } from './drawn';

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

const bitrate = 3_000_000;

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
  const scenery = { camera, view, worn, room, noise: grainsOf(camera) };
  const output = new Output({ format: new WebMOutputFormat(), target: new BufferTarget() });
  const source = new CanvasSource(canvas, { codec: 'vp8', bitrate, keyFrameInterval: 2 });
  output.addVideoTrack(source, { frameRate: fps });
  await output.start();
  const frames = Math.floor(lengthOf(set) * fps);
  for (let frame = 0; frame < frames; frame += 1) {
    const posed = poseBody(body, poseInSet(body, movement, set, frame / fps));
    drawFrame(context, posed, frame, scenery);
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
