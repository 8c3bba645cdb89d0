// Taught sessions: events taken in once, in order; what came of them; and the key of an instructor's tablet.
import { bodyOf, typicalBody } from '@/core/body/segments';
import { today } from '@internationalized/date';
import { randomBytes } from 'node:crypto';
import { Op, literal } from 'sequelize';
import type { InferAttributes, Transaction } from 'sequelize';
import { v7 as newId } from 'uuid';
import * as v from 'valibot';
import { conditionsInForce } from '@/core/knowledge/conditions';
import type { Repertoire } from '@/core/knowledge/entries';
import { apparatuses } from '@/core/knowledge/load-tags';
import { envelope } from '@/core/progression/events';
import { eventVersion } from '@/core/progression/words';
import type { Kind, SessionEvent } from '@/core/progression/events';
import { timeDose } from '@/core/progression/dose';
import { outcomesOf, unsafeFaults } from '@/core/progression/outcome';
import { outcome as outcomeShape } from '@/core/progression/kept-outcome';
import { rungAt } from '@/core/progression/rungs';
import { foldSession } from '@/core/progression/session';
import type { Item, Session } from '@/core/progression/session';
import { failure, success } from '@/core/result';
import { parse } from '@/core/check';
import type { Failure, Result } from '@/core/result';
import { Client, ClientCondition, Dose, SessionEventRow, Stop, Studio, TaughtSession, Trial, User } from '../models';
import { ready } from '../ready';
import { checkedOn, keepCheck } from './studio';
import type { PlacedEvent, SessionCard, Who } from '../types';

/** A tablet's clock that differs by more than this is set right. */
const clockToleranceMs = 60_000;

export type Refused = { readonly id: string; readonly error: Failure };
export type Received = {
  /** Taken in, now or before: with its place and its moment as the server has them. */
  readonly acked: readonly { readonly id: string; readonly n: number; readonly at: number }[];
  /** Not taken in, and never will be as it is: to be kept aside and shown. */
  readonly refused: readonly Refused[];
};

/** Kinds that change what comes of a session while it is still going on. */
const telling: readonly Kind[] = ['judged', 'decided', 'undone', 'amended', 'stopSeen', 'checked', 'ended', 'reopened'];

const idOf = (event: unknown): string =>
  typeof event === 'object' && event !== null && 'id' in event && typeof event.id === 'string' ? event.id : '';

/** Reads an event as sent: what is older or newer than this program is told apart from what is broken. */
function readEvent(who: Who, sent: unknown): Result<SessionEvent> {
  const version = typeof sent === 'object' && sent !== null && 'v' in sent ? sent.v : undefined;
  if (typeof version === 'number' && version !== eventVersion)
    return failure(
      'otherVersion',
      `This was tapped in version ${version} of the Floor; the studio has version ${eventVersion}. Load the page again.`,
      'v',
    );
  const event = parse(envelope, sent);
  if (event.ok && event.value.by !== who.userId)
    return failure('notYours', 'This was tapped under another sign-in.', 'by');
  return event;
}

/**
 * Takes in events in the order given: each once, however often it is sent. `sentAt`: the tablet's clock as it sent them.
 * What can't be taken is named with the reason, and stops nothing else.
 */
export async function receiveEvents(
  who: Who,
  sent: readonly unknown[],
  sentAt: number,
  repertoire: Repertoire,
): Promise<Received> {
  ready();
  const now = Date.now();
  const skew = Math.abs(now - sentAt) > clockToleranceMs ? now - sentAt : 0;
  const acked: { id: string; n: number; at: number }[] = [];
  const refused: Refused[] = [];
  const bySession = new Map<string, SessionEvent[]>();
  for (const one of sent) {
    const event = readEvent(who, one);
    if (!event.ok) refused.push({ id: idOf(one), error: event.error });
    else bySession.set(event.value.session, [...(bySession.get(event.value.session) ?? []), event.value]);
  }
  for (const [sessionId, events] of bySession) {
    const told = await takeIn(who, sessionId, events, skew, now);
    acked.push(...told.acked);
    refused.push(...told.refused);
    if (told.fresh.length > 0) await project(who, sessionId, told.fresh, repertoire);
  }
  return { acked, refused };
}

