// npm run test:cluster: two servers behind a proxy on three nodes of a cluster, and everything that can go wrong there, one
// after the other, while tablets tap. Prints a line for each; ends with an error if one does not hold.
import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { v7 as newId } from 'uuid';
import type { Payload, SessionEvent } from '@/core/progression/events';
import { startCluster } from '../../scripts/cluster.mjs';
import { freePort } from '../../scripts/ports.mjs';
import { proxyPackage, startProxy } from '../../scripts/proxy.mjs';
import { openHouse } from '../browser/house';
import type { House } from '../browser/house';

const folder = path.resolve('.private/cluster-proof');
const folders = [path.join(folder, 'one'), path.join(folder, 'two')] as const;
/** How long a tablet waits before it asks again, and a browser for a page. */
const patienceMs = 9000;
const pagePatienceMs = 30_000;
const wrong: string[] = [];

function say(what: string, holds: boolean, figures: string): void {
  console.warn(`${holds ? '✓' : '✗'} ${what}: ${figures}`);
  if (!holds) wrong.push(what);
}

const answered = <T>(ask: () => Promise<T>, ms = patienceMs): Promise<T | undefined> =>
  Promise.race([ask().catch(() => undefined), sleep(ms, undefined)]);

/** A session of one tablet or more: events are numbered by each tablet, and remembered by whoever checks. */
function openSession(by: string, client: string) {
  const [id, item] = [newId(), newId()];
  const made: string[] = [];
  const tablet = () => {
    const device = newId();
    let seq = 0;
    return (what: Payload): SessionEvent => {
      seq += 1;
      const event = { id: newId(), v: 1 as const, session: id, device, seq, at: Date.now(), by, what };
      made.push(event.id);
      return event;
    };
  };
  const started: Payload = { kind: 'started', client, room: '', school: 'evenKeel', rules: 'x', plan: [] };
  const clean = (n: number): Payload => ({
    ...{ kind: 'repetition', item, set: 1, side: n % 2 ? 'left' : 'right', direction: 1, clean: n % 5 > 0 },
  });
  return { id, made, tablet, started, clean };
}

