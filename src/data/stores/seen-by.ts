// Which clients somebody may see: all of her studio's, or her own and those that are shared with her for now. Every query that
// brings a client, or what is kept of one, goes through here.
import { Op, literal } from 'sequelize';
import type { Transaction, WhereOptions } from 'sequelize';
import { failure } from '@/core/result';
import { Client } from '../models';
import { ready } from '../ready';
import type { Who } from '../types';

const sharedWith = (person: string): string =>
  `SELECT client_id FROM client_shares WHERE person_id = ${person} AND until_at > UTC_TIMESTAMP(3)`;

/** Clients of the asker's studio that she may see, as a condition on clients. */
export function clientsSeenBy({ studioId, userId, sees }: Who): WhereOptions<Client> {
  if (sees === 'all') return { studioId };
  const person = ready().escape(userId);
  return { studioId, [Op.and]: [literal(`(instructor_id = ${person} OR id IN (${sharedWith(person)}))`)] };
}

/** The same on rows that belong to a client: looks, sessions, pictures, ranges. `orNobodys`: those of no client too. */
export function rowsSeenBy({ studioId, userId, sees }: Who, { orNobodys = false } = {}) {
  if (sees === 'all') return { studioId };
  const person = ready().escape(userId);
  const own = `SELECT id FROM clients WHERE instructor_id = ${person} UNION ${sharedWith(person)}`;
  return { studioId, [Op.and]: [literal(`(${orNobodys ? 'client_id IS NULL OR ' : ''}client_id IN (${own}))`)] };
}

/** The one answer where the asker sees no such client: of another studio, a colleague's, or of nobody. */
export const noClient = (path = 'client') => failure('notFound', 'There is no such client in this studio.', path);

/** Whether the asker may see this client; false too where there is none such. */
export async function maySee(who: Who, id: string, transaction?: Transaction): Promise<boolean> {
  ready();
  return (await Client.count({ where: { ...clientsSeenBy(who), id }, ...(transaction ? { transaction } : {}) })) > 0;
}
