// npm run kills:start: the first start killed at random moments of database, migration and seed, or (as root, which may make
// a small disk) run until its disk is full; the next one comes up whole.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import * as mariadb from 'mariadb';
import { demoClients, demoSessions, demoSignIn } from '@/data/demo/world';
import { seeded } from '@/core/random';
import { endDisk, giveRoom, makeDisk, mayMakeDisks } from './disk';

const root = process.cwd();
const rounds = Number(process.env.ROUNDS ?? 40);
const folder = path.join(root, '.private', 'kills');
const random = seeded(Number(process.env.SEED ?? 11));
/** By turns: everything at once, as a machine that loses its power; the command alone, as an impatient person; Ctrl-C; and
 * a disk that has no room, from too small for the database's own files to room for all but the last of the demo. */
const all = ['all', 'alone', 'interrupt', 'full disk'] as const;
const ways = (process.env.WAYS?.split(',') ??
  all.filter((way) => mayMakeDisks || way !== 'full disk')) as (typeof all)[number][];
const [smallestDiskMb, largestDiskMb] = [20, 230];

/** Starts the whole product in a folder of its own, as the leader of a group that can be killed with all its children. */
function start(own: string, port: number) {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: root,
    env: { ...process.env, SPINE_FOLDER: own, PORT: String(port) },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += String(chunk)));
  const ended = new Promise<void>((resolve) => child.on('exit', () => resolve()));
  return { child, ended, said: () => said };
}

async function comesUp(run: ReturnType<typeof start>): Promise<string> {
  for (let tries = 0; tries < 1800; tries += 1) {
    const address = /Level Spine is at (\S+)/.exec(run.said())?.[1];
    if (address) return address;
    if (run.child.exitCode !== null) break;
    await sleep(100);
  }
  throw new Error(`did not come up:\n${run.said()}`);
}

/** What is wrong with a house that came up; nothing when it is whole. */
async function faultsOf(own: string): Promise<string[]> {
  const { port } = JSON.parse(readFileSync(path.join(own, 'database', 'server.json'), 'utf8')) as { port: number };
  const password = readFileSync(path.join(own, 'database', 'password'), 'utf8').trim();
  const connection = await mariadb.createConnection({
    host: '127.0.0.1',
    port,
    user: 'level_spine',
    password,
    database: 'level_spine',
  });
  const one = async (sql: string): Promise<number> =>
    Number(Object.values((await connection.query(sql))[0] as Record<string, unknown>)[0]);
  const wanted: readonly (readonly [string, string, number])[] = [
    ['studios', 'SELECT COUNT(*) FROM studios WHERE seeded_at IS NOT NULL', 1],
    ['all studios', 'SELECT COUNT(*) FROM studios', 1],
    ['clients', 'SELECT COUNT(*) FROM clients', demoClients.length],
    ['sessions', 'SELECT COUNT(*) FROM taught_sessions WHERE ended_at IS NOT NULL', demoSessions.length],
    ['sessions that owe', 'SELECT COUNT(*) FROM taught_sessions WHERE owed = 1', 0],
    ['sign-ins', `SELECT COUNT(*) FROM users WHERE email = '${demoSignIn.email}'`, 1],
    [
      'booked twice',
      'SELECT COUNT(*) - COUNT(DISTINCT client_id, starts_at) FROM appointments a JOIN appointment_places p ON p.appointment_id = a.id',
      0,
    ],
    [
      'booked alone',
      `SELECT COUNT(*) FROM appointments WHERE series_id IS NULL`,
      demoClients.filter(({ today }) => today).length,
    ],
  ];
  const wrong: string[] = [];
  for (const [name, sql, count] of wanted) {
    const found = await one(sql);
    if (found !== count) wrong.push(`${name}: ${found} instead of ${count}`);
  }
  await connection.end();
  return wrong;
}

/** The first start, brought down by turns in one of these ways; how it was, in words. */
async function bringDown(how: (typeof ways)[number], own: string, longest: number): Promise<string> {
  if (how === 'full disk') {
    const sizeMb = Math.round(smallestDiskMb + random() * (largestDiskMb - smallestDiskMb));
    makeDisk(own, sizeMb);
    const first = start(own, 3600);
    await Promise.race([sleep(Math.min(60_000, 4 * longest)), first.ended, comesUp(first).catch(() => undefined)]);
    const told = first.child.exitCode === null ? 'still running' : `ended with ${first.child.exitCode}`;
    first.child.kill('SIGTERM');
    await first.ended;
    giveRoom(own, 2048);
    return `${how}, ${sizeMb} MB, ${told}: ${first.said().trim().split('\n').slice(-2).join(' / ')}`;
  }
  const after = 200 + random() * longest;
  const first = start(own, 3600);
  await Promise.race([sleep(after), first.ended]);
  const { pid = 0 } = first.child;
  if (how === 'alone') first.child.kill('SIGKILL');
  else process.kill(-pid, how === 'all' ? 'SIGKILL' : 'SIGINT');
  await first.ended;
  return `${how} after ${(after / 1000).toFixed(1)} s`;
}

async function main(): Promise<void> {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const from = performance.now();
  const whole = start(path.join(folder, 'whole'), 3600);
  await comesUp(whole);
  const longest = performance.now() - from;
  whole.child.kill('SIGTERM');
  await whole.ended;
  console.warn(`• a first start takes ${(longest / 1000).toFixed(1)} s here; ${rounds} are killed within it`);
  let bad = 0;
  for (let round = 1; round <= rounds; round += 1) {
    const own = path.join(folder, `round-${round}`);
    const how = await bringDown(ways[round % ways.length] ?? 'all', own, longest);
    const second = start(own, 3600);
    try {
      await comesUp(second);
      const wrong = await faultsOf(own);
      if (wrong.length > 0) throw new Error(wrong.join('; '));
      console.warn(`  ${round}: ${how}: whole`);
    } catch (error) {
      bad += 1;
      console.warn(`✗ ${round}: ${how}: ${String(error)}`);
    }
    second.child.kill('SIGTERM');
    await second.ended;
    if (how.startsWith('full disk')) endDisk(own);
    rmSync(own, { recursive: true, force: true });
  }
  rmSync(folder, { recursive: true, force: true });
  console.warn(`${rounds - bad} of ${rounds} came up whole`);
  process.exitCode = bad === 0 ? 0 : 1;
}

void main();
