import { failure } from '@/core/result';
import type { Result } from '@/core/result';
import { mostBytes, takeIn } from '@/data/picture-intake';
import { addPicture, findPictureBytes } from '@/data/stores/pictures';
import type { PictureCard } from '@/data/types';
import { guarded } from './act';
import { currentWho } from './session';

/** Takes a picture from a form (`client`, `title`, `picture`) and keeps it. */
export function receivePicture(request: Request): Promise<Result<PictureCard>> {
  return guarded(async () => {
    const who = await currentWho();
    if (!who) return failure('signedOut', 'You are signed out. Sign in again, then send the picture once more.');
    if (Number(request.headers.get('content-length') ?? 0) > mostBytes + 65_536)
      return failure(
        'fileTooLarge',
        `This file is larger than ${mostBytes / 1_048_576} MB. Send a smaller copy.`,
        'picture',
      );
    const form = await request.formData().catch(() => undefined);
    const file = form?.get('picture');
    const clientId = form?.get('client');
    if (!(file instanceof File) || typeof clientId !== 'string')
      return failure('missing', 'No picture was sent.', 'picture');
    const image = await takeIn(Buffer.from(await file.arrayBuffer()));
    if (!image.ok) return image;
    return addPicture(who, { clientId, title: file.name.slice(0, 160) || 'picture', ...image.value });
  });
}

/** A kept picture's bytes, for those who may see it. */
export async function sendPicture(id: string): Promise<Response> {
  const who = await currentWho();
  const picture = who && (await findPictureBytes(who, id));
  if (!picture) return new Response('Not found', { status: 404 });
  return new Response(new Uint8Array(picture.bytes), {
    headers: { 'content-type': picture.format, 'cache-control': 'private, max-age=86400, immutable' },
  });
}
