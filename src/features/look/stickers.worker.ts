// Finds stickers off the main thread, and names them: the picture is fetched, decoded and searched here.
import { colourAt } from '@/core/motion/sticker-colour';
import type { Pixels } from '@/core/motion/sticker-colour';
import { nameStickers } from '@/core/motion/sticker-naming';
import type { ExpectedMark } from '@/core/motion/sticker-naming';
import { stickerColours } from '@/core/anatomy/stickers';
import { matStickersOf, nearestSticker } from '@/core/motion/sticker-plan';
import { findDiscs, findStickers } from '@/core/motion/stickers';
import type { Sticker } from '@/core/motion/stickers';
import type { MarkId } from '@/core/anatomy/marks';
import type { Vec2 } from '@/core/geometry';

/** `tap`: shares of the picture's width and height. */
export type StickerAsk =
  | { readonly ask: 'all'; readonly address: string; readonly expected: readonly ExpectedMark[] }
  | { readonly ask: 'under'; readonly address: string; readonly tap: Vec2 };

/** In pixels of the picture as it is shown; `width` to bring them to the original. */
export type NamedStickers = {
  readonly named: readonly { readonly name: MarkId; readonly sticker: Sticker }[];
  readonly unnamed: readonly { readonly sticker: Sticker; readonly why: string }[];
  readonly mat?: readonly [Sticker, Sticker] | undefined;
};
export type StickerAnswer =
  | ({ readonly ok: true; readonly width: number } & NamedStickers)
  | { readonly ok: true; readonly width: number; readonly under: Sticker | undefined }
  | { readonly ok: false };

async function pixelsAt(address: string): Promise<Pixels | undefined> {
  const response = await fetch(address);
  if (!response.ok) return undefined;
  const bitmap = await createImageBitmap(await response.blob());
  const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', { willReadFrequently: true });
  if (!context) return undefined;
  context.drawImage(bitmap, 0, 0);
  return context.getImageData(0, 0, bitmap.width, bitmap.height);
}

function stickerUnder(pixels: Pixels, [x, y]: Vec2): Sticker | undefined {
  const tap: Vec2 = [x * pixels.width, y * pixels.height];
  const colour = colourAt(pixels, tap);
  return colour && nearestSticker(findDiscs(pixels, [colour]), tap, 0);
}

async function answer(question: StickerAsk): Promise<StickerAnswer> {
  const pixels = await pixelsAt(question.address);
  if (!pixels) return { ok: false };
  const { width } = pixels;
  if (question.ask === 'under') return { ok: true, width, under: stickerUnder(pixels, question.tap) };
  const stickers = findStickers(pixels, stickerColours);
  return { ok: true, width, ...nameStickers(stickers, question.expected), mat: matStickersOf(stickers) };
}

self.onmessage = ({ data }: MessageEvent<StickerAsk>) => {
  answer(data)
    .catch((): StickerAnswer => ({ ok: false }))
    .then((answer) => self.postMessage(answer));
};
