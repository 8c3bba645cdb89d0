import type { Vec2 } from '@/core/geometry';
import { listWords } from '@/core/alignment/words';
import type { MarkId } from '@/core/anatomy/marks';
import type { ExpectedMark } from '@/core/motion/sticker-naming';
import { matStickersApartMm } from '@/core/anatomy/stickers';
import type { Sticker } from '@/core/motion/stickers';
import { pictureAddress } from '@/design/marked-picture';
import type { Sheet, Spreads } from './state';
import type { NamedStickers, StickerAnswer, StickerAsk } from './stickers.worker';
import { nameOfMark } from '@/core/knowledge/wanted';
import type { WantedMarks } from '@/core/knowledge/wanted';

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

/** A sticker that was found and got no name, in pixels of the original. */
export type LooseSticker = { readonly at: Vec2; readonly radius: number; readonly why: string };

export type PlacedStickers = {
  readonly points: Readonly<Partial<Record<MarkId, Vec2>>>;
  readonly sdPx: Spreads;
  /** Of the two on the mat's edge, where they were seen. */
  readonly knownMm?: number;
  readonly loose: readonly LooseSticker[];
  /** What was found, in words. */
  readonly words: string;
};

const colours =
  'Magenta on the hips, green on the leg, blue on ribs and head, two violet ones a metre apart on the mat’s edge are what is looked for; yellow and orange drown on skin.';

function wordMat(mat: NamedStickers['mat']): string[] {
  return mat
    ? [
        'Mat line and known length, where none were set, come from the two violet ones: a metre, if no other length is typed.',
      ]
    : [];
}

/** What was found, in words: how many became landmarks, how many are landmarks that are not asked for (`spare`), which are partly covered, and which got no name and why. */
export function wordStickers({ named, unnamed, mat }: NamedStickers, spare = 0): string {
  const seen = named.length + unnamed.length + spare;
  if (seen === 0) return [...wordMat(mat), `No stickers were found on the client. ${colours}`].join(' ');
  if (named.length === 0 && spare === 0) {
    const reason = unnamed[0]?.why ?? '';
    return [
      `${seen} ${seen === 1 ? 'sticker was' : 'stickers were'} found and got no name: ${reason}. Check head end and exercise, or set the marks by hand. ${colours}`,
      ...wordMat(mat),
    ].join(' ');
  }
  const covered = named.filter(({ sticker }) => sticker.isCovered).map(({ name }) => nameOfMark(name));
  const doubts = unnamed.map(({ why }) => why);
  return [
    `${named.length} of ${seen} stickers found are landmarks now. Look them over; undo takes them back.`,
    ...(covered.length > 0 ? [`Partly covered, so less sharp: ${listWords(covered)}.`] : []),
    ...(spare > 0 ? [`${spare} more ${spare === 1 ? 'is' : 'are'} not asked for from here.`] : []),
    ...(doubts.length > 0 ? [`Ringed without a name: ${listWords([...new Set(doubts)])}.`] : []),
    ...wordMat(mat),
  ].join(' ');
}

/** Finds the stickers of a picture and names them by colour and place. */
export async function placeByStickers(
  sheet: Sheet,
  expected: readonly ExpectedMark[],
  wanted: WantedMarks,
): Promise<PlacedStickers | undefined> {
  const answer = await ask({ ask: 'all', address: pictureAddress(sheet.id), expected });
  if (!answer.ok || !('named' in answer)) return undefined;
  const scale = sheet.originalWidth / answer.width;
  const inOriginal = ({ at: [x, y] }: Sticker): Vec2 => [x * scale, y * scale];
  const { unnamed, mat } = answer;
  const named = answer.named.filter(({ name }) => wanted.includes(name));
  const spare = answer.named.length - named.length;
  const [left, right] = mat?.map(inOriginal) ?? [];
  return {
    points: {
      ...Object.fromEntries(named.map(({ name, sticker }) => [name, inOriginal(sticker)])),
      ...(left && right ? { mat1: left, mat2: right, known1: left, known2: right } : {}),
    },
    sdPx: Object.fromEntries(named.map(({ name, sticker }) => [name, sticker.sdPx * scale])),
    ...(mat ? { knownMm: matStickersApartMm } : {}),
    loose: unnamed.map(({ sticker, why }) => ({ at: inOriginal(sticker), radius: sticker.radius * scale, why })),
    words: wordStickers({ named, unnamed, mat }, spare),
  };
}

/** The middle of the sticker under a tap, of whatever colour it is, at sub-pixel place; and its spread. */
export async function stickerUnder(
  sheet: Sheet,
  at: Vec2,
): Promise<{ readonly at: Vec2; readonly sdPx: number } | undefined> {
  const answer = await ask({
    ask: 'under',
    address: pictureAddress(sheet.id),
    tap: [at[0] / sheet.originalWidth, at[1] / sheet.originalHeight],
  });
  if (!answer.ok || !('under' in answer) || !answer.under) return undefined;
  const scale = sheet.originalWidth / answer.width;
  const { under } = answer;
  return { at: [under.at[0] * scale, under.at[1] * scale], sdPx: under.sdPx * scale };
}
