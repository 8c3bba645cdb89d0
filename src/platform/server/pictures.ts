import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { mostBytes, takeIn } from '@/data/picture-intake';
import { addPicture, findPictureBytes, hasPicture } from '@/data/stores/pictures';
import { findPhoto } from '@/data/stores/practice';
import type { PictureCard } from '@/data/types';
import { guarded } from './act';
import { isOwnOrigin } from './asking';
import { readBounded } from './bounded';
import { isId } from './ids';
import { measured } from './measured';
import { guestsRead, mayUse } from './rights';
import { currentWho } from './session';

type Sent = { readonly file: File; readonly clientId: string; readonly own: string | undefined };

/** A form's picture, of whom it is, and the id that its sender gave it. */
async function readForm(body: BodyInit, type: string): Promise<Result<Sent>> {
  const missing = failure('missing', 'No picture was sent.', 'picture');
  const form = await new Response(body, { headers: { 'content-type': type } }).formData().catch(() => undefined);
  if (!form) return missing; // no form can be read from it
  const [file, clientId, own] = [form.get('picture'), form.get('client'), form.get('id') ?? undefined];
  if (!(file instanceof File) || typeof clientId !== 'string' || !isId(clientId)) return missing;
  if (own !== undefined && (typeof own !== 'string' || !isId(own)))
    return failure('badValue', 'id: is not an id', 'id');
  return success({ file, clientId, own });
}

/** Takes a picture from a form (`client`, `title`, `picture`) and keeps it. */
export function receivePicture(request: Request): Promise<Result<PictureCard>> {
  return measured('pictures', () =>
    guarded(async () => {
      const who = await currentWho();
      if (!who) return failure('signedOut', 'You are signed out. Sign in again, then send the picture once more.');
      if (!mayUse(who, 'pictures')) return failure('notAllowed', guestsRead);
      if (!isOwnOrigin(request)) return failure('otherOrigin', 'This was not sent by a page of this studio.');
      const body = await readBounded(request, mostBytes + 65_536);
      if (!body)
        return failure(
          'fileTooLarge',
          `This file is larger than ${mostBytes / 1_048_576} MB. Send a smaller copy.`,
          'picture',
        );
      const sent = await readForm(body, request.headers.get('content-type') ?? '');
      if (!sent.ok) return sent;
      const { file, clientId, own } = sent.value;
      const image = await takeIn(Buffer.from(await file.arrayBuffer()));
      if (!image.ok) return image;
      return addPicture(who, { clientId, title: file.name.slice(0, 160) || 'picture', ...image.value }, own);
    }),
  );
}

/** A kept picture's bytes, for those who may see it: asked every time, so that nothing is shown after signing out. */
export async function sendPicture(request: Request, id: string): Promise<Response> {
  const who = await currentWho();
  const mine = who && mayUse(who, 'pictures/[id]') && isId(id) && (await hasPicture(who, id));
  if (!mine) return new Response('Not found', { status: 404, headers: { 'cache-control': 'no-store' } });
  const kept = { etag: `"${id}"`, 'cache-control': 'private, no-cache', vary: 'cookie' }; // its bytes never change
  if (request.headers.get('if-none-match') === kept.etag) return new Response(null, { status: 304, headers: kept });
  const picture = await findPictureBytes(who, id);
  if (!picture) return new Response('Not found', { status: 404, headers: { 'cache-control': 'no-store' } });
  return new Response(new Uint8Array(picture.bytes), {
    headers: { ...kept, 'content-type': picture.format },
  });
}

/** A client's picture that an eye is trained on, her face covered; asked every time, as her yes may be taken back. */
export async function sendPhoto(request: Request, id: string): Promise<Response> {
  const who = await currentWho();
  const part = new URL(request.url).searchParams.get('of') ?? 'top';
  const bytes = who && mayUse(who, 'eye/[id]') && isId(id) ? await findPhoto(who, id, part) : undefined;
  const headers = { 'cache-control': 'no-store' };
  if (!bytes) return new Response('Not found', { status: 404, headers });
  return new Response(new Uint8Array(bytes), { headers: { ...headers, 'content-type': 'image/jpeg' } });
}