async function takeIn(
  who: Who,
  sessionId: string,
  events: readonly SessionEvent[],
  skew: number,
  now: number,
): Promise<Received & { readonly fresh: readonly Kind[] }> {
  const acked: { id: string; n: number; at: number }[] = [];
  const refused: Refused[] = [];
  const fresh: Kind[] = [];
  await ready().transaction(async (transaction) => {
    const opened = await openSession(who, sessionId, events, skew, transaction);
    if (!opened.ok) {
      refused.push(...events.map(({ id }) => ({ id, error: opened.error })));
      return;
    }
    const session = opened.value;
    const known = await SessionEventRow.findAll({ where: { id: events.map(({ id }) => id) }, transaction });
    const rows: InferAttributes<SessionEventRow>[] = [];
    let n = session.events;
    for (const event of events) {
      const before = known.find(({ id }) => id === event.id) ?? rows.find(({ id }) => id === event.id);
      if (before) {
        const same = before.studioId === who.studioId && JSON.stringify(before.event) === JSON.stringify(event);
        if (same) acked.push({ id: event.id, n: before.n, at: before.madeAt.getTime() });
        else
          refused.push({
            id: event.id,
            error: failure('otherContent', 'Something else was kept under this id before.', 'id').error,
          });
        continue;
      }
      n += 1;
      const at = event.at + skew;
      rows.push({
        id: event.id,
        studioId: who.studioId,
        sessionId,
        n,
        userId: who.userId,
        device: event.device,
        seq: event.seq,
        kind: event.what.kind,
        madeAt: new Date(at),
        receivedAt: new Date(now),
        event,
      });
      acked.push({ id: event.id, n, at });
      fresh.push(event.what.kind);
    }
    if (rows.length === 0) return;
    await SessionEventRow.bulkCreate(rows, { transaction });
    await session.update({ events: n }, { transaction });
  });
  return { acked, refused, fresh };
}

/** The session's row, locked; the first event of a new one makes it. */
async function openSession(
  who: Who,
  id: string,
  events: readonly SessionEvent[],
  skew: number,
  transaction: Transaction,
): Promise<Result<TaughtSession>> {
  const found = await TaughtSession.findOne({ where: { id }, transaction, lock: true });
  if (found?.studioId === who.studioId) return success(found);
  const [first] = events;
  if (found || first?.what.kind !== 'started')
    return failure('noSession', 'There is no such session in this studio.', 'session');
  const { client: clientId, rules } = first.what;
  if ((await Client.count({ where: { id: clientId, studioId: who.studioId }, transaction })) === 0)
    return failure('notFound', 'There is no such client in this studio.', 'what.client');
  return success(
    await TaughtSession.create(
      {
        id,
        studioId: who.studioId,
        clientId,
        instructorId: who.userId,
        startedAt: new Date(first.at + skew),
        endedAt: null,
        events: 0,
        outcome: null,
        rulesVersion: rules,
      },
      { transaction },
    ),
  );
}

/** Events of a session after the n-th, in order, with their moments set right. */
export async function eventsAfter({ studioId }: Who, sessionId: string, n: number): Promise<PlacedEvent[]> {
  ready();
  const rows = await SessionEventRow.findAll({
    where: { studioId, sessionId, n: { [Op.gt]: n } },
    order: [['n', 'ASC']],
  });
  const users = await User.findAll({
    where: { studioId, id: [...new Set(rows.map(({ userId }) => userId))] },
    attributes: ['id', 'name'],
  });
  return rows.map(({ n: place, userId, madeAt, event }) => ({
    n: place,
    name: users.find(({ id }) => id === userId)?.name ?? '',
    event: { ...event, at: madeAt.getTime() },
  }));
}

