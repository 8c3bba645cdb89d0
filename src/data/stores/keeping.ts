// How long a studio keeps what, and what is older than that: listed, and let go when a lead says so.
import { Op, QueryTypes } from 'sequelize';
import type { Transaction } from 'sequelize';
import * as v from 'valibot';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { monthsBefore } from '../days';
import { Client, LookPicture, Picture, RecordRow, Studio } from '../models';
import { oweBytes, payBytes } from '../media/pictures';
import { ready } from '../ready';
import { recountStudio } from '../recount';
import { transact } from '../transact';
import type { Who } from '../types';
import { leadOnly } from './accounts';
import { claimStudio } from './claims';
import { note } from './record';
import { eraseRows } from './whole-client';

const months = v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(600)));
/** In months; null: for good. */
export const keepingShape = v.strictObject({
  /** Pictures, after they were taken. What was measured in them stays. */
  pictures: months,
  /** A client with everything, after the last time that anything was done with her. */
  clients: months,
  /** Lines of the record. */
  record: months,
});
export type Keeping = v.InferOutput<typeof keepingShape>;

const forGood: Keeping = { pictures: null, clients: null, record: null };

const readKeeping = (kept: unknown): Keeping => {
  const parsed = v.safeParse(keepingShape, kept);
  return parsed.success ? parsed.output : forGood;
};

/** What is older than the rule of a studio; nothing of a kind that is kept for good. */
export type Due = {
  readonly keeping: Keeping;
  /** Pictures of a client that are old, counted. */
  readonly pictures: readonly { readonly clientId: string; readonly name: string; readonly count: number }[];
  readonly clients: readonly { readonly id: string; readonly name: string; readonly lastAt: Date }[];
  readonly record: number;
};

/** The last time that anything was done with a client: booked, looked at, taught, signed; else when she was written down. */
const lastDone = `GREATEST(c.created_at,
  COALESCE((SELECT MAX(a.starts_at) FROM appointments a JOIN appointment_places p ON p.appointment_id = a.id WHERE p.client_id = c.id), c.created_at),
  COALESCE((SELECT MAX(started_at) FROM looks l WHERE l.client_id = c.id), c.created_at),
  COALESCE((SELECT MAX(started_at) FROM taught_sessions s WHERE s.client_id = c.id), c.created_at),
  COALESCE((SELECT MAX(made_at) FROM papers p WHERE p.client_id = c.id), c.created_at),
  COALESCE((SELECT MAX(made_at) FROM intakes i WHERE i.client_id = c.id), c.created_at))`;

async function clientsDue(
  studioId: string,
  before: Date,
  transaction?: Transaction,
): Promise<readonly { id: string; name: string; lastAt: Date }[]> {
  return ready().query<{ id: string; name: string; lastAt: Date }>(
    `SELECT c.id, c.name, ${lastDone} AS lastAt FROM clients c WHERE c.studio_id = :studioId AND c.created_at < :before
      HAVING lastAt < :before ORDER BY lastAt`,
    { replacements: { studioId, before }, type: QueryTypes.SELECT, ...(transaction ? { transaction } : {}) },
  );
}

async function findKeeping(studioId: string, transaction?: Transaction): Promise<{ keeping: Keeping; zone: string }> {
  const within = transaction ? { transaction } : {};
  const studio = await Studio.findByPk(studioId, { rejectOnEmpty: true, ...within });
  return { keeping: readKeeping(studio.keeping), zone: studio.timeZone };
}

/** What is older than the rule; for leads. */
export async function findDue({ studioId }: Who, now = new Date()): Promise<Due> {
  const sequelize = ready();
  const { keeping, zone } = await findKeeping(studioId);
  const before = (kind: keyof Keeping): Date | undefined =>
    keeping[kind] === null ? undefined : monthsBefore(zone, now, keeping[kind]);
  const [oldPictures, oldClients, oldRecord] = [before('pictures'), before('clients'), before('record')];
  const pictures = oldPictures
    ? await sequelize.query<{ clientId: string; name: string; count: number }>(
        `SELECT p.client_id AS clientId, c.name, COUNT(*) AS count FROM pictures p JOIN clients c ON c.id = p.client_id
          WHERE p.studio_id = :studioId AND p.created_at < :oldPictures GROUP BY p.client_id, c.name ORDER BY c.name`,
        { replacements: { studioId, oldPictures }, type: QueryTypes.SELECT },
      )
    : [];
  return {
    keeping,
    pictures: pictures.map(({ count, ...one }) => ({ ...one, count: Number(count) })),
    clients: oldClients ? await clientsDue(studioId, oldClients) : [],
    record: oldRecord ? await RecordRow.count({ where: { studioId, at: { [Op.lt]: oldRecord } } }) : 0,
  };
}

