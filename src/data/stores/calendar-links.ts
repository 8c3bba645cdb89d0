// An address at which an instructor's calendar reads her book: secret, one each, made anew or taken back at will.
import { randomBytes } from 'node:crypto';
import { v7 as newId } from 'uuid';
import { CalendarLink, Studio, User } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Who } from '../types';
import { hashOf } from './accounts';

export type LinkCard = { readonly madeAt: Date; readonly showsNames: boolean };

export async function findLink({ userId, studioId }: Who): Promise<LinkCard | null> {
  ready();
  const row = await CalendarLink.findOne({ where: { userId, studioId } });
  return row && { madeAt: row.madeAt, showsNames: row.showsNames };
}

/** A new address in place of the last; the one answer that holds it. */
export function makeLink({ userId, studioId }: Who, showsNames: boolean): Promise<string> {
  const token = randomBytes(24).toString('base64url');
  const fresh = { tokenHash: hashOf(token), showsNames, madeAt: new Date() };
  const id = newId();
  return transact(async (transaction) => {
    const row = await CalendarLink.findOne({ where: { userId, studioId }, transaction, lock: true });
    if (row) await row.update(fresh, { transaction });
    else await CalendarLink.create({ id, studioId, userId, ...fresh }, { transaction });
    return token;
  });
}

/** The address opens nothing any more. */
export async function dropLink({ userId, studioId }: Who): Promise<void> {
  ready();
  await CalendarLink.destroy({ where: { userId, studioId } });
}

/** Whose book an address opens, as she may see it; null: nobody's. */
export async function whoseLink(token: string): Promise<{ readonly who: Who; readonly showsNames: boolean } | null> {
  ready();
  const row = await CalendarLink.findOne({ where: { tokenHash: hashOf(token) } });
  const user = row && (await User.findOne({ where: { id: row.userId, studioId: row.studioId, leftAt: null } }));
  if (!row || !user || user.role === 'guest') return null;
  const { id, studioId, name, role } = user;
  const studio = await Studio.findByPk(studioId, { attributes: ['sees'], rejectOnEmpty: true });
  const sees = role === 'lead' ? 'all' : studio.sees;
  return { who: { userId: id, studioId, name, role, sees }, showsNames: row.showsNames };
}
