// A studio's apparatus and what was set on it for whom.
import { Op } from 'sequelize';
import * as v from 'valibot';
import { v7 as newId } from 'uuid';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import type { Rig } from '@/core/springs/apparatus';
import { rigInput, setInput } from '@/core/springs/rig-input';
import type { SpringSet } from '@/core/springs/springs';
import { ApparatusRow, Client, SpringSettingRow } from '../models';
import { ready } from '../ready';
import type { ApparatusCard, SettingCard, Who } from '../types';

const cardOf = ({ id, room, name, rig, changedBy, changedAt }: ApparatusRow): ApparatusCard => ({
  id,
  room,
  name,
  rig: v.parse(rigInput, rig),
  changedBy,
  changedAt,
});

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
  return rows.map(cardOf);
}

type NewApparatus = { readonly room: string; readonly name: string; readonly rig: Rig };

/** Keeps a new apparatus; returns its id. */
export async function addApparatus(who: Who, { room, name, rig }: NewApparatus): Promise<Result<string>> {
  ready();
  const id = newId();
  await ApparatusRow.create({
    id,
    studioId: who.studioId,
    room,
    name,
    kind: rig.kind,
    rig,
    changedBy: who.name,
    changedAt: new Date(),
  });
  return success(id);
}

/** Changes the name or the numbers of an apparatus. */
export async function changeApparatus(
  who: Who,
  id: string,
  change: { readonly name?: string; readonly rig?: Rig },
): Promise<Result<null>> {
  ready();
  const [changed] = await ApparatusRow.update(
    { ...change, changedBy: who.name, changedAt: new Date() },
    { where: { id, studioId: who.studioId } },
  );
  return changed > 0 ? success(null) : failure('notFound', 'This apparatus is gone.', 'id');
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

/** Keeps what was set for a client today. */
export async function keepSetting(who: Who, setting: NewSetting, at = new Date()): Promise<Result<string>> {
  ready();
  const { studioId } = who;
  const [client, apparatus] = await Promise.all([
    Client.count({ where: { id: setting.clientId, studioId } }),
    ApparatusRow.count({ where: { id: setting.apparatusId, studioId } }),
  ]);
  if (client === 0) return failure('notFound', 'There is no such client in this studio.', 'clientId');
  if (apparatus === 0) return failure('notFound', 'This apparatus is gone.', 'apparatusId');
  const id = newId();
  const springs = { ...setting.springs };
  await SpringSettingRow.create({ id, studioId, ...setting, springs, madeBy: who.name, madeAt: at });
  return success(id);
}

/** What was set for clients, newest first; of one exercise, or of all. */
export async function listSettings(who: Who, clientIds: readonly string[], exercise?: string): Promise<SettingCard[]> {
  ready();
  if (clientIds.length === 0) return [];
  const rows = await SpringSettingRow.findAll({
    where: {
      studioId: who.studioId,
      clientId: { [Op.in]: [...clientIds] },
      ...(exercise === undefined ? {} : { exercise }),
    },
    order: [['madeAt', 'DESC']],
    limit: 400,
  });
  return rows.map(({ id, clientId, apparatusId, exercise: one, springs, note, madeBy, madeAt }) => ({
    id,
    clientId,
    apparatusId,
    exercise: one,
    springs: v.parse(setInput, springs),
    note,
    madeBy,
    madeAt,
  }));
}
