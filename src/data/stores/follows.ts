// What follows from taught sessions on the clients' files, written with the events that make it, or owed and paid later.
import { Op } from 'sequelize';
import type { Attributes, CreationAttributes, Model, ModelStatic, Transaction, WhereOptions } from 'sequelize';
import type { MakeNullishOptional } from 'sequelize/types/utils';
import { v7 as newId } from 'uuid';
import { bodyOf, typicalBody } from '@/core/body/segments';
import { conditionsInForce, onDay, unsafeFaults } from '@/core/knowledge/conditions';
import type { Repertoire } from '@/core/knowledge/entries';
import { apparatuses } from '@/core/knowledge/load-tags';
import type { SessionEvent } from '@/core/progression/events';
import { dosesFrom, trialsFrom } from '@/core/progression/follows';
import type { StopSpan } from '@/core/progression/follows';
import { outcomesOf } from '@/core/progression/outcome';
import { foldSession } from '@/core/progression/session';
import type { Session } from '@/core/progression/session';
import { dayOf } from '../days';
import { errnoOf, isPassing } from '../failures';
import {
  ApparatusCheck,
  Client,
  ClientCondition,
  Dose,
  SessionEventRow,
  Stop,
  Studio,
  TaughtSession,
  Trial,
  User,
} from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Who } from '../types';
import { claimClientOf, claimSession } from './claims';
import { countTrials } from './evidence';
import { note } from './record';
import { findRepertoire } from './studio';

/** Events of a session in order, with their moments set right. */
export async function eventsOf(row: TaughtSession, transaction?: Transaction): Promise<SessionEvent[]> {
  const { id: sessionId, studioId } = row;
  const rows = await SessionEventRow.findAll({
    where: { studioId, sessionId },
    order: [['n', 'ASC']],
    ...(transaction ? { transaction } : {}),
  });
  return rows.map(({ madeAt, event }) => ({ ...event, at: madeAt.getTime() }));
}

/**
 * Writes what follows from all events of a session, in the transaction that holds its row and its client's. Each part stands
 * for itself: an odd record leaves out what it alone makes, and the session then owes the rest.
 */
export async function writeFollows(who: Who, row: TaughtSession, transaction: Transaction): Promise<void> {
  const events = await eventsOf(row, transaction);
  const repertoire = await findRepertoire(who, transaction);
  const session = foldSession(row.id, events);
  const parts: readonly (readonly [string, () => Promise<unknown>])[] = [
    ['its end', () => row.update({ endedAt: momentOf(session.endedAt) }, { transaction })],
    ['its stop', () => writeStop(row, session, events, transaction)],
    ['its outcome', () => writeOutcome(repertoire, row, session, transaction)],
    ['standings', () => writeDoses(repertoire, row, session, transaction)],
    ['checks', () => writeChecks(row, session, events, transaction)],
    ['trials', () => writeTrials(row, session, transaction)], // last: their counts are the studio's, and shared
  ];
  let owed = false;
  for (const [name, write] of parts)
    try {
      await write();
    } catch (error) {
      if (isPassing(error)) throw error;
      owed = true;
      const why = errnoOf(error) ?? (error instanceof Error ? error.message : error);
      console.error(`session ${row.id}: ${name} could not be written: ${why}`);
    }
  await row.update({ owed }, { transaction });
}

const momentOf = (at: number | null): Date | null => (at === null ? null : new Date(at));

async function timeZoneOf(studioId: string, transaction: Transaction): Promise<string> {
  const { timeZone } = await Studio.findByPk(studioId, { attributes: ['timeZone'], rejectOnEmpty: true, transaction });
  return timeZone;
}

async function writeOutcome(
  repertoire: Repertoire,
  row: TaughtSession,
  session: Session,
  transaction: Transaction,
): Promise<void> {
  const { studioId, clientId } = row;
  const onFile = await ClientCondition.findAll({ where: { studioId, clientId }, transaction });
  const day = dayOf(await timeZoneOf(studioId, transaction), row.startedAt);
  const inForce = conditionsInForce(
    onFile.map(({ condition, clearedOn, clearedUntil }) => onDay({ condition, clearedOn, clearedUntil }, day)),
  );
  const conditions = [...new Set([...inForce, ...(session.ready?.today ?? [])])];
  const outcome = outcomesOf(session, unsafeFaults(repertoire, conditions));
  await row.update({ outcome }, { transaction });
}