/** A session as its events tell it now. */
export async function foldKept(who: Who, sessionId: string): Promise<Session> {
  return foldSession(
    sessionId,
    (await eventsAfter(who, sessionId, 0)).map(({ event }) => event),
  );
}

/** What follows from a session is written anew from all its events: outcome, trials, standings, a stop. */
async function project(who: Who, sessionId: string, fresh: readonly Kind[], repertoire: Repertoire): Promise<void> {
  const row = await TaughtSession.findOne({ where: { id: sessionId, studioId: who.studioId } });
  if (!row || (!row.endedAt && !fresh.some((kind) => telling.includes(kind)))) return;
  const { studioId, clientId } = row;
  const conditions = conditionsInForce(await ClientCondition.findAll({ where: { studioId, clientId } }));
  await ready().transaction(async (transaction) => {
    await TaughtSession.findOne({ where: { id: sessionId, studioId }, transaction, lock: true }); // one at a time
    const session = await foldKept(who, sessionId);
    const outcome = outcomesOf(session, unsafeFaults(repertoire, conditions));
    const endedAt = session.endedAt === null ? null : new Date(session.endedAt);
    await row.update({ outcome, endedAt }, { transaction });
    await Trial.destroy({ where: { studioId, sessionId }, transaction });
    await Dose.destroy({ where: { studioId, sessionId }, transaction });
    await Trial.bulkCreate(trialsOf(row, session), { transaction });
    await Dose.bulkCreate(await dosesOf(row, session, repertoire), { transaction });
    await keepStop(row, session, who.name, transaction);
  });
  if (fresh.includes('checked')) await keepChecks(who, await foldKept(who, sessionId));
}

/** What was ticked on the Floor counts for the day, in this studio's time zone. */
async function keepChecks(who: Who, { checked }: Session): Promise<void> {
  const { timeZone } = await Studio.findByPk(who.studioId, { rejectOnEmpty: true });
  const day = today(timeZone).toString();
  const kept = await checkedOn(who, day);
  for (const apparatus of apparatuses)
    if (checked.includes(apparatus) && !kept.some((one) => one.apparatus === apparatus))
      await keepCheck(who, apparatus, day);
}

function trialsOf({ id: sessionId, studioId, clientId, startedAt }: TaughtSession, session: Session) {
  return session.items.flatMap(({ exercise, tries }) =>
    tries.flatMap(({ fault, correction, verdict }) =>
      verdict === null || verdict === 'notTried'
        ? []
        : [
            {
              id: newId(),
              studioId,
              clientId,
              lookId: null,
              sessionId,
              exercise,
              fault,
              correction,
              measure: null,
              verdict,
              changeValue: null,
              mdc: null,
              triedAt: session.endedAt === null ? startedAt : new Date(session.endedAt),
            },
          ],
    ),
  );
}

async function dosesOf(row: TaughtSession, session: Session, repertoire: Repertoire) {
  const { id: sessionId, studioId, clientId, instructorId } = row;
  const client = await Client.findOne({ where: { id: clientId, studioId } });
  const body = client ? bodyOf(client) : typicalBody;
  const createdAt = session.until === null ? row.startedAt : new Date(session.until);
  return session.items.flatMap((item) => {
    const dose = item.decision && nextDose(item, item.decision.level, repertoire, body);
    return dose ? [{ id: newId(), studioId, clientId, lookId: null, sessionId, instructorId, ...dose, createdAt }] : [];
  });
}