async function main(): Promise<void> {
  rmSync(folder, { recursive: true, force: true });
  await proxyPackage();
  const cluster = await startCluster();
  const [one = '', two = '', three = ''] = cluster.urls;
  const open = (n: 0 | 1): Promise<House> =>
    openHouse({ PORT: String(3720 + 10 * n), SPINE_FOLDER: folders[n], DATABASE_URL: n === 0 ? one : two });

  // Two servers start at once on an empty database.
  let houses: [House, House] = await Promise.all([open(0), open(1)]);
  const migrated = houses.filter((house) => house.said().includes('migrated (001')).length;
  say('two servers that start at once migrate once', migrated === 1, `${migrated} of 2 migrated`);
  const proxy = await startProxy(await freePort(3790), [houses[0].address, houses[1].address]);

  process.env.DATABASE_URL = three;
  const { openStudio, password, bringClient } = await import('../data/studio');
  const { signIn } = await import('@/data/stores/sessions');
  const { SessionEventRow, TaughtSession } = await import('@/data/models');
  const { eventsAfter } = await import('@/data/stores/floor');
  const { database } = await import('@/data/database');
  const who = await openStudio('Cluster');
  const signed = await signIn(who.email, password);
  if (!signed.ok) throw new Error(signed.error.message);
  const cookie = `spine-session=${signed.value.token}`;

  type Answer = { ok: boolean; value?: { acked: unknown[]; refused: unknown[]; news: { event: { id: string } }[] } };
  const exchange = (address: string, events: readonly SessionEvent[], follow: unknown = null) =>
    answered(async () => {
      const response = await fetch(`${address}/api/floor/exchange`, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json' },
        body: JSON.stringify({ sentAt: Date.now(), follow, events }),
      });
      return (await response.json()) as Answer;
    });
  /** As a tablet does: the same again until a server has said that it has it. Returns how often it was told an error. */
  async function send(address: string, events: readonly SessionEvent[]): Promise<number> {
    for (let errors = 0; errors < 300; errors += 1) {
      const answer = await exchange(address, events);
      if (answer?.ok && answer.value?.acked.length === events.length) return errors;
      if (answer?.ok) throw new Error(`refused: ${JSON.stringify(answer.value?.refused)}`);
      await sleep(150 + Math.random() * 200);
    }
    throw new Error('never acknowledged');
  }
  const newSession = async () => openSession(who.userId, await bringClient(who, { conditions: [] }));
  /** What is kept of a session: everything once, numbered without a gap. */
  async function isWhole({ id, made }: { readonly id: string; readonly made: readonly string[] }): Promise<boolean> {
    const placed = await eventsAfter(who, id, 0);
    const ids = placed.map(({ event }) => event.id);
    return (
      placed.every(({ n }, i) => n === i + 1) &&
      new Set(ids).size === ids.length &&
      [...ids].sort().join() === [...made].sort().join()
    );
  }
  const readCounts = async (address: string) => {
    const text = await (await fetch(`${address}/api/metrics`)).text();
    const sum = (name: string) =>
      [...text.matchAll(new RegExp(`^${name}(?:\\{[^}]*\\})? (\\d+)`, 'gm'))].reduce(
        (all, [, n]) => all + Number(n),
        0,
      );
    return { again: sum('spine_transactions_again_total'), all: sum('spine_transactions_total') };
  };

  // Two tablets at one session, each through a server of its own, on a node of its own.
  {
    const session = await newSession();
    const [left, right] = [session.tablet(), session.tablet()];
    await send(houses[0].address, [left(session.started)]);
    const before = await Promise.all(houses.map(({ address }) => readCounts(address)));
    let errors = 0;
    const tap = async (make: (what: Payload) => SessionEvent, address: string) => {
      for (let n = 0; n < 300; n += 1) errors += await send(address, [make(session.clean(n))]);
    };
    await Promise.all([tap(left, houses[0].address), tap(right, houses[1].address)]);
    const after = await Promise.all(houses.map(({ address }) => readCounts(address)));
    const again = after.reduce((sum, one, i) => sum + one.again - (before[i]?.again ?? 0), 0);
    const all = after.reduce((sum, one, i) => sum + one.all - (before[i]?.all ?? 0), 0);
    const isKept = await isWhole(session);
    say(
      'two tablets at one session through different nodes, 600 events',
      errors === 0 && isKept,
      `${errors} errors told to a tablet; ${isKept ? 'all kept, none twice, one order' : 'not as it was tapped'}; ` +
        `${again} of ${all} transactions begun again (${((100 * again) / all).toFixed(0)} %)`,
    );
  }

  // What was acknowledged through one is read through the other at once.
  {
    const session = await newSession();
    const make = session.tablet();
    await send(houses[0].address, [make(session.started)]);
    let stale = 0;
    for (let n = 1; n <= 200; n += 1) {
      const event = make(session.clean(n));
      await send(houses[n % 2]?.address ?? '', [event]);
      const answer = await exchange(houses[(n + 1) % 2]?.address ?? '', [], { session: session.id, after: n });
      if (answer?.value?.news.at(-1)?.event.id !== event.id) stale += 1;
    }
    say('reads after writes through the other server', stale === 0, `${stale} of 200 did not see it`);
  }

  // The tests of what was kept, on a node of the cluster.
  {
    const files = [
      'at-once',
      'floor',
      'histories',
      'look-tries',
      'record',
      'papers',
      'whose-clients',
      'second',
      'keeping',
    ];
    const { status, stderr } = spawnSync(
      process.execPath,
      [
        'node_modules/jest/bin/jest.js',
        '--selectProjects',
        'data',
        '--runInBand',
        '--forceExit',
        ...files.map((name) => `tests/data/${name}.test`),
      ],
      { env: { ...process.env, NODE_ENV: 'test', DATABASE_URL: one }, encoding: 'utf8', maxBuffer: 1e8 },
    );
    const [told] = /^Tests:.*$/m.exec(stderr) ?? ['no word of them'];
    if (status !== 0)
      console.warn(
        stderr
          .split('\n')
          .filter((line) => /●/.test(line))
          .join('\n'),
      );
    say('the tests of what was kept, on the cluster', status === 0, told);
  }

  /** Twenty tablets tap through the proxy, and a reader reads, while something is done to what they stand on. */
  async function during(strike: () => Promise<void>) {
    const sessions = await Promise.all(Array.from({ length: 20 }, newSession));
    let isOver = false;
    let [errors, unread, reads] = [0, 0, 0];
    const how = new Map<string, number>();
    const tapping = sessions.map(async (session) => {
      const make = session.tablet();
      errors += await send(proxy.address, [make(session.started)]);
      for (let n = 0; !isOver; n += 1) {
        errors += await send(proxy.address, [make(session.clean(n))]);
        await sleep(60 + Math.random() * 80);
      }
    });
    const reading = (async () => {
      while (!isOver) {
        const status = await answered(async () => {
          const response = await fetch(`${proxy.address}/clients`, { headers: { cookie } });
          await response.arrayBuffer();
          return response.status;
        }, pagePatienceMs);
        reads += 1;
        if (status !== 200) {
          unread += 1;
          how.set(String(status ?? 'no answer'), (how.get(String(status ?? 'no answer')) ?? 0) + 1);
        }
        await sleep(50);
      }
    })();
    await sleep(600);
    await strike();
    await sleep(800);
    isOver = true;
    await Promise.all([...tapping, reading]);
    const broken = (await Promise.all(sessions.map(isWhole))).filter((isKept) => !isKept).length;
    const taps = sessions.reduce((sum, { made }) => sum + made.length, 0);
    return { errors, unread, reads, broken, taps, how };
  }
  type During = Awaited<ReturnType<typeof during>>;
  const inWords = ({ errors, unread, reads, broken, taps, how }: During) =>
    `${taps} taps, ${errors} times told an error and sent again, ${broken} sessions not as they were tapped; ${unread} of ${reads} pages not shown${unread > 0 ? ` (${[...how].map(([status, count]) => `${status}: ${count}`).join(', ')})` : ''}`;

  const killServer = (n: 0 | 1) =>
    process.kill(JSON.parse(readFileSync(path.join(folders[n], 'app.json'), 'utf8')).pid, 'SIGKILL');
  const isReady = (address: string) =>
    fetch(`${address}/api/health`)
      .then(({ status }) => status === 200)
      .catch(() => false);
  const until = async (what: string, holds: () => Promise<boolean>) => {
    for (let tries = 0; tries < 400; tries += 1) {
      if (await holds()) return;
      await sleep(250);
    }
    throw new Error(`never: ${what}`);
  };
  const bothReady = () =>
    until('both servers ready', async () =>
      (await Promise.all(houses.map(({ address }) => isReady(address)))).every(Boolean),
    );

  {
    const told = await during(async () => {
      for (const n of [0, 1, 0] as const) {
        killServer(n);
        await sleep(1500);
        await bothReady();
      }
    });
    // A page that was half written when its server died can't be asked for again: one a kill at most.
    say('an application server killed, three times', told.broken === 0 && told.unread <= 3, inWords(told));
  }
  {
    const told = await during(async () => {
      cluster.kill(1);
      await sleep(4000);
      await cluster.start(1);
      await bothReady();
    });
    say('a node killed, and back', told.broken === 0 && told.unread <= 1, inWords(told));
  }
  {
    const told = await during(async () => {
      proxy.kill();
      await sleep(1000);
      await proxy.start();
    });
    say('the proxy killed, and back', told.broken === 0, inWords(told));
  }
  {
    let [old, refused] = [0, 0];
    const told = await during(async () => {
      await cluster.ask(1, `SET GLOBAL wsrep_provider_options='gmcast.isolate=1'`);
      await until('the node that is cut off knows it', async () => !(await isReady(houses[1].address)));
      // It answers nobody rather than old truth.
      for (let i = 0; i < 20; i += 1) {
        await cluster.ask(1, 'SELECT COUNT(*) FROM level_spine.session_events').then(
          () => (old += 1),
          () => (refused += 1),
        );
        await sleep(50);
      }
      await cluster.ask(1, `SET GLOBAL wsrep_provider_options='gmcast.isolate=0'`);
      await until('it is back', () => cluster.isSynced(1));
      await bothReady();
    });
    say(
      'a node cut off from the others, and back',
      told.broken === 0 && old === 0,
      `${refused} of 20 reads refused by it, ${old} answered; ${inWords(told)}`,
    );
  }
  {
    const told = await during(async () => {
      // As a newer version would: first more, then, when nobody needs it any more, less.
      await cluster.ask(2, 'ALTER TABLE level_spine.taught_sessions ADD COLUMN spare INT NULL');
      await cluster.ask(2, 'CREATE TABLE level_spine.spare (id CHAR(36) PRIMARY KEY)');
      await cluster.ask(2, 'ALTER TABLE level_spine.session_events ADD INDEX spare (user_id, made_at)');
      await sleep(1500);
      await cluster.ask(2, 'ALTER TABLE level_spine.session_events DROP INDEX spare');
      await cluster.ask(2, 'ALTER TABLE level_spine.taught_sessions DROP COLUMN spare');
      await cluster.ask(2, 'DROP TABLE level_spine.spare');
    });
    say(
      'tables changed while serving: more first, then less',
      told.broken === 0 && told.errors === 0 && told.unread === 0,
      inWords(told),
    );
  }
  {
    const told = await during(async () => {
      for (const n of [0, 1] as const) {
        await houses[n].end('SIGTERM');
        const again = await open(n);
        houses = n === 0 ? [again, houses[1]] : [houses[0], again];
        await until('it is ready', () => isReady(again.address));
        await sleep(1500); // until the proxy has seen it
      }
    });
    say(
      'one server after the other started anew',
      told.broken === 0 && told.errors === 0 && told.unread === 0,
      inWords(told),
    );
  }
  {
    let came = '';
    const told = await during(async () => {
      for (const n of [0, 1, 2]) cluster.kill(n);
      await sleep(1000);
      const found = await cluster.recover();
      came = `node ${found.farthest} had come farthest of ${found.came.join(', ')}`;
      await bothReady();
    });
    say('all three nodes killed at once, and recovered', told.broken === 0, `${came}; ${inWords(told)}`);
  }
  {
    const told = await during(async () => {
      cluster.kill(1);
      await sleep(500);
      await cluster.joinEmpty(1);
      await bothReady();
    });
    const [row] = await cluster.ask(1, 'SELECT COUNT(*) AS n FROM level_spine.session_events');
    const all = await SessionEventRow.count();
    say(
      'a node that lost everything joins, and is handed the whole',
      told.broken === 0 && Number(row.n) === all,
      `${Number(row.n)} of ${all} events on it; ${inWords(told)}`,
    );
  }
  const counts = await Promise.all(
    [0, 1, 2].map(async (n) => {
      const [row] = await cluster.ask(
        n,
        'SELECT COUNT(*) AS n, COALESCE(SUM(CRC32(CONCAT(id, n))), 0) AS sum FROM level_spine.session_events',
      );
      return `${Number(row.n)} ${String(row.sum)}`;
    }),
  );
  say(
    'all three nodes hold the same',
    new Set(counts).size === 1,
    `${await TaughtSession.count()} sessions; events and their sum: ${counts.join(' | ')}`,
  );

  await database().close();
  await proxy.stop();
  await Promise.all(houses.map((house) => house.end('SIGTERM')));
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
  console.warn(wrong.length === 0 ? 'everything holds' : `does not hold: ${wrong.join('; ')}`);
  process.exit(wrong.length === 0 ? 0 : 1);
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
