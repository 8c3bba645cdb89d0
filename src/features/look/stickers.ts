import { findLandmarkKey } from '@/core/alignment/landmarks';
import type { Landmark, Side } from '@/core/alignment/landmarks';
import type { View } from '@/core/alignment/input';
import type { Pose } from '@/core/body/pose';
import type { Body } from '@/core/body/segments';
import { poseBody } from '@/core/body/skeleton';
import { flatEye } from '@/core/figure/camera';
import { nearSideOf } from '@/core/figure/random-look';
import type { Vec2 } from '@/core/geometry';
import { assignStickers, stickerColours } from '@/core/motion/sticker-plan';
import type { Rgb } from '@/core/motion/stickers';
import type { StickerAnswer, StickerAsk } from './stickers.worker';
import type { Sheet } from './state';
import { bareName, isLineEnd } from './wanted';
import type { MarkId, WantedMarks } from './wanted';
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

/** Where the model has each wanted landmark in this view, y down, the head (or face) at that end of the picture. */
export function expectedPlaces(
  body: Body,
  pose: Pose,
  view: View,
  wanted: WantedMarks,
  headEnd: 'left' | 'right',
): { name: MarkId; landmark: Landmark; at: Vec2 }[] {
  const posed = poseBody(body, pose);
  const eye = flatEye(view, 1, [0, 0]);
  const near: Side = nearSideOf(posed.position, view);
  return wanted.flatMap((name) => {
    const landmark = bareName(name);
    if (!landmark || isLineEnd(name)) return [];
    const key = name === landmark ? findLandmarkKey(posed.landmarks, landmark, near) : name;
    const point = key && posed.landmarks[key];
    if (!point) return [];
    const [x, y] = eye.see(point).at;
    return [{ name, landmark, at: [headEnd === 'left' ? x : -x, y] as Vec2 }];
  });
}

export type FoundStickers =
  | { readonly ok: true; readonly points: Readonly<Partial<Record<MarkId, Vec2>>>; readonly seen: number }
  | { readonly ok: false; readonly message: string };

/** Finds the stickers of a picture and names them by colour and place. */
export async function placeByStickers(
  sheet: Sheet,
  expected: ReturnType<typeof expectedPlaces>,
): Promise<FoundStickers> {
  const told = await ask({ address: pictureAddress(sheet.id), colours: stickerColours });
  if (!told.ok) return { ok: false, message: 'The picture could not be read for stickers. Try again in a moment.' };
  const scale = sheet.originalWidth / told.width;
  const assigned = assignStickers(
    told.stickers,
    expected.map(({ landmark, at }) => ({ name: landmark, at })),
  );
  const points: Partial<Record<MarkId, Vec2>> = {};
  for (const { landmark, at } of assigned) {
    const name = expected.find((one) => one.landmark === landmark)?.name;
    if (name) points[name] = [at[0] * scale, at[1] * scale];
  }
  return { ok: true, points, seen: told.stickers.length };
}

/** The sticker nearest to a tap, of whatever colour was tapped; at sub-pixel place. */
export async function stickerUnder(sheet: Sheet, at: Vec2): Promise<{ at: Vec2; rgb: Rgb } | undefined> {
  const told = await ask({
    address: pictureAddress(sheet.id),
    colours: [],
    tap: [at[0] / sheet.originalWidth, at[1] / sheet.originalWidth],
  });
  if (!told.ok || !told.tapped) return undefined;
  const scale = sheet.originalWidth / told.width;
  const [nearest] = told.stickers
    .map((one) => ({ at: [one.at[0] * scale, one.at[1] * scale] as Vec2, radius: one.radius * scale }))
    .filter((one) => Math.hypot(one.at[0] - at[0], one.at[1] - at[1]) < one.radius * 1.5)
    .sort((a, b) => a.radius - b.radius);
  return nearest && { at: nearest.at, rgb: told.tapped };
}
