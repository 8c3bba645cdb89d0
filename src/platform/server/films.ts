// Films that are kept: taken piece by piece, given back whole.
import { failure } from '@/core/result';
import type { Result } from '@/core/result';
import { pieceBytes } from '@/core/motion/kept-film';
import { findKeptFilm, keepPiece } from '@/data/stores/kept-films';
import { guarded } from './act';
import { isOwnOrigin } from './asking';
import { readBounded } from './bounded';
import { isId } from './ids';
import { measured } from './measured';
import { guestsRead, mayUse } from './rights';
import { currentWho } from './session';

/** Takes one piece, as bytes, of a film that was begun. */
export function receivePiece(request: Request, id: string, n: string): Promise<Result<null>> {
  return measured('filmPieces', () =>
    guarded(async () => {
      const who = await currentWho();
      if (!who) return failure('signedOut', 'You are signed out. Sign in again, then keep the film once more.');
      if (!mayUse(who, 'films/[id]/[n]')) return failure('notAllowed', guestsRead);
      if (!isOwnOrigin(request)) return failure('otherOrigin', 'This was not sent by a page of this studio.');
      if (!isId(id) || !/^\d{1,3}$/.test(n)) return failure('badValue', 'There is no such piece.', 'piece');
      const bytes = await readBounded(request, pieceBytes);
      if (!bytes) return failure('fileTooLarge', 'A piece of a film is no longer than 1 MB.', 'piece');
      return keepPiece(who, id, Number(n), Buffer.from(bytes));
    }),
  );
}

const notFound = () => new Response('Not found', { status: 404, headers: { 'cache-control': 'no-store' } });

/** A kept film for those who may see it, piece after piece; nothing of it stays behind in a browser. */
export async function sendFilm(id: string): Promise<Response> {
  const who = await currentWho();
  const film = who && mayUse(who, 'films/[id]') && isId(id) ? await findKeptFilm(who, id) : undefined;
  if (!film) return notFound();
  const pieces = film.pieces[Symbol.asyncIterator]();
  const body = new ReadableStream<Uint8Array>({
    pull: async (to) => {
      const { done, value } = await pieces.next();
      if (done) to.close();
      else to.enqueue(new Uint8Array(value));
    },
    cancel: () => void pieces.return?.(),
  });
  return new Response(body, {
    headers: { 'content-type': film.type, 'content-length': String(film.size), 'cache-control': 'no-store' },
  });
}
