// Taught sessions: events taken in once, in order, with what follows from them; and the key of an instructor's tablet.
import { isOneOf } from '@/core/keyed';
import { randomBytes } from 'node:crypto';
import { Op, literal } from 'sequelize';
import type { InferAttributes, Transaction } from 'sequelize';
import * as v from 'valibot';
import { parse } from '@/core/check';
import { envelope } from '@/core/progression/events';
import type { Kind, SessionEvent } from '@/core/progression/events';
import { outcome as outcomeShape } from '@/core/progression/kept-outcome';
import { foldSession } from '@/core/progression/session';
import type { Session } from '@/core/progression/session';
import { eventVersion } from '@/core/progression/words';
import { failure, success } from '@/core/result';
import type { Failure, Result } from '@/core/result';
import { SessionEventRow, TaughtSession, User } from '../models';
import { metrics } from '../metrics';
import { ready } from '../ready';
import { transact } from '../transact';
import type { PlacedEvent, SessionCard, Who } from '../types';
import { claimClient, claimClientOf, claimSession } from './claims';
import { writeFollows } from './follows';
import { noteCame } from './book';
import { takeUpPlan } from './plans';
import { maySee, noClient, rowsSeenBy } from './seen-by';

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
const decisive: readonly Kind[] = [
  'judged',
  'decided',
  'undone',
  'amended',
  'stopSeen',
  'checked',
  'ended',
  'reopened',
];

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
export async function receiveEvents(who: Who, sent: readonly unknown[], sentAt: number): Promise<Received> {
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
    const taken = await takeIn(who, sessionId, events, skew, now);
    acked.push(...taken.acked);
    refused.push(...taken.refused);
  }
  metrics().events.inc({ how: 'taken' }, acked.length);
  metrics().events.inc({ how: 'refused' }, refused.length);
  return { acked, refused };
}

/** Earliest moment of a tap; the latest is a day from now. */
const firstMoment = Date.UTC(2015, 0, 1);
const dayMs = 86_400_000;

/** Takes in the events of one session, and writes what follows from them, in one transaction. */
function takeIn(
  who: Who,
  sessionId: string,
  events: readonly SessionEvent[],
  skew: number,
  now: number,
): Promise<Received> {
  return transact(async (transaction) => {
    const acked: { id: string; n: number; at: number }[] = [];
    const refused: Refused[] = [];
    const isDecisive = events.some(({ what }) => decisive.includes(what.kind));
    const opened = await openSession(who, sessionId, events, skew, isDecisive, transaction);
    if (!opened.ok) return { acked, refused: events.map(({ id }) => ({ id, error: opened.error })) };
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
      const at = event.at + skew;
      if (at < firstMoment || at > now + dayMs) {
        refused.push({ id: event.id, error: failure('noMoment', 'The time of this tap can’t be right.', 'at').error });
        continue;
      }
      n += 1;
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
    }
    if (rows.length > 0) {
      await SessionEventRow.bulkCreate(rows, { transaction });
      await session.update({ events: n }, { transaction });
    }
    const follows = session.owed || rows.some(({ kind }) => session.endedAt || isOneOf(decisive, kind));
    if (follows) await writeFollows(who, session, transaction);
    return { acked, refused };
  });
}

/** The session's row, claimed, and its client's where something may follow for her; the first event of a new one makes it. */
async function openSession(
  who: Who,
  id: string,
  events: readonly SessionEvent[],
  skew: number,
  isDecisive: boolean,
  transaction: Transaction,
): Promise<Result<TaughtSession>> {
  const { studioId } = who;
  const found = await TaughtSession.findOne({ where: { id }, transaction });
  if (found) {
    if (found.studioId !== studioId || !(await mayFollow(who, found, transaction))) return noSession();
    if (isDecisive || found.endedAt || found.owed) await claimClientOf(who, found.clientId, transaction);
    await claimSession(who, id, transaction);
    return success(await found.reload({ transaction }));
  }
  const [first] = events;
  if (first?.what.kind !== 'started') return noSession();
  const { client: clientId, rules, class: of } = first.what;
  const startedAt = first.at + skew;
  if (startedAt < firstMoment || startedAt > Date.now() + dayMs)
    return failure('noMoment', 'The time at which this session began can’t be right.', 'at');
  if (!(await claimClient(who, clientId, transaction))) return noClient('what.client');
  if (!of) await takeUpPlan(who, clientId, new Date(startedAt), transaction);
  await noteCame(who, clientId, { startedAt, appointment: of?.id }, transaction);
  return success(
    await TaughtSession.create(
      {
        id,
        studioId,
        clientId,
        instructorId: who.userId,
        startedAt: new Date(startedAt),
        endedAt: null,
        events: 0,
        outcome: null,
        rulesVersion: rules,
        owed: false,
      },
      { transaction },
    ),
  );
}

