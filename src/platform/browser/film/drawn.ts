// A frame of the simulated camera: the room, the body in its clothes, a soft lens and a sensor's grain.
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import type { View } from '@/core/anatomy/positions';
import type { PosedBody } from '@/core/body/skeleton';
import type { Camera } from '@/core/figure/camera';
import { filmFigure } from '@/core/figure/picture';
import { normal, seeded } from '@/core/random';

type Context = OffscreenCanvasRenderingContext2D;

/** Strength of a sensor's grain, and how soft the lens is, px. */
const [grainSd, softPx] = [5, 0.7];
/** Patterns of grain, drawn in turn: noise anew for every pixel of every frame would take longer than all the rest. */
const grains = 7;

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

export const grainsOf = ({ widthPx, heightPx }: Camera): OffscreenCanvas[] =>
  Array.from({ length: grains }, (_, i) => grainOf(widthPx, heightPx, i + 1));

/** What stands still in front of a simulated camera, and what the drawn client wears. */
export type Scenery = {
  readonly camera: Camera;
  readonly view: View;
  readonly worn: readonly LandmarkKey[];
  readonly room: ImageBitmap;
  readonly noise: readonly OffscreenCanvas[];
};

/** Draws one frame. */
export function drawFrame(context: Context, posed: PosedBody, frame: number, scenery: Scenery): void {
  const { camera, view, worn, room, noise } = scenery;
  context.drawImage(room, 0, 0, camera.widthPx, camera.heightPx);
  for (const { path, fill } of filmFigure(posed, camera, view, worn).fills) {
    context.fillStyle = fill;
    context.fill(new Path2D(path));
  }
  // A soft lens: the picture over itself, a little aside. A blur by filter takes ten times as long.
  context.globalAlpha = 0.5;
  context.drawImage(context.canvas, softPx, softPx);
  context.globalAlpha = 1;
  const grain = noise[frame % noise.length];
  if (grain) context.drawImage(grain, 0, 0);
}
