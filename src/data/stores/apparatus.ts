// A studio's apparatus and what was set on it for whom.
import { Op, col, fn } from 'sequelize';
import * as v from 'valibot';
import { v7 as newId } from 'uuid';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import type { Rig } from '@/core/springs/apparatus';
import { rigInput, setInput } from '@/core/springs/rig-input';
import type { SpringSet } from '@/core/springs/springs';
import { ApparatusRow, SpringSettingRow } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { ApparatusCard, SettingCard, Who } from '../types';
import { maySee, noClient, rowsSeenBy } from './seen-by';

/** None for numbers that this program can't read. */
function cardOf({ id, room, name, rig, revision, changedBy, changedAt }: ApparatusRow): ApparatusCard | undefined {
  const read = v.safeParse(rigInput, rig);
  return read.success ? { id, room, name, rig: read.output, revision, changedBy, changedAt } : undefined;
}

/** Every apparatus of the studio, by room and name. */
export async function listApparatus(who: Who): Promise<ApparatusCard[]> {
  ready();
  const rows = await ApparatusRow.findAll({
    where: { studioId: who.studioId },
    order: [
      ['room', 'ASC'],
      ['kind', 'ASC'],
      ['name', 'ASC'],
    ],
    limit: 200,
  });
  return rows.flatMap((row) => cardOf(row) ?? []);
}

type NewApparatus = { readonly room: string; readonly name: string; readonly rig: Rig };

/** Keeps a new apparatus; returns its id. One kept under this id before is left as it is. */
export function addApparatus(who: Who, { room, name, rig }: NewApparatus, id = newId()): Promise<Result<string>> {
  return transact(async (transaction) => {
    const { studioId, name: changedBy } = who;
    const row = { id, studioId, room, name, kind: rig.kind, rig, changedBy, changedAt: new Date() };
    if (!(await ApparatusRow.findByPk(id, { transaction }))) await ApparatusRow.create(row, { transaction });
    return success(id);
  });
}

type ApparatusChange = { readonly name?: string; readonly rig?: Rig };

/**
 * Changes the name or the numbers of an apparatus. `decide` is given it as it stands, with nobody else changing it, and
 * returns what to write, or why not.
 */
export function changeApparatus(
  who: Who,
  id: string,
  decide: (card: ApparatusCard) => Result<ApparatusChange>,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    const row = await ApparatusRow.findOne({ where: { id, studioId: who.studioId }, transaction, lock: true });
    if (!row) return failure('notFound', 'This apparatus is gone.', 'id');
    const card = cardOf(row);
    if (!card) return failure('unreadable', 'The numbers of this apparatus can’t be read.', 'id');
    const change = decide(card);
    if (!change.ok) return change;
    const by = { revision: row.revision + 1, changedBy: who.name, changedAt: new Date() };
    await row.update({ ...change.value, ...by }, { transaction });
    return success(null);
  });
}

/** Takes an apparatus away, and with it what was set on it. */
export async function removeApparatus(who: Who, id: string): Promise<Result<null>> {
  ready();
  const gone = await ApparatusRow.destroy({ where: { id, studioId: who.studioId } });
  return gone > 0 ? success(null) : failure('notFound', 'This apparatus is gone already.', 'id');
}

type NewSetting = {
  readonly clientId: string;
  readonly apparatusId: string;
  readonly exercise: string;
  readonly springs: SpringSet;
  readonly note: string;
};

/** Keeps what was set for a client today; under one id once. */
export function keepSetting(
  who: Who,
  setting: NewSetting,
  { at = new Date(), id = newId() }: { readonly at?: Date; readonly id?: string } = {},
): Promise<Result<string>> {
  return transact(async (transaction) => {
    const { studioId } = who;
    if (!(await maySee(who, setting.clientId, transaction))) return noClient('clientId');
    if ((await ApparatusRow.count({ where: { id: setting.apparatusId, studioId }, transaction })) === 0)
      return failure('notFound', 'This apparatus is gone.', 'apparatusId');
    const row = { id, studioId, ...setting, springs: { ...setting.springs }, madeBy: who.name, madeAt: at };
    if (!(await SpringSettingRow.findByPk(id, { transaction }))) await SpringSettingRow.create(row, { transaction });
    return success(id);
  });
}

const toSetting = (row: SpringSettingRow): SettingCard[] => {
  const { id, clientId, apparatusId, exercise, note, madeBy, madeAt } = row;
  const set = v.safeParse(setInput, row.springs);
  return set.success ? [{ id, clientId, apparatusId, exercise, springs: set.output, note, madeBy, madeAt }] : [];
};

const mostShown = 30;

/** What was set for a client in an exercise, newest first: as many as a page shows. */
export async function listSettings(who: Who, clientId: string, exercise: string): Promise<SettingCard[]> {
  ready();
  const rows = await SpringSettingRow.findAll({
    where: { ...rowsSeenBy(who), clientId, exercise },
    order: [['madeAt', 'DESC']],
    limit: mostShown,
  });
  return rows.flatMap(toSetting);
}

/** The newest setting of each exercise of these clients. */
export async function newestSettings({ studioId }: Who, clientIds: readonly string[]): Promise<SettingCard[]> {
  ready();
  if (clientIds.length === 0) return [];
  const where = { studioId, clientId: [...clientIds] };
  const newest = (
    await SpringSettingRow.findAll({
      where,
      attributes: ['clientId', 'exercise', [fn('MAX', col('made_at')), 'madeAt']],
      group: ['clientId', 'exercise'],
    })
  ).map(({ clientId, exercise, madeAt }) => ({ clientId, exercise, madeAt }));
  if (newest.length === 0) return [];
  const rows = await SpringSettingRow.findAll({ where: { studioId, [Op.or]: newest }, order: [['madeAt', 'DESC']] });
  return rows.flatMap(toSetting);
}
