// What is known of a client, made from all that was kept and kept beside it: one answer for every screen that asks.
import { createHash } from 'node:crypto';
import { Op, QueryTypes } from 'sequelize';
import { bodyOf } from '@/core/body/segments';
import type { Repertoire } from '@/core/knowledge/entries';
import type { KnownLoad } from '@/core/load/capacity';
import { summarize } from '@/core/progression/summary';
import type { ClientSummary } from '@/core/progression/summary';
import { rulesVersion } from '@/repertoire';
import { dayOf } from '../days';
import { ClientSummaryRow, Dose, Studio, TaughtSession } from '../models';
import { ready } from '../ready';
import type { ClientCard, Who } from '../types';
import { listSessions } from './floor';
import { listResults } from './looks';

/** Raised when what a summary holds, or how it is made, changes. */
const shape = 3;
/** Windows, gates and findings speak of this many newest sessions and looks. */
export const newestOfEach = 60;

const newestDoseOfEach = `SELECT d.id FROM doses d JOIN (
    SELECT exercise, MAX(created_at) AS newest FROM doses WHERE studio_id = :studioId AND client_id = :clientId GROUP BY exercise
  ) n ON d.exercise = n.exercise AND d.created_at = n.newest
  WHERE d.studio_id = :studioId AND d.client_id = :clientId`;

/** The newest dose of every exercise of a client, newest first. */
async function newestDoses({ studioId }: Who, clientId: string): Promise<Dose[]> {
  const found = await ready().query<{ id: string }>(newestDoseOfEach, {
    replacements: { studioId, clientId },
    type: QueryTypes.SELECT,
  });
  if (found.length === 0) return [];
  return Dose.findAll({
    where: { id: found.map(({ id }) => id) },
    order: [
      ['createdAt', 'DESC'],
      ['id', 'DESC'],
    ],
  });
}

/** Makes a client's summary from what was kept. */
export async function makeSummary(
  who: Who,
  client: ClientCard,
  repertoire: Repertoire,
  timeZone: string,
): Promise<ClientSummary> {
  const [all, results, rows] = await Promise.all([
    listSessions(who, client.id, newestOfEach),
    listResults(who, client.id, newestOfEach),
    newestDoses(who, client.id),
  ]);
  return summarize(repertoire, bodyOf(client), {
    sessions: all.flatMap(({ id, startedAt, endedAt, outcome }) =>
      endedAt && outcome ? [{ id, day: dayOf(timeZone, startedAt), outcome }] : [],
    ),
    looks: results.map(({ on, ...one }) => ({ ...one, day: dayOf(timeZone, on) })),
    doses: rows,
  });
}

/** What a summary was made from: it holds while the client's and the studio's claims, rules and zone are these. */
const madeFrom = ({ claims }: ClientCard, studio: Pick<Studio, 'claims' | 'timeZone'>): string =>
  createHash('sha256')
    .update(JSON.stringify([shape, claims, studio.claims, studio.timeZone, rulesVersion]))
    .digest('hex');

/** Summaries of clients by their ids: as kept where they still hold, else made anew and kept. */
export async function findSummaries(
  who: Who,
  repertoire: Repertoire,
  clients: readonly ClientCard[],
): Promise<ReadonlyMap<string, ClientSummary>> {
  ready();
  const found = new Map<string, ClientSummary>();
  if (clients.length === 0) return found;
  const { studioId } = who;
  const [studio, rows] = await Promise.all([
    Studio.findByPk(studioId, { attributes: ['id', 'claims', 'timeZone'], rejectOnEmpty: true }),
    ClientSummaryRow.findAll({ where: { clientId: clients.map(({ id }) => id), studioId } }),
  ]);
  const kept = new Map(rows.map((row) => [row.clientId, row]));
  for (const client of clients) {
    const wanted = madeFrom(client, studio);
    const row = kept.get(client.id);
    if (row?.madeFrom === wanted) {
      // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- written below, in this shape
      found.set(client.id, row.summary as ClientSummary); // written below, in this shape
      continue;
    }
    const summary = await makeSummary(who, client, repertoire, studio.timeZone);
    found.set(client.id, summary);
    await ClientSummaryRow.upsert({ clientId: client.id, studioId, madeFrom: wanted, summary }).catch(() => undefined); // two at once write the same
  }
  return found;
}

/** A client's summary. */
export async function findSummary(who: Who, repertoire: Repertoire, client: ClientCard): Promise<ClientSummary> {
  const summary = (await findSummaries(who, repertoire, [client])).get(client.id);
  if (!summary) throw new Error('a client without a summary');
  return summary;
}

/** What a client holds and how far she goes: the same figures wherever they are shown. */
export const findLoad = async (who: Who, repertoire: Repertoire, client: ClientCard): Promise<KnownLoad> =>
  (await findSummary(who, repertoire, client)).load;

/** A session left open longer than this is not gone on with. */
const openForMs = 12 * 3_600_000;

/** Sessions of these clients that are going on: the newest of each, by client. */
export async function findOpen(
  { studioId }: Who,
  clientIds: readonly string[],
  now = Date.now(),
): Promise<ReadonlyMap<string, string>> {
  ready();
  const rows = await TaughtSession.findAll({
    where: {
      studioId,
      clientId: [...clientIds],
      startedAt: { [Op.gt]: new Date(now - openForMs) },
      endedAt: null,
    },
    attributes: ['id', 'clientId'],
    order: [['startedAt', 'ASC']],
  });
  return new Map(rows.map(({ id, clientId }) => [clientId, id]));
}
