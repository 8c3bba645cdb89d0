// Rows that two at once both write first, so that one of them comes after the other.
import { literal } from 'sequelize';
import type { Transaction } from 'sequelize';
import { Client, Studio, TaughtSession } from '../models';
import type { Who } from '../types';
import { clientsSeenBy } from './seen-by';

const more = { claims: literal('claims + 1') };

/**
 * Claims a client: what is decided in this transaction comes before or after every other that does. False where the asker sees
 * none such.
 */
export async function claimClient(who: Who, id: string, transaction: Transaction): Promise<boolean> {
  const [changed] = await Client.update(more, { where: { ...clientsSeenBy(who), id }, transaction });
  return changed > 0;
}

/** The same of whoever the studio has, where the asker's right was told otherwise. */
export async function claimClientOf({ studioId }: Who, id: string, transaction: Transaction): Promise<void> {
  await Client.update(more, { where: { studioId, id }, transaction });
}

/** Claims the studio. */
export async function claimStudio({ studioId }: Who, transaction: Transaction): Promise<void> {
  await Studio.update(more, { where: { id: studioId }, transaction });
}

/** Claims a session. False where the studio has none such. */
export async function claimSession({ studioId }: Who, id: string, transaction: Transaction): Promise<boolean> {
  const [changed] = await TaughtSession.update(more, { where: { id, studioId }, transaction });
  return changed > 0;
}
