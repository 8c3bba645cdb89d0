// Finds stickers off the main thread: the picture is fetched, decoded and searched here.
import { colourAt, findStickers } from '@/core/motion/stickers';
import type { Rgb, Sticker } from '@/core/motion/stickers';
import type { Vec2 } from '@/core/geometry';

/** `tap`: shares of the picture's width and height. */
export type StickerAsk = { readonly address: string; readonly colours: readonly Rgb[]; readonly tap?: Vec2 };
/** In pixels of the picture as it is shown; `size` to bring them to the original. */
export type StickerAnswer =
  | { readonly ok: true; readonly stickers: readonly Sticker[]; readonly width: number; readonly tapped?: Rgb }
  | { readonly ok: false };

async function answer({ address, colours, tap }: StickerAsk): Promise<StickerAnswer> {
  const response = await fetch(address);
  if (!response.ok) return { ok: false };
  const bitmap = await createImageBitmap(await response.blob());
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return { ok: false };
  context.drawImage(bitmap, 0, 0);
  const { data, width, height } = context.getImageData(0, 0, bitmap.width, bitmap.height);
  const pixels = { data, width, height };
  const tapped = tap && colourAt(pixels, [tap[0] * width, tap[1] * height]);
  if (tap && !tapped) return { ok: true, stickers: [], width };
  return {
    ok: true,
    stickers: findStickers(pixels, tapped ? [tapped] : colours),
    width,
    ...(tapped ? { tapped } : {}),
  };
}

self.onmessage = ({ data }: MessageEvent<StickerAsk>) => {
  answer(data)
    .catch((): StickerAnswer => ({ ok: false }))
    .then((answer) => self.postMessage(answer));
};
