// Rows that two at once both write first, so that one of them comes after the other.
import { literal } from 'sequelize';
import type { Transaction } from 'sequelize';
import { Client, Studio, TaughtSession } from '../models';
import type { Who } from '../types';

const more = { claims: literal('claims + 1') };

/** Claims a client: what is decided in this transaction comes before or after every other that does. False for none. */
export async function claimClient({ studioId }: Who, id: string, transaction: Transaction): Promise<boolean> {
  const [changed] = await Client.update(more, { where: { id, studioId }, transaction });
  return changed > 0;
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
