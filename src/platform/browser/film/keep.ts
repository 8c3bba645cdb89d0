// A film on its way to where it is kept, and back: in pieces, each sent again until it has come or nobody answers.
import { isRecord } from '@/core/keyed';
import { pieceBytes, piecesOf } from '@/core/motion/kept-film';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';

/** A piece is tried so often, with a pause between. */
const [tries, pauseMs] = [4, 1200];

export type Told = { readonly tell: (share: number) => void; readonly signal: AbortSignal };

const noAnswer = failure(
  'offline',
  'The studio’s server does not answer: the film is not kept. Try again in a moment.',
);
/** She stopped it herself. */
export const stopped = failure('stopped', 'Stopped, before it was through.');

/** The sum of all its bytes; null where this page may not work it out (an address without a lock). */
export async function sumOf(film: Blob): Promise<string | null> {
  if (!globalThis.crypto?.subtle) return null;
  const sum = await crypto.subtle.digest('SHA-256', await film.arrayBuffer());
  return [...new Uint8Array(sum)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

async function sendPiece(address: string, piece: Blob, signal: AbortSignal): Promise<Result<null>> {
  for (let left = tries; left > 0; left -= 1) {
    const answer = await fetch(address, { method: 'PUT', body: piece, signal }).catch(() => undefined);
    if (signal.aborted) return stopped;
    const told: unknown = await answer?.json().catch(() => undefined);
    if (answer?.ok) return success(null);
    const isRefused = answer !== undefined && answer.status < 500;
    if (isRefused) return failure('refused', messageIn(told) ?? 'The film was not taken.');
    if (left > 1) await new Promise((go) => setTimeout(go, pauseMs));
  }
  return noAnswer;
}

const messageIn = (told: unknown): string | undefined =>
  isRecord(told) && isRecord(told.error) ? String(told.error.message) : undefined;

/** Sends a film that was begun under an id, piece by piece. */
export async function sendPieces(id: string, film: Blob, { tell, signal }: Told): Promise<Result<null>> {
  const pieces = piecesOf(film.size);
  for (let n = 0; n < pieces; n += 1) {
    const piece = film.slice(n * pieceBytes, (n + 1) * pieceBytes);
    const sent = await sendPiece(`/api/films/${id}/${n}`, piece, signal);
    if (!sent.ok) return sent;
    tell((n + 1) / pieces);
  }
  return success(null);
}

const gone = failure('gone', 'The film does not come: it was let go meanwhile, or the server does not answer.');

/** A kept film, as it was sent. */
export async function fetchFilm(id: string, type: string, size: number, { tell, signal }: Told): Promise<Result<File>> {
  const answer = await fetch(`/api/films/${id}`, { signal }).catch(() => undefined);
  const reader = answer?.ok ? answer.body?.getReader() : undefined;
  if (!reader) return signal.aborted ? stopped : gone;
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let come = 0;
  for (;;) {
    const next = await reader.read().catch(() => undefined);
    if (!next) return signal.aborted ? stopped : gone;
    if (next.done) break;
    parts.push(new Uint8Array(next.value));
    come += next.value.length;
    tell(Math.min(1, come / size));
  }
  return come === size ? success(new File(parts, 'The kept film', { type })) : gone;
}
