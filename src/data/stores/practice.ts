// Clients' own pictures for practising an eye: measured ones, of those who agreed to that use, faces covered, without names.
import { Op } from 'sequelize';
import sharp from 'sharp';
import { readKept } from '@/core/knowledge/kept';
import type { KeptReading } from '@/core/knowledge/kept';
import type { Photo } from '@/core/eye/photo';
import { ruleOf } from '@/core/eye/trained';
import type { Landmark } from '@/core/anatomy/landmarks';
import type { Marks } from '@/core/anatomy/marks';
import { distance, middle } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import { isOneOf } from '@/core/keyed';
import { bytesOf } from '../media/pictures';
import { EyeQuestion, Look, LookPicture, PaperRow, Picture } from '../models';
import type { Covered, PhotoSource } from '../models';
import { ready } from '../ready';
import type { Who } from '../types';
import { isAgreed } from './papers';

/** A picture with a measured tilt, as an eye may practise on it, and where it comes from. */
export type Practice = Photo & { readonly source: PhotoSource };

const newestLooks = 80;
/** A head is about so far from ear to crown and chin, mm; and reaches so far about the middle of a face, in lengths of it. */
const [headMm, faceShare] = [190, 1.25] as const;

/** Clients whose newest word on this use is yes. */
async function agreeing(studioId: string): Promise<string[]> {
  const rows = await PaperRow.findAll({
    where: { studioId, kind: 'training' },
    attributes: ['clientId', 'gives'],
    order: [
      ['madeAt', 'DESC'],
      ['id', 'DESC'],
    ],
  });
  const newest = new Map<string, boolean>();
  for (const { clientId, gives } of rows) if (!newest.has(clientId)) newest.set(clientId, gives);
  return [...newest].flatMap(([clientId, gives]) => (gives ? [clientId] : []));
}

const markOf = ({ landmarks }: Marks, name: Landmark): Vec2 | undefined =>
  landmarks[name] ?? landmarks[`${name}_R`] ?? landmarks[`${name}_L`];

/** Where the face is in a picture, in px of the original; undefined where no mark tells, and nothing can be covered. */
function faceIn(marks: Marks): { readonly at: Vec2; readonly radius: number } | undefined {
  const [brow, chin, ear] = [markOf(marks, 'FH'), markOf(marks, 'CH'), markOf(marks, 'TR')];
  if (brow && chin) return { at: middle(brow, chin), radius: faceShare * distance(brow, chin) };
  const { scale } = marks;
  const px = scale ? distance(scale.points[0], scale.points[1]) : 0;
  return ear && scale?.mm && px > 0 ? { at: ear, radius: (headMm * px) / scale.mm } : undefined;
}

type Kept = Pick<Picture, 'id' | 'width' | 'height' | 'originalWidth'>;

function coveredIn({ id, width, originalWidth }: Kept, marks: Marks): Covered | undefined {
  const face = faceIn(marks);
  const scale = width / originalWidth;
  return face && { pictureId: id, at: [face.at[0] * scale, face.at[1] * scale], radius: face.radius * scale };
}

/** A tilt from level as a look measured it in its top picture. */
function measuredTilt({ baseline, methods, target }: KeptReading, measure: string) {
  const found = baseline.find((one) => one.measure === measure);
  const judged = target[measure];
  if (!found || !judged || methods[measure] !== 'picture') return undefined;
  const [lo, hi] = judged.interval;
  const level = judged.relativeTo === 'neutral' || lo === null || hi === null ? 0 : (lo + hi) / 2;
  return { truthDeg: found.value - level, truthSe: found.se };
}

/** Pictures that she has been shown: she would remember the answer. */
async function seenBefore({ userId, studioId }: Pick<Who, 'userId' | 'studioId'>): Promise<Set<string>> {
  const rows = await EyeQuestion.findAll({
    where: { userId, studioId, source: { [Op.ne]: null } },
    attributes: ['source'],
  });
  return new Set(rows.flatMap(({ source }) => source?.top.pictureId ?? []));
}

/** Pictures of a measure that she may practise on now; of no other studio, of nobody who did not agree, none that she has seen. */
export async function listPractice(who: Pick<Who, 'userId' | 'studioId'>, measure: string): Promise<Practice[]> {
  const { studioId } = who;
  ready();
  const rule = ruleOf(measure);
  const [from, to] = rule?.inCovered ? rule.ends : [];
  if (!from || !to) return [];
  const clientId = await agreeing(studioId);
  if (clientId.length === 0) return [];
  const looks = await Look.findAll({
    where: { studioId, clientId, keptAt: { [Op.ne]: null } },
    attributes: ['id', 'exercise', 'level', 'headEnd', 'result'],
    order: [['keptAt', 'DESC']],
    limit: newestLooks,
  });
  const shown = await LookPicture.findAll({
    where: { studioId, lookId: looks.map(({ id }) => id), view: 'side', role: ['setup', 'top'] },
  });
  const pictures = await Picture.findAll({
    where: { studioId, id: shown.map(({ pictureId }) => pictureId) },
    attributes: ['id', 'width', 'height', 'originalWidth'],
  });
  const before = await seenBefore(who);
  return looks.flatMap(({ id, exercise, level, headEnd, result }): Practice[] => {
    const at = (role: string) => {
      const row = shown.find((one) => one.lookId === id && one.role === role);
      const picture = pictures.find((one) => one.id === row?.pictureId);
      const covered = row && picture && coveredIn(picture, row.marks);
      return covered && { row, picture, covered };
    };
    const [top, setUp, kept] = [at('top'), at('setup'), readKept(result)];
    const tilt = kept && measuredTilt(kept, measure);
    const [a, b] = top ? [from, to].map((name) => markOf(top.row.marks, name)) : [];
    if (!top || !setUp || !tilt || !a || !b || before.has(top.picture.id)) return [];
    const { width, height, originalWidth } = top.picture;
    const scaled = ([x, y]: Vec2): Vec2 => [(x * width) / originalWidth, (y * width) / originalWidth];
    return [
      {
        ...{ exercise, level, headEnd, view: 'side', size: { width, height }, line: [scaled(a), scaled(b)] },
        ...tilt,
        source: { top: top.covered, setUp: setUp.covered },
      },
    ];
  });
}

export const photoParts = ['top', 'setUp'] as const;

/** A picture of one of her own questions with its face covered; undefined where it is gone, or is no longer agreed to. */
export async function findPhoto(who: Who, questionId: string, part: string): Promise<Buffer | undefined> {
  ready();
  const { studioId, userId } = who;
  const found = await EyeQuestion.findOne({ where: { id: questionId, studioId, userId }, attributes: ['source'] });
  const covered = found?.source && isOneOf(photoParts, part) ? found.source[part] : undefined;
  const picture = covered && (await Picture.findOne({ where: { id: covered.pictureId, studioId } }));
  if (!covered || !picture?.clientId || !(await isAgreed(who, picture.clientId, 'training'))) return undefined;
  const { width, height } = picture;
  const [x, y] = covered.at;
  const disc = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><circle cx="${x}" cy="${y}" r="${covered.radius}" fill="#6d6a60"/></svg>`;
  return sharp(await bytesOf(picture))
    .composite([{ input: Buffer.from(disc) }])
    .jpeg({ quality: 88 }) // made anew: nothing that a camera wrote into the file goes out
    .toBuffer();
}
