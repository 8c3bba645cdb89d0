import { v7 as newId } from 'uuid';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Client, Picture } from '../models';
import { ready } from '../ready';
import type { PictureCard, Who } from '../types';

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

/** Keeps a client's picture in the database, where every app server finds it. */
export async function addPicture(who: Who, picture: NewPicture): Promise<Result<PictureCard>> {
  ready();
  if ((await Client.count({ where: { id: picture.clientId, studioId: who.studioId } })) === 0)
    return failure('notFound', 'There is no such client in this studio.', 'client');
  return success(
    card(await Picture.create({ id: newId(), studioId: who.studioId, ...picture, createdAt: new Date() })),
  );
}

export async function findPictureBytes(who: Who, id: string): Promise<{ bytes: Buffer; format: string } | undefined> {
  ready();
  const picture = await Picture.findOne({ where: { id, studioId: who.studioId } });
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
