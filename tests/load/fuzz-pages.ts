// npm run fuzz: 500 random histories through the product's own doors, own entries added and dropped among them; then every
// page of every client is asked of the running server. Nothing but 200 is right.
import { rmSync } from 'node:fs';
import path from 'node:path';
import { seeded } from '@/core/random';
import type { MadeHistory } from '../rigs/histories';
import { databaseUrl, openHouse, ownFolder } from '../browser/house';

const many = Number(process.env.HISTORIES ?? 500);
const random = seeded(Number(process.env.SEED ?? 3));
const atOnce = 4;

async function main(): Promise<void> {
  rmSync(ownFolder, { recursive: true, force: true });
  const house = await openHouse({ PORT: '3710' });
  process.env.DATABASE_URL = databaseUrl();
  const { openStudio, password } = await import('../data/studio');
  const { addOwnEntries, dropOwnEntry, makeHistory } = await import('../rigs/histories');
  const { signIn } = await import('@/data/stores/sessions');
  const { database } = await import('@/data/database');
  const who = await openStudio('Fuzz');
  const session = await signIn(who.email, password);
  if (!session.ok) throw new Error(session.error.message);
  const made: MadeHistory[] = [];
  for (let i = 0; i < many; i += 1) {
    const tag = String.fromCharCode(65 + Math.floor(i / 50));
    if (i % 50 === 0) await addOwnEntries(who, tag);
    if (i % 50 === 35) await dropOwnEntry(who, random, tag);
    made.push(await makeHistory(who, random, `Made ${i}`));
  }
  console.warn(`• ${made.length} histories, ${made.flatMap(({ sessions }) => sessions).length} sessions`);
  const pages = [
    ...[
      '/',
      '/clients',
      '/repertoire',
      '/repertoire/entries',
      '/apparatus',
      '/what-if',
      '/studio',
      '/batch',
      '/api/clients',
    ],
    ...made.flatMap(({ clientId, sessions, looks }) => [
      `/clients/${clientId}`,
      ...['ladders', 'window', 'course', 'looks'].map((part) => `/clients/${clientId}?part=${part}`),
      `/clients/${clientId}/look`,
      `/clients/${clientId}/edit`,
      `/clients/${clientId}/intake`,
      `/clients/${clientId}/stances`,
      `/what-if?client=${clientId}`,
      `/apparatus?client=${clientId}`,
      `/repertoire/march?client=${clientId}`,
      `/api/floor/day?client=${clientId}`,
      ...sessions.flatMap((id) => [`/sessions/${id}`, `/sessions/${id}/hand-out`]),
      ...looks.map((id) => `/looks/${id}`),
    ]),
  ];
  const wrong: string[] = [];
  const ask = async (page: string): Promise<void> => {
    const response = await fetch(`${house.address}${page}`, {
      headers: { cookie: `spine-session=${session.value.token}` },
    });
    await response.arrayBuffer();
    const isMissing = response.status === 404 && page.endsWith('/hand-out'); // a session without a wrap-up has none
    if (response.status !== 200 && !isMissing) wrong.push(`${response.status} ${page}`);
  };
  const queue = [...pages];
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      for (let page = queue.pop(); page !== undefined; page = queue.pop()) await ask(page);
    }),
  );
  console.warn(`${pages.length - wrong.length} of ${pages.length} pages answered`);
  for (const one of wrong.slice(0, 30)) console.warn(`✗ ${one}`);
  await database().close();
  await house.end('SIGTERM');
  rmSync(path.resolve(ownFolder), { recursive: true, force: true });
  process.exit(wrong.length === 0 ? 0 : 1);
}

void main();
