// Where frames come from as they happen: the camera that the browser has, or the simulated one.
import { proxy, transfer, wrap } from 'comlink';
import { cameraTrouble, realCamera } from '../camera';
import { pictureOf } from '../film/host';
import type { ToMake } from '../film/made.worker';
import type { Player } from './played.worker';

export type LiveFrame = VideoFrame | ImageBitmap;

/** A source that runs until it is stopped, or ends by itself. `atS`: by its own clock. */
export type LiveSource = { readonly stop: () => void };

export type SourceEvents = {
  /** Resolves when the frame was worked through, or left out for a newer one. */
  readonly onFrame: (frame: LiveFrame, atS: number) => Promise<void>;
  /** It gives no more frames; in words why, where it should have. */
  readonly onEnd: (trouble?: string) => void;
};

const wentAway = 'The camera went away. Plug it in, then open it again. What was counted is kept.';

/** The browser's camera, frame by frame. */
export function cameraSource({ onFrame, onEnd }: SourceEvents): LiveSource {
  const video = document.createElement('video');
  video.muted = true;
  video.playsInline = true;
  let close = () => {};
  let isOver = false;
  const next = (now: number) => {
    if (isOver) return;
    void onFrame(new VideoFrame(video, { timestamp: Math.round(now * 1000) }), now / 1000);
    video.requestVideoFrameCallback(next);
  };
  realCamera()
    .then(async (opened) => {
      close = opened.close;
      if (isOver) return close();
      const [track] = opened.stream.getVideoTracks();
      if (track)
        track.onended = () => {
          if (!isOver) onEnd(wentAway);
        };
      video.srcObject = opened.stream;
      video.requestVideoFrameCallback(next);
      await video.play();
    })
    .catch((error: unknown) => onEnd(cameraTrouble(error)));
  return {
    stop: () => {
      isOver = true;
      close();
      video.srcObject = null;
    },
  };
}

/** The simulated camera: the drawn client does a set. `room`: as SVG. */
export function playedSource(what: ToMake, room: string, { onFrame, onEnd }: SourceEvents): LiveSource {
  const worker = new Worker(new URL('./played.worker.ts', import.meta.url), { type: 'module' });
  let isOver = false;
  worker.onerror = () => onEnd('The simulated camera can’t run in this browser.');
  pictureOf(room)
    .then((bitmap) => wrap<Player>(worker).play(what, transfer(bitmap, [bitmap]), proxy(onFrame)))
    .then(() => {
      if (!isOver) onEnd();
    })
    .catch(() => onEnd('The simulated camera can’t run in this browser.'));
  return {
    stop: () => {
      isOver = true;
      worker.terminate();
    },
  };
}
