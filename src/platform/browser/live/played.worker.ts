// The simulated camera as it runs: the body model does a set, over and over, at the pace of the clock.
import { expose, transfer } from 'comlink';
import { lengthOf, poseInSet } from '@/core/body/played-set';
import { poseBody } from '@/core/body/skeleton';
import { drawFrame, grainsOf } from '../film/drawn';
import type { ToMake } from '../film/made.worker';

/** Resolves when the frame was worked through. */
export type OnFrame = (frame: ImageBitmap, atS: number) => Promise<void>;

class Player {
  private isOver = false;

  stop(): void {
    this.isOver = true;
  }

  /** Plays a set once; `again`: from its beginning when it is over. Resolves at its end. */
  async play(what: ToMake, room: ImageBitmap, onFrame: OnFrame): Promise<void> {
    const { body, movement, set, camera, view, worn, fps } = what;
    const scenery = { camera, view, worn, room, noise: grainsOf(camera) };
    const context = new OffscreenCanvas(camera.widthPx, camera.heightPx).getContext('2d');
    if (!context) throw new Error('no canvas');
    let dueMs = performance.now();
    let taken: Promise<void> = Promise.resolve();
    const stepMs = 1000 / fps;
    const frames = Math.floor(lengthOf(set) * fps);
    for (let frame = 0; !this.isOver && frame < frames; frame += 1) {
      drawFrame(context, poseBody(body, poseInSet(body, movement, set, frame / fps)), frame, scenery);
      const bitmap = context.canvas.transferToImageBitmap();
      const wait = dueMs - performance.now();
      if (wait > 0) await new Promise((go) => setTimeout(go, wait));
      await taken; // on a machine that can't follow, she moves slower: no frame is left out
      taken = onFrame(transfer(bitmap, [bitmap]), frame / fps);
      dueMs = Math.max(dueMs, performance.now() - stepMs) + stepMs;
      await new Promise((go) => setTimeout(go, 0)); // to hear that it is to stop
    }
  }
}

const player = new Player();
export type { Player };
expose(player);