/** The dose that a decision leads to: the taught one where the level stays, else the level's own. */
function nextDose(item: Item, level: number, { exercises }: Repertoire, body: Parameters<typeof rungAt>[2]) {
  const exercise = exercises.find(({ id }) => id === item.exercise);
  const rung = exercise && rungAt(exercise, level, body);
  if (!rung) return undefined; // it has left the repertoire since
  const { repetitions, sets, sides, directions, pattern, pace } =
    level === item.level ? item.dose : { ...item.dose, ...rung.dose };
  const dose = {
    exercise: item.exercise,
    level: Math.floor(level),
    repetitions,
    sets,
    sides,
    directions,
    pattern,
    pace,
    changeOverS: 5,
  };
  const times = timeDose(dose);
  if (!times.ok) return undefined;
  const { setS, breathsPerMinute } = times.value;
  return { ...dose, half: !Number.isInteger(level), setS, breathsPerMinute };
}

/** A stop sign tapped on the Floor stands on the client's file; taken back before anybody cleared it, it is gone. */
async function keepStop(
  { id: sessionId, studioId, clientId }: TaughtSession,
  { stop }: Session,
  madeBy: string,
  transaction: Transaction,
): Promise<void> {
  const tapped = await SessionEventRow.findAll({ where: { studioId, sessionId, kind: 'stopSeen' }, transaction });
  const gone = tapped.map(({ id }) => id).filter((id) => id !== stop?.id);
  await Stop.destroy({ where: { studioId, clientId, id: gone, clearedOn: null }, transaction });
  if (!stop) return;
  const { id, sign, seen, at } = stop;
  if ((await Stop.count({ where: { id }, transaction })) > 0) return;
  await Stop.create(
    {
      id,
      studioId,
      clientId,
      lookId: null,
      sign,
      seen,
      madeBy,
      madeAt: new Date(at),
      clearedOn: null,
      clearedBy: null,
    },
    { transaction },
  );
}

async function toCards({ studioId }: Who, rows: readonly TaughtSession[]): Promise<SessionCard[]> {
  const users = await User.findAll({ where: { studioId }, attributes: ['id', 'name'] });
  return rows.map(({ id, clientId, instructorId, startedAt, endedAt, events, outcome, rulesVersion }) => ({
    id,
    clientId,
    instructor: users.find((user) => user.id === instructorId)?.name ?? '',
    startedAt,
    endedAt,
    events,
    outcome: outcome === null ? null : v.parse(outcomeShape, outcome),
    rulesVersion,
  }));
}

/** Taught sessions of a client, newest first; those without a single exercise begun are passed over once ended. */
export async function listSessions(who: Who, clientId: string, limit = 60): Promise<SessionCard[]> {
  ready();
  const rows = await TaughtSession.findAll({
    where: { studioId: who.studioId, clientId },
    order: [['startedAt', 'DESC']],
    limit,
  });
  return toCards(who, rows);
}

export async function findSession(who: Who, id: string): Promise<Result<SessionCard>> {
  ready();
  const row = await TaughtSession.findOne({ where: { id, studioId: who.studioId } });
  const [card] = row ? await toCards(who, [row]) : [];
  return card ? success(card) : failure('notFound', 'There is no such session in this studio.', 'session');
}

/** Sessions of these clients since a moment, newest first. */
export async function sessionsSince(who: Who, clientIds: readonly string[], since: Date): Promise<SessionCard[]> {
  ready();
  const rows = await TaughtSession.findAll({
    where: { studioId: who.studioId, clientId: [...clientIds], startedAt: { [Op.gte]: since } },
    order: [['startedAt', 'DESC']],
  });
  return toCards(who, rows);
}

/** The instructor's key for what waits on a tablet: made at the first need, the same ever after. */
export async function tabletKey(who: Who): Promise<string> {
  ready();
  const where = { id: who.userId, studioId: who.studioId };
  await User.update(
    { tabletKey: literal(`COALESCE(tablet_key, ${ready().escape(randomBytes(32).toString('base64'))})`) },
    { where },
  );
  const user = await User.findOne({ where, rejectOnEmpty: true });
  return user.tabletKey ?? '';
}
