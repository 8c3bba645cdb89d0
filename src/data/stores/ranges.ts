// How far a client's own joints go: every time it was taken, the newest of each in force.
import type { OwnRange } from '@/core/knowledge/ranges';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { ClientRange } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { RangeCard, Who } from '../types';
import { claimClient } from './claims';
import { isStopped, stopped } from './looks';
import { noClient, rowsSeenBy } from './seen-by';

export type NewRange = OwnRange & { readonly id: string };

/**
 * Keeps what was taken on a day, all or nothing; ids are made with the form: sent twice, each is kept once. A client who was
 * stopped is not taken to the end of a joint.
 */
export function addRanges(
  who: Who,
  clientId: string,
  takenOn: string,
  ranges: readonly NewRange[],
): Promise<Result<null>> {
  return transact(async (transaction) => {
    const { studioId } = who;
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    if (await isStopped(who, clientId, transaction)) return stopped();
    const rows = ranges.map((one) => ({ ...one, studioId, clientId, takenOn, madeBy: who.name, madeAt: new Date() }));
    await ClientRange.bulkCreate(rows, { ignoreDuplicates: true, transaction });
    return success(null);
  });
}

/** Strikes a range out, or puts it back: nothing is lost. */
export function strikeRange(who: Who, id: string, isStruck: boolean): Promise<Result<null>> {
  return transact(async (transaction) => {
    const found = await ClientRange.findOne({ where: { ...rowsSeenBy(who), id }, transaction, lock: true });
    if (!found) return failure('notFound', 'There is no such range in this studio.', 'range');
    await found.update({ struckAt: isStruck ? new Date() : null }, { transaction });
    return success(null);
  });
}

const toCard = (row: ClientRange): RangeCard => {
  const { id, clientId, range, side, value, method, takenOn, madeBy, struckAt } = row;
  return { id, clientId, range, side, value, method, takenOn, madeBy, isStruck: struckAt !== null };
};

/** Everything that was taken of these clients, newest first; struck ones too. */
export async function listRanges(who: Who, clientIds: readonly string[]): Promise<RangeCard[]> {
  ready();
  if (clientIds.length === 0) return [];
  const rows = await ClientRange.findAll({
    where: { ...rowsSeenBy(who), clientId: [...clientIds] },
    order: [
      ['takenOn', 'DESC'],
      ['madeAt', 'DESC'],
      ['id', 'DESC'],
    ],
  });
  return rows.map(toCard);
}
