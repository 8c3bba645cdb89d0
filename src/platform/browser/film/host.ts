// The page's side of a film's workers.
import { proxy, transfer, wrap } from 'comlink';
import type { Remote } from 'comlink';
import type { FilmReader, OnProgress } from './film.worker';
import type { FilmMaker, ToMake } from './made.worker';

export type Reader = { readonly film: Remote<FilmReader>; readonly stop: () => void };

/** A worker that reads one film. */
export function startReader(): Reader {
  const worker = new Worker(new URL('./film.worker.ts', import.meta.url), { type: 'module' });
  return { film: wrap<FilmReader>(worker), stop: () => worker.terminate() };
}

/** A way for a worker to tell how far it is. */
export const telling = (onProgress: OnProgress): OnProgress => proxy(onProgress);

/** A drawing as pixels. */
export async function pictureOf(svg: string): Promise<ImageBitmap> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  return createImageBitmap(image);
}

/** A film of the simulated camera; `signal` stops it. `room`: as SVG. */
export async function makeFilm(what: ToMake, room: string, onProgress: OnProgress, signal: AbortSignal): Promise<Blob> {
  const bitmap = await pictureOf(room);
  const worker = new Worker(new URL('./made.worker.ts', import.meta.url), { type: 'module' });
  const stopped = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError')));
    worker.onerror = () => reject(new Error('the film could not be made'));
  });
  try {
    return await Promise.race([
      wrap<FilmMaker>(worker).make(what, transfer(bitmap, [bitmap]), proxy(onProgress)),
      stopped,
    ]);
  } finally {
    worker.terminate();
  }
}