/** Makes a session's rows of a table what they should be: by their keys, so that writing them again changes nothing. */
async function settle<M extends Model & { id: string }>(
  table: ModelStatic<M>,
  { id: sessionId, studioId }: TaughtSession,
  wanted: readonly (MakeNullishOptional<CreationAttributes<M>> & { readonly id: string })[],
  transaction: Transaction,
): Promise<void> {
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- every table here has these columns; the class is only known to the caller
  const where = { studioId, sessionId } as unknown as WhereOptions<Attributes<M>>;
  const kept = await table.findAll({ where, transaction });
  const gone = kept.filter(({ id }) => !wanted.some((one) => one.id === id)).map(({ id }) => id);
  if (gone.length > 0)
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- every table here has these columns; the class is only known to the caller
    await table.destroy({ where: { id: gone } as unknown as WhereOptions<Attributes<M>>, transaction });
  for (const row of kept) await row.update(wanted.find(({ id }) => id === row.id) ?? {}, { transaction });
  await table.bulkCreate(
    wanted.filter(({ id }) => !kept.some((row) => row.id === id)),
    { transaction },
  );
}

async function writeTrials(row: TaughtSession, session: Session, transaction: Transaction): Promise<void> {
  const { id: sessionId, studioId, clientId, startedAt } = row;
  const triedAt = momentOf(session.endedAt) ?? startedAt;
  const belongs = { studioId, clientId, lookId: null, sessionId, measure: null, changeValue: null, mdc: null, triedAt };
  const wanted = trialsFrom(session).map((trial) => ({ ...trial, ...belongs }));
  const before = await Trial.findAll({ where: { studioId, sessionId }, transaction });
  await settle(Trial, row, wanted, transaction);
  await countTrials({ studioId, clientId }, [...before, ...wanted], transaction);
}

/** When the client was stopped, by signs noted anywhere else; a clearance holds from its day on. */
async function stopsElsewhere(
  { id, studioId, clientId }: TaughtSession,
  transaction: Transaction,
): Promise<StopSpan[]> {
  const own = await SessionEventRow.findAll({
    where: { studioId, sessionId: id, kind: 'stopSeen' },
    attributes: ['id'],
    transaction,
  });
  const rows = await Stop.findAll({
    where: { studioId, clientId, id: { [Op.notIn]: own.map((one) => one.id) } },
    transaction,
  });
  return rows.map(({ madeAt, clearedOn }) => ({
    from: madeAt.getTime(),
    ...(clearedOn === null ? {} : { until: Date.parse(`${clearedOn}T00:00:00Z`) }),
  }));
}

async function writeDoses(
  repertoire: Repertoire,
  row: TaughtSession,
  session: Session,
  transaction: Transaction,
): Promise<void> {
  const { id: sessionId, studioId, clientId, instructorId } = row;
  const client = await Client.findOne({ where: { id: clientId, studioId }, transaction });
  const stops = await stopsElsewhere(row, transaction);
  const body = client ? bodyOf(client) : typicalBody;
  const doses = dosesFrom(session, repertoire, body, stops);
  const belongs = { studioId, clientId, lookId: null, sessionId, instructorId };
  const wanted = doses.map(({ at, ...dose }) => ({ ...dose, ...belongs, createdAt: new Date(at) }));
  await settle(Dose, row, wanted, transaction);
}

const nameOf = async (studioId: string, userId: string | undefined, transaction: Transaction): Promise<string> =>
  (userId &&
    (await User.findOne({ where: { id: userId, studioId }, attributes: ['id', 'name'], transaction }))?.name) ||
  '';

