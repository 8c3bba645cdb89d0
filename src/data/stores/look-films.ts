// What was followed in the films of a look; a film itself is kept only where somebody asks (kept-films.ts).
import { v7 as newId } from 'uuid';
import { isOneOf } from '@/core/keyed';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Look, LookFilm } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { FilmCard, KeptFilmCard, Who } from '../types';
import { dropOf, keptOf } from './kept-films';
import { noLook } from './looks';
import { isRefused } from './papers';
import { rowsSeenBy } from './seen-by';

export const filmRoles = ['baseline', 'retest'] as const;

/** Keeps what was followed in a film of a look; that of the same set before it is replaced. */
export function setLookFilm(who: Who, lookId: string, { role, ...kept }: FilmCard): Promise<Result<null>> {
  return transact(async (transaction) => {
    const look = await Look.findOne({ where: { ...rowsSeenBy(who), id: lookId }, transaction, lock: true });
    if (!look) return noLook();
    if (look.keptAt)
      return failure('alreadyKept', 'This look is kept and closed; start a new one to film again.', 'look');
    if (await isRefused(who, look.clientId, 'pictures', transaction))
      return failure('noConsent', 'Pictures were not agreed to, by the papers on file. Look by eye.', 'client');
    const where = { studioId: who.studioId, lookId, role };
    const found = await LookFilm.findOne({ where, transaction });
    const row = { ...kept, updatedAt: new Date() };
    if (found && String(found.film.paths.times) !== String(kept.film.paths.times))
      await dropOf(who.studioId, found.id, transaction); // another film, or another part of it
    if (found) await LookFilm.update(row, { where, transaction });
    else await LookFilm.create({ id: newId(), ...where, ...row }, { transaction });
    return success(null);
  });
}

export type FilmOfLook = FilmCard & { readonly kept?: KeptFilmCard };

/** Films of a look that is open: the one before and the one after the correction in hand. */
export async function listLookFilms(who: Who, lookId: string): Promise<FilmOfLook[]> {
  ready();
  const rows = await LookFilm.findAll({ where: { studioId: who.studioId, lookId } });
  const kept = await keptOf(
    who,
    rows.map(({ id }) => id),
  );
  return rows.flatMap(({ id, role, view, setting, film }) => {
    const own = kept.get(id);
    return isOneOf(filmRoles, role) ? [{ role, view, setting, film, ...(own ? { kept: own } : {}) }] : [];
  });
}