/** Sets how long what is kept. Nothing goes by it but what a lead then lets go. */
export function setKeeping(who: Who, keeping: Keeping): Promise<Result<null>> {
  if (who.role !== 'lead') return Promise.resolve(leadOnly());
  return transact(async (transaction) => {
    await claimStudio(who, transaction);
    const { keeping: was } = await findKeeping(who.studioId, transaction);
    await Studio.update({ keeping }, { where: { id: who.studioId }, transaction });
    await note(who, { kind: 'people', what: 'changed how long things are kept', was, became: keeping }, transaction);
    return success(null);
  });
}

const counted = (count: number, of: string): string => `${count} ${of}${count === 1 ? '' : 's'}`;

/** Pictures older than a moment go, with the marks in them; what was measured stays with its look. */
async function dropPictures(who: Who, before: Date, transaction: Transaction): Promise<number> {
  const { studioId } = who;
  const old = await Picture.findAll({
    where: { studioId, clientId: { [Op.ne]: null }, createdAt: { [Op.lt]: before } },
    attributes: ['id', 'clientId'],
    transaction,
  });
  const ids = old.map(({ id }) => id);
  if (ids.length === 0) return 0;
  await LookPicture.destroy({ where: { studioId, pictureId: ids }, transaction });
  await oweBytes({ studioId, id: ids }, transaction);
  await Picture.destroy({ where: { studioId, id: ids }, transaction });
  for (const clientId of new Set(old.map((one) => one.clientId ?? ''))) {
    const count = old.filter((one) => one.clientId === clientId).length;
    await note(
      who,
      { kind: 'erased', clientId, what: `${counted(count, 'old picture')} went, by the studio’s rule` },
      transaction,
    );
  }
  return ids.length;
}

/** Clients with whom nothing was done since a moment go, of those who were listed. */
async function dropClients(
  who: Who,
  listed: readonly string[],
  before: Date,
  transaction: Transaction,
): Promise<number> {
  const due = (await clientsDue(who.studioId, before, transaction)).filter(({ id }) => listed.includes(id));
  for (const { id } of due) {
    const client = await Client.findByPk(id, { transaction });
    if (client) await eraseRows(client, transaction);
  }
  if (due.length === 0) return 0;
  await recountStudio(ready(), who.studioId, transaction);
  const what = `${counted(due.length, 'client')} went with everything, by the studio’s rule`;
  await note(who, { kind: 'erased', what }, transaction);
  return due.length;
}

/** Lines of the record older than a moment go; that they went is on it. */
async function dropRecord(who: Who, before: Date, transaction: Transaction): Promise<number> {
  const gone = await RecordRow.destroy({
    where: { studioId: who.studioId, at: { [Op.lt]: before } },
    transaction,
  });
  if (gone > 0)
    await note(
      who,
      { kind: 'erased', what: `${counted(gone, 'old line')} of this record went, by the studio’s rule` },
      transaction,
    );
  return gone;
}

/**
 * Lets go what is older than the rule as it stands now; returns how much went. `listed`: clients whom the lead was shown: one
 * who came again since, or was not on the list, stays.
 */
export async function letGoDue(
  who: Who,
  kind: keyof Keeping,
  listed: readonly string[] = [],
  now = new Date(),
): Promise<Result<number>> {
  if (who.role !== 'lead') return leadOnly();
  const gone = await transact(async (transaction): Promise<Result<number>> => {
    await claimStudio(who, transaction);
    const { keeping, zone } = await findKeeping(who.studioId, transaction);
    const rule = keeping[kind];
    if (rule === null) return failure('forGood', 'The studio keeps these for good: set how long first.', kind);
    const before = monthsBefore(zone, now, rule);
    switch (kind) {
      case 'pictures':
        return success(await dropPictures(who, before, transaction));
      case 'clients':
        return success(await dropClients(who, listed, before, transaction));
      case 'record':
        return success(await dropRecord(who, before, transaction));
    }
  });
  await payBytes().catch(() => 0); // what is owed stays owed
  return gone;
}
