import type { Vec2 } from '@/core/geometry';
import { assignStickers, nearestSticker, stickerColours } from '@/core/motion/sticker-plan';
import type { StickerAnswer, StickerAsk } from './stickers.worker';
import type { Sheet } from './state';
import type { expectedPlaces } from './expected';
import type { MarkId } from '@/core/anatomy/marks';
import { pictureAddress } from '@/design/marked-picture';

const patienceMs = 20_000;

function ask(question: StickerAsk): Promise<StickerAnswer> {
  const worker = new Worker(new URL('./stickers.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<StickerAnswer>((resolve) => {
    const patience = setTimeout(() => resolve({ ok: false }), patienceMs);
    worker.onmessage = ({ data }: MessageEvent<StickerAnswer>) => {
      clearTimeout(patience);
      resolve(data);
    };
    worker.onerror = () => resolve({ ok: false });
    worker.postMessage(question);
  }).finally(() => worker.terminate());
}

export type FoundStickers =
  | { readonly ok: true; readonly points: Readonly<Partial<Record<MarkId, Vec2>>>; readonly seen: number }
  | { readonly ok: false; readonly message: string };

/** Finds the stickers of a picture and names them by colour and place. */
export async function placeByStickers(
  sheet: Sheet,
  expected: ReturnType<typeof expectedPlaces>,
): Promise<FoundStickers> {
  const answer = await ask({ address: pictureAddress(sheet.id), colours: stickerColours });
  if (!answer.ok) return { ok: false, message: 'The picture could not be read for stickers. Try again in a moment.' };
  const scale = sheet.originalWidth / answer.width;
  const assigned = assignStickers(
    answer.stickers,
    expected.map(({ landmark, at }) => ({ name: landmark, at })),
  );
  const points: Partial<Record<MarkId, Vec2>> = {};
  for (const { landmark, at } of assigned) {
    const name = expected.find((one) => one.landmark === landmark)?.name;
    if (name) points[name] = [at[0] * scale, at[1] * scale];
  }
  return { ok: true, points, seen: answer.stickers.length };
}

/** The middle of the sticker under a tap, of whatever colour it is; at sub-pixel place. */
export async function stickerUnder(sheet: Sheet, at: Vec2): Promise<Vec2 | undefined> {
  const answer = await ask({
    address: pictureAddress(sheet.id),
    colours: [],
    tap: [at[0] / sheet.originalWidth, at[1] / sheet.originalHeight],
  });
  if (!answer.ok) return undefined;
  const scale = sheet.originalWidth / answer.width;
  const found = nearestSticker(answer.stickers, [at[0] / scale, at[1] / scale], 0);
  return found && [found.at[0] * scale, found.at[1] * scale];
}