/** A stop sign tapped on the Floor stands on the client's file; taken back before anybody cleared it, it is gone. */
async function writeStop(
  { studioId, clientId }: TaughtSession,
  { stop }: Session,
  events: readonly SessionEvent[],
  transaction: Transaction,
): Promise<void> {
  const tapped = events.filter(({ what }) => what.kind === 'stopSeen').map(({ id }) => id);
  const kept = tapped.length > 0 ? await Stop.findAll({ where: { id: tapped, studioId }, transaction }) : [];
  const gone = kept.filter(({ id, clearedOn }) => id !== stop?.id && clearedOn === null).map(({ id }) => id);
  if (gone.length > 0) await Stop.destroy({ where: { id: gone }, transaction });
  if (!stop || kept.some(({ id }) => id === stop.id)) return;
  const { id, sign, seen, at } = stop;
  const by = events.find((event) => event.id === id)?.by;
  const madeBy = await nameOf(studioId, by, transaction);
  const open = { lookId: null, clearedOn: null, clearedBy: null };
  await Stop.create({ id, studioId, clientId, sign, seen, madeBy, madeAt: new Date(at), ...open }, { transaction });
  const what = `stop sign on the Floor: ${sign}`;
  await note(
    { studioId, userId: '', name: madeBy },
    { kind: 'stop', clientId, what, became: { sign, seen } },
    transaction,
  );
}

/** What was ticked on the Floor counts for that day, in the studio's time zone: once, whoever ticks it again. */
async function writeChecks(
  { studioId }: TaughtSession,
  { checked }: Session,
  events: readonly SessionEvent[],
  transaction: Transaction,
): Promise<void> {
  if (checked.length === 0) return;
  const timeZone = await timeZoneOf(studioId, transaction);
  for (const apparatus of apparatuses.filter((one) => checked.includes(one))) {
    const tick = events.findLast(({ what }) => what.kind === 'checked' && what.apparatus === apparatus);
    if (!tick) continue;
    const day = dayOf(timeZone, new Date(tick.at));
    if ((await ApparatusCheck.count({ where: { studioId, apparatus, day }, transaction })) > 0) continue;
    const madeBy = await nameOf(studioId, tick.by, transaction);
    const row = { id: newId(), studioId, apparatus, day, madeBy, madeAt: new Date(tick.at) };
    await ApparatusCheck.bulkCreate([row], { ignoreDuplicates: true, transaction });
  }
}

/** Most sessions whose debts one reader pays before it answers. */
const mostAtOnce = 25;

/** Writes what sessions still owe to the files of these clients (of all, without any named); returns how many did. */
export async function payOwed(who: Who, clientIds?: readonly string[], limit = mostAtOnce): Promise<number> {
  ready();
  if (clientIds?.length === 0) return 0;
  const owing = await TaughtSession.findAll({
    where: { studioId: who.studioId, owed: true, ...(clientIds ? { clientId: [...clientIds] } : {}) },
    attributes: ['id', 'clientId'],
    order: [['id', 'ASC']],
    limit,
  });
  let paid = 0;
  for (const { id, clientId } of owing) {
    await transact(async (transaction) => {
      await claimClientOf(who, clientId, transaction);
      if (!(await claimSession(who, id, transaction))) return;
      const row = await TaughtSession.findOne({ where: { id, studioId: who.studioId }, transaction });
      if (row?.owed) await writeFollows(who, row, transaction);
    });
    paid += 1;
  }
  return paid;
}

/** Pays for every studio, as a start does; what can't be written even now goes on being owed. Returns how many owed. */
export async function payEverything(): Promise<number> {
  ready();
  let paid = 0;
  for (const studio of await Studio.findAll({ attributes: ['id'] })) {
    const who: Who = { userId: '', studioId: studio.id, name: '', role: 'instructor', sees: 'all' };
    const owing = await TaughtSession.findAll({
      where: { studioId: studio.id, owed: true },
      attributes: ['id', 'clientId'],
    });
    for (const clientId of new Set(owing.map((one) => one.clientId)))
      paid += await payOwed(who, [clientId], owing.length);
  }
  return paid;
}
