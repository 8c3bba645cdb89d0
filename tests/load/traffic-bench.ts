// npm run bench:load: two hundred instructors tapping and twenty reading, against one application server; with CLUSTER=1 against
// two behind a proxy, on three nodes. Figures as ratios to a health answer of the same run; SECONDS for how long.
import { rmSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { v7 as newId } from 'uuid';
import type { Payload, SessionEvent } from '@/core/progression/events';
import { startCluster } from '../../scripts/cluster.mjs';
import { freePort } from '../../scripts/ports.mjs';
import { proxyPackage, startProxy } from '../../scripts/proxy.mjs';
import { databaseUrl, openHouse, ownFolder } from '../browser/house';

const tappers = Number(process.env.TAPPERS ?? 200);
const readers = Number(process.env.READERS ?? 20);
const seconds = Number(process.env.SECONDS ?? 40);
/** A server that has just started is not yet what it is: what comes in this time is answered, and not counted. */
const warmingMs = 10_000;
/** A repetition takes some seconds, and is one tap. */
const betweenTapsMs = 4000;
const betweenPagesMs = 3000;

type Place = { readonly address: string; readonly url: string; readonly end: () => Promise<void> };

async function onOne(): Promise<Place> {
  rmSync(ownFolder, { recursive: true, force: true });
  const house = await openHouse({ PORT: '3740' });
  return {
    address: house.address,
    url: databaseUrl(),
    end: async () => void (await house.end('SIGTERM')),
  };
}

async function onMany(): Promise<Place> {
  await proxyPackage();
  const cluster = await startCluster();
  const houses = await Promise.all(
    [0, 1].map((n) =>
      openHouse({
        ...{ PORT: String(3740 + 10 * n), SPINE_FOLDER: path.join(ownFolder, `server-${n}`) },
        DATABASE_URL: cluster.urls[n] ?? '',
      }),
    ),
  );
  const proxy = await startProxy(
    await freePort(3790),
    houses.map(({ address }) => address),
  );
  return {
    address: proxy.address,
    url: cluster.urls[2] ?? '',
    end: async () => {
      await proxy.stop();
      await Promise.all(houses.map((house) => house.end('SIGTERM')));
      await cluster.stop();
    },
  };
}

const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? Number.NaN;

type Kind = 'taps' | 'pages' | 'health';

async function main(): Promise<void> {
  const place = await (process.env.CLUSTER ? onMany() : onOne());
  process.env.DATABASE_URL = place.url;
  const { addColleague, bringClient, openStudio } = await import('../data/studio');
  const { openSession } = await import('@/data/stores/sessions');
  const { database } = await import('@/data/database');
  const lead = await openStudio('Traffic');
  const times: Record<Kind, number[]> = { taps: [], pages: [], health: [] };
  const errors: Record<Kind, number> = { taps: 0, pages: 0, health: 0 };
  let counts = (_: number): boolean => false;
  const ask = async (kind: Kind, address: string, init: RequestInit = {}): Promise<boolean> => {
    const from = performance.now();
    try {
      const response = await fetch(`${place.address}${address}`, { ...init, signal: AbortSignal.timeout(20_000) });
      await response.arrayBuffer();
      if (counts(from)) times[kind].push(performance.now() - from);
      if (response.ok) return true;
    } catch {
      if (counts(from)) times[kind].push(performance.now() - from);
    }
    errors[kind] += 1;
    return false;
  };

  const people = [];
  for (let i = 0; i < tappers + readers; i += 1) {
    const person = await addColleague(lead, `Instructor ${i}`);
    const { token } = await openSession({ id: person.userId, studioId: lead.studioId }, 'bench');
    people.push({
      person,
      cookie: `spine-session=${token}`,
      client: await bringClient(person, { name: `Client ${i}` }),
    });
  }
  const counted = performance.now() + warmingMs;
  const until = counted + seconds * 1000;
  counts = (from) => from >= counted;
  const goesOn = () => performance.now() < until;
  const pause = (ms: number) => sleep(ms * (0.5 + Math.random()));

  const tapping = people.slice(0, tappers).map(async ({ person, cookie, client }) => {
    const [session, device, item] = [newId(), newId(), newId()];
    let seq = 0;
    const make = (what: Payload): SessionEvent => {
      seq += 1;
      return { id: newId(), v: 1, session, device, seq, at: Date.now(), by: person.userId, what };
    };
    const headers = { cookie, 'content-type': 'application/json' };
    await pause(betweenTapsMs);
    let waiting = [make({ kind: 'started', client, room: '', school: 'evenKeel', rules: 'x', plan: [] })];
    for (let n = 0; goesOn(); n += 1) {
      const body = JSON.stringify({ sentAt: Date.now(), follow: { session, after: n }, events: waiting });
      if (await ask('taps', '/api/floor/exchange', { method: 'POST', headers, body })) waiting = [];
      await pause(betweenTapsMs);
      waiting.push(make({ kind: 'repetition', item, set: 1, side: 'left', direction: 1, clean: n % 4 > 0 }));
    }
  });
  const reading = people.slice(tappers).map(async ({ cookie, client }) => {
    const pages = [
      '/',
      '/clients',
      `/clients/${client}`,
      '/repertoire',
      '/repertoire/march',
      `/clients/${client}?part=course`,
    ];
    await pause(betweenPagesMs);
    for (let n = Math.floor(Math.random() * pages.length); goesOn(); n += 1) {
      await ask('pages', pages[n % pages.length] ?? '/', { headers: { cookie } });
      await pause(betweenPagesMs);
    }
  });
  const health = (async () => {
    while (goesOn()) {
      await ask('health', '/api/health');
      await sleep(150);
    }
  })();
  await Promise.all([...tapping, ...reading, health]);

  const least = { p50: quantile(times.health, 0.5), p95: quantile(times.health, 0.95) };
  console.warn(
    `${tappers} tapping, ${readers} reading, ${seconds} s, ${process.env.CLUSTER ? 'two servers on three nodes' : 'one server'}; ` +
      `a health answer took ${least.p50.toFixed(1)} ms, p95 ${least.p95.toFixed(0)} ms`,
  );
  for (const kind of ['taps', 'pages'] as const) {
    const [p50, p95] = [quantile(times[kind], 0.5), quantile(times[kind], 0.95)];
    console.warn(
      `• ${kind}: ${times[kind].length} (${(times[kind].length / seconds).toFixed(0)} a second), ${errors[kind]} errors; ` +
        `p50 ${(p50 / least.p50).toFixed(1)} ×, p95 ${(p95 / least.p95).toFixed(1)} × health (${p50.toFixed(0)} and ${p95.toFixed(0)} ms here)`,
    );
  }
  await database().close();
  await place.end();
  rmSync(ownFolder, { recursive: true, force: true });
  process.exit(errors.taps + errors.pages === 0 ? 0 : 1);
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
