import { v7 as newId } from 'uuid';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Picture } from '../models';
import { bytesOf, claimLaid, layDown } from '../media/pictures';
import { ready } from '../ready';
import { transact } from '../transact';
import type { PictureCard, Who } from '../types';
import { isRefused } from './papers';
import { maySee, noClient, rowsSeenBy } from './seen-by';

export type NewPicture = {
  readonly clientId: string;
  readonly title: string;
  readonly bytes: Buffer;
  readonly format: string;
  readonly width: number;
  readonly height: number;
  readonly originalWidth: number;
  readonly originalHeight: number;
};

const card = ({ id, title, width, height, originalWidth, originalHeight }: Picture): PictureCard => ({
  id,
  title,
  width,
  height,
  originalWidth,
  originalHeight,
});
const withoutBytes = { exclude: ['bytes'] };

/** Keeps a client's picture where every app server finds it: in the database, or beside it; under one id once. */
export async function addPicture(who: Who, picture: NewPicture, id = newId()): Promise<Result<PictureCard>> {
  const createdAt = new Date();
  const { studioId } = who;
  if (!(await maySee(who, picture.clientId))) return noClient();
  if ((await Picture.count({ where: { id, studioId } })) > 0) return keptPicture(who, id);
  const { bytes, ...rest } = picture;
  const laid = await layDown({ id, studioId, format: picture.format }, bytes);
  return transact(async (transaction) => {
    if (!(await maySee(who, picture.clientId, transaction))) return noClient();
    if (await isRefused(who, picture.clientId, 'pictures', transaction))
      return failure(
        'noConsent',
        'Pictures were not agreed to, by the papers on file. Measure by hand or by eye.',
        'client',
      );
    const kept = await Picture.findOne({ where: { id, studioId }, attributes: withoutBytes, transaction });
    await claimLaid({ id, studioId }, transaction);
    if (kept) return success(card(kept));
    return success(card(await Picture.create({ id, studioId, ...rest, ...laid, createdAt }, { transaction })));
  });
}

/** A picture that came before under this id. */
async function keptPicture({ studioId }: Who, id: string): Promise<Result<PictureCard>> {
  return success(
    card(await Picture.findOne({ where: { id, studioId }, attributes: withoutBytes, rejectOnEmpty: true })),
  );
}

/** Whether the asker may see this picture; its bytes are not read. */
export async function hasPicture(who: Who, id: string): Promise<boolean> {
  ready();
  return (await Picture.count({ where: { ...rowsSeenBy(who, { orNobodys: true }), id } })) > 0;
}

export async function findPictureBytes(who: Who, id: string): Promise<{ bytes: Buffer; format: string } | undefined> {
  ready();
  const picture = await Picture.findOne({ where: { ...rowsSeenBy(who, { orNobodys: true }), id } });
  return picture ? { bytes: await bytesOf(picture), format: picture.format } : undefined;
}

/** Pictures that belong to no client: the demo set. */
export async function listDemoPictures(who: Who): Promise<PictureCard[]> {
  ready();
  const pictures = await Picture.findAll({
    where: { studioId: who.studioId, clientId: null },
    attributes: withoutBytes,
    order: [
      ['createdAt', 'ASC'],
      ['title', 'ASC'],
    ],
  });
  return pictures.map(card);
}
