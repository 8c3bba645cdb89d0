// Corrections tried in one look, one after the other, each retested against the same baseline: what was taken of an earlier
// retest stays with the look under the number of its try.
import type { Transaction } from 'sequelize';
import type { EarlierRole } from '@/core/alignment/look-values';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Look, LookFilm, LookPicture, LookReading, Trial } from '../models';
import { transact } from '../transact';
import type { Who } from '../types';
import { claimClient } from './claims';
import { countTrials } from './evidence';
import { isStopped, noLook, stopped } from './looks';
import { rowsSeenBy } from './seen-by';
import type { TrialResult } from './looks';

/** More than anybody tries in a look; a role in the tables has ten letters. */
const most = 20;

/** Where what was taken of an earlier retest lies. */
const roleOf = (number: number): EarlierRole => `tried${number}`;

/** What was taken of one retest of a look goes to another's place. */
async function move(
  { studioId, id }: Look,
  from: 'retest' | EarlierRole,
  to: 'retest' | EarlierRole,
  transaction: Transaction,
): Promise<void> {
  const where = { studioId, lookId: id, role: from };
  await LookFilm.update({ role: to }, { where, transaction });
  await LookPicture.update({ role: to }, { where, transaction });
  await LookReading.update({ role: to }, { where, transaction });
}

/** An open look of this studio, held until the transaction ends; its client is held before it, as everywhere. */
async function holdOpen(who: Who, lookId: string, transaction: Transaction): Promise<Result<Look>> {
  const where = { ...rowsSeenBy(who), id: lookId };
  const found = await Look.findOne({ where, attributes: ['clientId'], transaction });
  if (!found) return noLook();
  await claimClient(who, found.clientId, transaction);
  const look = await Look.findOne({ where, transaction, lock: true });
  if (!look) return noLook();
  if (look.keptAt) return failure('alreadyKept', 'This look is kept and closed; start a new one to try more.', 'look');
  return success(look);
}

const newestOf = (lookId: string, transaction: Transaction): Promise<Trial | null> =>
  Trial.findOne({ where: { lookId }, order: [['number', 'DESC']], transaction });

/**
 * Keeps how a correction went, and frees the retest for the next one; the baseline stays. `tryId` comes with the page: sent
 * twice, it is kept once.
 */
export function keepTry(
  who: Who,
  lookId: string,
  tryId: string,
  { fault, correction, measure, verdict, changeValue, mdc }: TrialResult,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    if (await Trial.findOne({ where: { id: tryId, lookId, studioId: who.studioId }, transaction }))
      return success(null);
    const look = await holdOpen(who, lookId, transaction);
    if (!look.ok) return look;
    const { studioId, clientId, exercise } = look.value;
    if (await isStopped(who, clientId, transaction)) return stopped();
    const number = ((await newestOf(lookId, transaction))?.number ?? 0) + 1;
    if (number > most)
      return failure('tooMany', `${most} corrections in one look are enough; start a new one.`, 'look');
    await Trial.create(
      {
        ...{ id: tryId, studioId, clientId, lookId, number, exercise },
        ...{ fault, correction, measure, verdict, changeValue, mdc, triedAt: new Date() },
      },
      { transaction },
    );
    await countTrials({ studioId, clientId }, [{ exercise, fault, correction }], transaction);
    await move(look.value, 'retest', roleOf(number), transaction);
    await look.value.update({ correction: null }, { transaction });
    return success(null);
  });
}

/** Takes the newest try back: it counts no more, and its retest is in hand again. Refused once another retest was begun. */
export function takeBackTry(who: Who, lookId: string, tryId: string): Promise<Result<null>> {
  return transact(async (transaction) => {
    const look = await holdOpen(who, lookId, transaction);
    if (!look.ok) return look;
    const { studioId, clientId, exercise } = look.value;
    const newest = await newestOf(lookId, transaction);
    if (!newest || newest.id !== tryId)
      return failure('notNewest', 'Only what was tried last can be taken back.', 'try');
    const begun = { where: { studioId, lookId, role: 'retest' as const }, transaction };
    if ((await LookPicture.count(begun)) + (await LookReading.count(begun)) > 0)
      return failure('retestBegun', 'The next retest has been begun already.', 'try');
    const { fault, correction, number } = newest;
    await newest.destroy({ transaction });
    await countTrials({ studioId, clientId }, [{ exercise, fault, correction }], transaction);
    await move(look.value, roleOf(number), 'retest', transaction);
    await look.value.update({ fault, correction }, { transaction });
    return success(null);
  });
}
