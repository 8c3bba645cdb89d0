// Films kept themselves: only where somebody asks and the client has agreed on paper, in pieces that may be sent twice, until a day
// that was named; from that day on nobody is shown one, and the next that is asked for takes it away.
import { createHash } from 'node:crypto';
import { Op } from 'sequelize';
import type { Transaction } from 'sequelize';
import type { EarlierRole } from '@/core/alignment/look-values';
import { mostStudioBytes, pieceBytes, piecesOf } from '@/core/motion/kept-film';
import type { FilmTurn, FilmType, KeptForDays } from '@/core/motion/kept-film';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { KeptFilm, KeptFilmPiece, Look, LookFilm } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { FilmRole, KeptFilmCard, Who } from '../types';
import { claimStudio } from './claims';
import { noLook } from './looks';
import { isAgreed, isRefused } from './papers';
import { note } from './record';
import { rowsSeenBy } from './seen-by';

/** Pieces of a film that never became whole wait so long. */
const halfForMs = 3_600_000;
const dayMs = 86_400_000;

const card = ({ id, type, turn, size, goesAt }: KeptFilm): KeptFilmCard => ({
  ...{ id, type, turn, size },
  goesAt: goesAt.getTime(),
});
const noFilm = () => failure('notFound', 'There is no such film, or its day has come.', 'film');

/** Lets go the films whose day has come, and what never became whole; returns how many. */
export async function letFilmsGo(now = new Date()): Promise<number> {
  ready();
  return KeptFilm.destroy({
    where: {
      [Op.or]: [
        { goesAt: { [Op.lte]: now } },
        { wholeAt: null, createdAt: { [Op.lte]: new Date(now.getTime() - halfForMs) } },
      ],
    },
  });
}

export type ToKeep = {
  readonly lookId: string;
  readonly role: FilmRole;
  readonly type: FilmType;
  readonly turn: FilmTurn;
  readonly size: number;
  readonly days: KeptForDays;
};

/** Begins to keep a film of a look's set, under an id that its sender made; sent twice it is one. Its pieces come after. */
export async function beginKeptFilm(
  who: Who,
  id: string,
  { lookId, role, type, turn, size, days }: ToKeep,
  now = new Date(),
): Promise<Result<{ readonly pieces: number }>> {
  await letFilmsGo(now);
  return transact(async (transaction) => {
    const { studioId, name: madeBy } = who;
    await claimStudio(who, transaction);
    const look = await Look.findOne({ where: { ...rowsSeenBy(who), id: lookId }, transaction });
    if (!look) return noLook();
    if (!(await isAgreed(who, look.clientId, 'pictures', transaction)))
      return failure('noConsent', 'The client has not agreed to pictures on paper: the film is not kept.', 'client');
    const film = await LookFilm.findOne({ where: { studioId, lookId, role }, attributes: ['id'], transaction });
    if (!film)
      return failure('notFollowed', 'Follow this film first: it is kept with what was followed in it.', 'film');
    if (await KeptFilm.findOne({ where: { id, studioId, filmId: film.id }, transaction }))
      return success({ pieces: piecesOf(size) });
    const held = (await KeptFilm.sum('size', { where: { studioId }, transaction })) || 0;
    if (held + size > mostStudioBytes)
      return failure('studioFull', 'The studio keeps as many films as it may: let one go first.', 'film');
    const goesAt = new Date(now.getTime() + days * dayMs);
    const row = { id, studioId, clientId: look.clientId, filmId: film.id, type, turn, size, madeBy, goesAt };
    await KeptFilm.create({ ...row, createdAt: now }, { transaction });
    return success({ pieces: piecesOf(size) });
  });
}

/** One piece of a film that was begun; sent twice it is one. */
export function keepPiece(who: Who, keptId: string, n: number, bytes: Buffer): Promise<Result<null>> {
  const { studioId } = who;
  return transact(async (transaction) => {
    // Held for the piece: another film of the same set that becomes whole meanwhile takes this one away before or after, not between.
    const kept = await KeptFilm.findOne({
      where: { ...rowsSeenBy(who), id: keptId },
      transaction,
      lock: transaction.LOCK.SHARE,
    });
    if (!kept) return noFilm();
    const pieces = piecesOf(kept.size);
    const wanted = n === pieces - 1 ? kept.size - n * pieceBytes : pieceBytes;
    if (n < 0 || n >= pieces || bytes.length !== wanted)
      return failure('badPiece', `Piece ${n + 1} of ${pieces} is not as long as it should be.`, 'piece');
    if (kept.wholeAt) return success(null);
    await KeptFilmPiece.upsert({ id: `${keptId}.${n}`, studioId, keptId, n, bytes }, { transaction });
    return success(null);
  });
}

