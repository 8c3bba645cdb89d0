// What each page asks of the database and of the server, in whatever studio DATABASE_URL holds: median time, beside it that of
// its own queries asked bare (the least it needs), statements, and rows that the database looked at. Run on the demo and on a
// studio of three years, the two should tell nearly the same.
import { QueryTypes } from 'sequelize';
import { database } from '@/data/database';
import { Client, Studio, TaughtSession, User } from '@/data/models';
import { ready } from '@/data/ready';
import { clientParts, readClient, readClients } from '@/features/client/read';
import { readDay } from '@/features/floor/day';
import { readBench } from '@/features/look/read';
import { readStart } from '@/features/look/read-start';
import { readExercise } from '@/features/repertoire/read';
import { readSession } from '@/features/session/read';
import { readToday } from '@/features/today/read';
import { listAllClients } from '@/data/stores/clients';
import type { Who } from '@/data/types';
import { beginLook } from '../data/studio';

const rounds = 7;
const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

const sequelize = ready();
let statements = 0;
/** Reading statements as they were asked, while a page is listened to. */
let heard: string[] | undefined;
const ask = sequelize.query.bind(sequelize);
sequelize.query = ((...asked: Parameters<typeof ask>) => {
  statements += 1;
  const [sql] = asked;
  if (heard && typeof sql === 'string' && /^\s*SELECT/i.test(sql)) heard.push(sql);
  return ask(...asked);
}) as typeof sequelize.query;

async function timed(work: () => Promise<unknown>): Promise<number> {
  const from = performance.now();
  await work();
  return performance.now() - from;
}

async function rowsRead(): Promise<number> {
  const rows = await ask<{ Variable_name: string; Value: string }>("SHOW GLOBAL STATUS LIKE 'Handler_read%'", {
    type: QueryTypes.SELECT,
  });
  return rows.reduce((sum, { Value }) => sum + Number(Value), 0);
}

async function measure(name: string, page: () => Promise<unknown>): Promise<void> {
  const cold = await timed(page); // the first time makes what is kept afterwards
  heard = [];
  await page();
  const queries = heard;
  heard = undefined;
  const [times, least]: [number[], number[]] = [[], []];
  statements = 0;
  const [before, own] = [await rowsRead(), await rowsRead()];
  for (let i = 0; i < rounds; i += 1) times.push(await timed(page));
  const rows = ((await rowsRead()) - own - (own - before)) / rounds;
  const asked = Math.round(statements / rounds);
  for (let i = 0; i < rounds; i += 1)
    least.push(
      await timed(async () => {
        for (const sql of queries) await ask(sql, { raw: true, type: QueryTypes.SELECT });
      }),
    );
  console.warn(
    `  ${name.padEnd(24)} ${median(times).toFixed(0).padStart(6)} ms  its queries bare ${median(least).toFixed(0).padStart(5)} ms, ${(median(times) / median(least)).toFixed(1)} ×  first ${cold.toFixed(0).padStart(6)} ms  ${String(asked).padStart(4)} statements  ${String(Math.round(rows)).padStart(7)} rows`,
  );
}

async function main(): Promise<void> {
  const studio = await Studio.findOne({ where: { demo: true }, rejectOnEmpty: true });
  const user = await User.findOne({
    where: { studioId: studio.id },
    order: [['createdAt', 'ASC']],
    rejectOnEmpty: true,
  });
  const who: Who = { userId: user.id, studioId: studio.id, name: user.name, role: user.role, sees: 'all' };
  // The client with the longest history.
  const [most] = await TaughtSession.findAll({
    where: { studioId: studio.id },
    attributes: ['clientId'],
    group: ['clientId'],
    order: [[sequelize.literal('COUNT(*)'), 'DESC']],
    limit: 1,
  });
  const id = most?.clientId ?? '';
  const [session] = await TaughtSession.findAll({ where: { clientId: id }, limit: 1 });
  const look = await beginLook(who, id);
  console.warn(
    `• ${await Client.count({ where: { studioId: studio.id } })} clients, ${await TaughtSession.count()} sessions`,
  );
  await measure('the least: one client', () => Client.findByPk(id));
  await measure('Today', () => readToday(who, 'en-GB'));
  await measure('Floor day pack', () => readDay(who, 'en-GB'));
  await measure('Clients', () => readClients(who, '', 1));
  for (const part of clientParts) await measure(`client, ${part}`, () => readClient(who, id, part, 1, 'en-GB'));
  await measure('before a look', () => readStart(who, id));
  await measure('look bench', () => readBench(who, look));
  await measure('exercise for a client', () => readExercise(who, 'march', id));
  await measure('a session', () => readSession(who, session?.id ?? '', 'en-GB'));
  await measure('all clients (CSV)', () => listAllClients(who));
  await database().close();
}

void main();