/** Whose session it is goes on with it, also when the client is hers no more: what was tapped was done. */
const mayFollow = async (
  who: Who,
  { instructorId, clientId }: TaughtSession,
  transaction?: Transaction,
): Promise<boolean> => who.sees === 'all' || instructorId === who.userId || (await maySee(who, clientId, transaction));

const noSession = () => failure('noSession', 'There is no such session in this studio.', 'session');

/** Events of a session after the n-th, in order, with their moments set right. */
export const eventsAfter = (who: Who, session: string, after: number): Promise<PlacedEvent[]> =>
  newsOf(who, [{ session, after }]);

type Followed = { readonly session: string; readonly after: number };

/** Of sessions followed by the asker, those that she may. */
async function followedBy(who: Who, wanted: readonly Followed[]): Promise<readonly Followed[]> {
  if (who.sees !== 'own') return wanted;
  const id = wanted.map(({ session }) => session);
  const rows = await TaughtSession.findAll({ where: { id, studioId: who.studioId } });
  const may = await Promise.all(rows.map(async (row) => ((await mayFollow(who, row)) ? [row.id] : [])));
  const ids = may.flat();
  return wanted.filter(({ session }) => ids.includes(session));
}

/** What came into sessions after a place in each, in their order. */
export async function newsOf(who: Who, asked: readonly Followed[]): Promise<PlacedEvent[]> {
  ready();
  const { studioId } = who;
  const wanted = asked.length > 0 ? await followedBy(who, asked) : [];
  if (wanted.length === 0) return [];
  const rows = await SessionEventRow.findAll({
    where: {
      studioId,
      [Op.or]: wanted.map(({ session, after }) => ({ sessionId: session, n: { [Op.gt]: after } })),
    },
    order: [
      ['sessionId', 'ASC'],
      ['n', 'ASC'],
    ],
  });
  if (rows.length === 0) return [];
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

/** An outcome as it was kept; null where there is none, or one that this program can't read. */
function readOutcome(kept: unknown): SessionCard['outcome'] {
  const parsed = v.safeParse(outcomeShape, kept);
  return parsed.success ? parsed.output : null;
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
    outcome: readOutcome(outcome),
    rulesVersion,
  }));
}

/** Taught sessions of a client, newest first; those without a single exercise begun are passed over once ended. */
export async function listSessions(who: Who, clientId: string, limit = 60): Promise<SessionCard[]> {
  ready();
  const rows = await TaughtSession.findAll({
    where: { ...rowsSeenBy(who), clientId },
    order: [['startedAt', 'DESC']],
    limit,
  });
  return toCards(who, rows);
}

export const sessionsPerPage = 20;

/** A page of a client's sessions, newest first. */
export async function pageOfSessions(
  who: Who,
  clientId: string,
  page: number,
): Promise<{ sessions: SessionCard[]; total: number }> {
  ready();
  const { rows, count } = await TaughtSession.findAndCountAll({
    where: { ...rowsSeenBy(who), clientId },
    order: [
      ['startedAt', 'DESC'],
      ['id', 'DESC'],
    ],
    limit: sessionsPerPage,
    offset: (page - 1) * sessionsPerPage,
  });
  return { sessions: await toCards(who, rows), total: count };
}

export async function findSession(who: Who, id: string): Promise<Result<SessionCard>> {
  ready();
  const row = await TaughtSession.findOne({ where: { ...rowsSeenBy(who), id } });
  const [card] = row ? await toCards(who, [row]) : [];
  return card ? success(card) : failure('notFound', 'There is no such session in this studio.', 'session');
}

/**
 * The instructor's key for what waits in a browser, made at the first need; after it, with a space between, those that she had
 * before her last passwords: what waits under one of them is still hers.
 */
export async function tabletKey(who: Who): Promise<string> {
  ready();
  const where = { id: who.userId, studioId: who.studioId };
  const known = await User.findOne({ where, rejectOnEmpty: true });
  const all = ({ tabletKey: own, earlierKeys }: User) => [own ?? '', ...(earlierKeys ?? [])].join(' ');
  if (known.tabletKey) return all(known);
  await User.update(
    { tabletKey: literal(`COALESCE(tablet_key, ${ready().escape(randomBytes(32).toString('base64'))})`) },
    { where },
  );
  const user = await known.reload();
  return all(user);
}