/**
 * All pieces have come: from now on this is the film of its set, and what was kept of the set before goes. `sha256`: of all bytes, where its
 * sender could work it out.
 */
export function endKeptFilm(who: Who, id: string, sha256: string | null): Promise<Result<KeptFilmCard>> {
  return transact(async (transaction) => {
    const { studioId } = who;
    const kept = await KeptFilm.findOne({ where: { ...rowsSeenBy(who), id }, transaction, lock: true });
    if (!kept) return noFilm();
    if (kept.wholeAt) return success(card(kept));
    const hash = createHash('sha256');
    for (let n = 0; n < piecesOf(kept.size); n += 1) {
      const piece = await KeptFilmPiece.findOne({ where: { keptId: id, n }, transaction });
      if (!piece) return failure('incomplete', 'A piece of the film is missing: it is sent again.', 'film');
      hash.update(piece.bytes);
    }
    if (sha256 !== null && hash.digest('hex') !== sha256)
      return failure('otherBytes', 'What came is not the film that was sent: send it once more.', 'film');
    await KeptFilm.destroy({ where: { studioId, filmId: kept.filmId, id: { [Op.ne]: id } }, transaction });
    await kept.update({ wholeAt: new Date() }, { transaction });
    const until = kept.goesAt.toISOString().slice(0, 10);
    await note(who, { kind: 'client', clientId: kept.clientId, what: `kept a film until ${until}` }, transaction);
    return success(card(kept));
  });
}

/** Lets a kept film go before its day. */
export function dropKeptFilm(who: Who, id: string): Promise<Result<null>> {
  return transact(async (transaction) => {
    const kept = await KeptFilm.findOne({ where: { ...rowsSeenBy(who), id }, transaction });
    if (!kept) return noFilm();
    await kept.destroy({ transaction });
    await note(who, { kind: 'erased', clientId: kept.clientId, what: 'let a kept film go' }, transaction);
    return success(null);
  });
}

const shownNow = (who: Who, now: Date) => ({
  ...rowsSeenBy(who),
  goesAt: { [Op.gt]: now },
  wholeAt: { [Op.ne]: null },
});

/** Kept films of a look's sets, by what was followed in them. */
export async function keptOf(
  who: Who,
  filmIds: readonly string[],
  now = new Date(),
): Promise<Map<string, KeptFilmCard>> {
  const rows = await KeptFilm.findAll({ where: { ...shownNow(who, now), filmId: [...filmIds] } });
  return new Map(rows.map((row) => [row.filmId, card(row)]));
}

export type FilmOfSet = KeptFilmCard & { readonly role: FilmRole | EarlierRole };

/** Kept films of looks, the set's before the retests', by look. */
export async function keptFilmsOf(
  who: Who,
  lookIds: readonly string[],
  now = new Date(),
): Promise<Map<string, FilmOfSet[]>> {
  const films = await LookFilm.findAll({
    where: { studioId: who.studioId, lookId: [...lookIds] },
    attributes: ['id', 'lookId', 'role'],
    order: [['role', 'ASC']],
  });
  const kept = await keptOf(
    who,
    films.map(({ id }) => id),
    now,
  );
  const found = new Map<string, FilmOfSet[]>();
  for (const { id, lookId, role } of films) {
    const own = kept.get(id);
    if (own) found.set(lookId, [...(found.get(lookId) ?? []), { ...own, role }]);
  }
  return found;
}

export type SentFilm = KeptFilmCard & { readonly pieces: AsyncIterable<Buffer> };

/** A kept film for those who may see the client; undefined once its day has come, or where pictures are refused by now. */
export async function findKeptFilm(who: Who, id: string, now = new Date()): Promise<SentFilm | undefined> {
  ready();
  const kept = await KeptFilm.findOne({ where: { ...shownNow(who, now), id } });
  if (!kept || (await isRefused(who, kept.clientId, 'pictures'))) return undefined;
  return { ...card(kept), pieces: readPieces(id, piecesOf(kept.size)) };
}

async function* readPieces(keptId: string, pieces: number): AsyncGenerator<Buffer> {
  for (let n = 0; n < pieces; n += 1) {
    const piece = await KeptFilmPiece.findOne({ where: { keptId, n } });
    if (!piece) throw new Error('a film went while it was sent');
    yield piece.bytes;
  }
}

/** Of what was followed anew in another film, no film is kept. */
export async function dropOf(studioId: string, filmId: string, transaction: Transaction): Promise<void> {
  await KeptFilm.destroy({ where: { studioId, filmId }, transaction });
}
