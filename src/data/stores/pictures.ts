import { v7 as newId } from 'uuid';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Picture } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { PictureCard, Who } from '../types';
import { isRefused } from './papers';
import { maySee, rowsSeenBy } from './seen-by';

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

/** Keeps a client's picture in the database, where every app server finds it; under one id once. */
export function addPicture(who: Who, picture: NewPicture, id = newId()): Promise<Result<PictureCard>> {
  const createdAt = new Date();
  return transact(async (transaction) => {
    const { studioId } = who;
    if (!(await maySee(who, picture.clientId, transaction)))
      return failure('notFound', 'There is no such client in this studio.', 'client');
    if (await isRefused(who, picture.clientId, 'pictures', transaction))
      return failure(
        'noConsent',
        'Pictures were not agreed to, by the papers on file. Measure by hand or by eye.',
        'client',
      );
    const kept = await Picture.findOne({ where: { id, studioId }, attributes: withoutBytes, transaction });
    return success(card(kept ?? (await Picture.create({ id, studioId, ...picture, createdAt }, { transaction }))));
  });
}

/** Whether the asker may see this picture; its bytes are not read. */
export async function hasPicture(who: Who, id: string): Promise<boolean> {
  ready();
  return (await Picture.count({ where: { ...rowsSeenBy(who, { orNobodys: true }), id } })) > 0;
}

export async function findPictureBytes(who: Who, id: string): Promise<{ bytes: Buffer; format: string } | undefined> {
  ready();
  const picture = await Picture.findOne({ where: { ...rowsSeenBy(who, { orNobodys: true }), id } });
  return picture ? { bytes: picture.bytes, format: picture.format } : undefined;
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
