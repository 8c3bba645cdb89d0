// npm run kills:floor: fifty sessions closed at once by two tablets each, over and over, while server and database are
// killed in the middle. Every end, stop, standing and trial that was acknowledged must stand on its client's file, once.
// npm run kills:cluster: the same through two servers on two nodes of a cluster, read from the third.
import { setTimeout as sleep } from 'node:timers/promises';
import { v7 as newId } from 'uuid';
import type { Payload, Planned, SessionEvent } from '@/core/progression/events';
import { onOneMachine, onCluster } from './sites';

const rounds = Number(process.env.ROUNDS ?? 10);
const atOnce = 50;
const tablets = 2;
const patienceMs = 8000;
/** What is killed in the middle of each round, by turns. */
const blows = [[], ['server'], ['database'], ['disk'], ['server', 'database']] as const;

const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? Number.NaN;

function session(by: string, client: string, school: string) {
  const [id, device, item] = [newId(), newId(), newId()];
  let seq = 0;
  const make = (what: Payload): SessionEvent => {
    seq += 1;
    return { id: newId(), v: 1, session: id, device, seq, at: Date.now() - 60_000 + seq * 1000, by, what };
  };
  const plan: Planned = {
    item,
    exercise: 'march',
    name: 'March',
    level: 3,
    levelName: 'x',
    order: 'alternate',
    dose: { repetitions: 5, sets: 1, sides: 2, directions: 1, pattern: 'in 4 ready, out 4 lift', pace: 1 },
  };
  const begin = make({ kind: 'started', client, room: '', school, rules: 'x', plan: [plan] });
  const reps = Array.from({ length: 20 }, (_, i) =>
    make({ kind: 'repetition', item, set: 1, side: i % 2 ? 'left' : 'right', direction: 1, clean: i % 5 > 0 }),
  );
  const tried = make({ kind: 'tried', item, fault: 'flare', correction: 'sandFromRibs' });
  const close = [
    tried,
    make({ kind: 'judged', of: tried.id, verdict: 'better' }),
    make({ kind: 'decided', item, advised: 'advance', decision: 'advance', level: 4, reasons: [], overruled: null }),
    make({ kind: 'stopSeen', sign: 'faint', seen: 'pale' }),
    make({ kind: 'ended' }),
  ];
  return { id, client, begin: [begin, ...reps], close };
}

/** What a server answers within a tablet's patience; undefined for none, or one that was cut off in the middle. */
const answered = <T>(ask: () => Promise<T>): Promise<T | undefined> =>
  // A response whose server was killed may neither come nor fail.
  Promise.race([ask().catch(() => undefined), sleep(patienceMs, undefined)]);

async function main(): Promise<void> {
  const site = await (process.env.CLUSTER ? onCluster() : onOneMachine());
  process.env.DATABASE_URL = site.databaseUrl;
  const { openStudio, password, bringClient } = await import('../data/studio');
  const { signIn } = await import('@/data/stores/sessions');
  const { findClient } = await import('@/data/stores/clients');
  const { Dose, Stop, TaughtSession, Trial, StudioTrialCount } = await import('@/data/models');
  const { database } = await import('@/data/database');
  const who = await openStudio('Kills');
  const signed = await signIn(who.email, password);
  if (!signed.ok) throw new Error(signed.error.message);
  const headers = { cookie: `spine-session=${signed.value.token}`, 'content-type': 'application/json' };

  let again = 0;
  /** Sends as a tablet does: the same again until a server has said that it has it. */
  async function send(events: readonly SessionEvent[], times: number[], tablet = 0): Promise<void> {
    for (let tries = 0; tries < 200; tries += 1) {
      const from = performance.now();
      const answer = await answered(async () => {
        const response = await fetch(`${site.address(tablet + tries)}/api/floor/exchange`, {
          method: 'POST',
          headers,
          body: JSON.stringify({ sentAt: Date.now(), follow: null, events }),
        });
        return (await response.json()) as { ok: boolean; value?: { acked: unknown[]; refused: unknown[] } };
      });
      if (!answer?.ok) again += 1;
      if (answer?.ok) {
        times.push(performance.now() - from);
        if (answer.value?.acked.length !== events.length) throw new Error(`refused: ${JSON.stringify(answer.value)}`);
        return;
      }
      await sleep(200 + Math.random() * 300);
    }
    throw new Error('never acknowledged');
  }

  const wrong: string[] = [];
  let facts = 0;
  const ratios: number[] = [];
  for (let round = 0; round < rounds; round += 1) {
    const blow = (blows[round % blows.length] ?? []).filter((what) => site.blows[what]);
    const clients = await Promise.all(Array.from({ length: atOnce }, () => bringClient(who, { conditions: [] })));
    const all = clients.map((client) => session(who.userId, client, 'evenKeel'));
    await Promise.all(all.map(({ begin }) => send(begin, [])));
    const [times, health]: [number[], number[]] = [[], []];
    const burst = Promise.all(
      all.flatMap(({ close }) =>
        Array.from({ length: tablets }, (_, tablet) =>
          sleep(Math.random() * 20).then(() => send(close, times, tablet)),
        ),
      ),
    );
    const beside = Promise.all(
      Array.from({ length: 20 }, async () => {
        await sleep(Math.random() * 300);
        const from = performance.now();
        const isWell = await answered(async () => {
          const response = await fetch(`${site.address(0)}/api/health`);
          await response.arrayBuffer();
          return response.ok;
        });
        if (isWell) health.push(performance.now() - from);
      }),
    );
    if (blow.length > 0) {
      await sleep(100 + Math.random() * 400);
      for (const what of blow) site.blows[what]?.();
    }
    await burst;
    await beside;
    await site.mended();
    for (const { id, client } of all) {
      // The acknowledged facts, as another server would find them; and as the client's own page is told.
      const card = await findClient(who, client);
      const found = {
        end: (await TaughtSession.findByPk(id))?.endedAt ? 1 : 0,
        stops: await Stop.count({ where: { clientId: client } }),
        doses: await Dose.count({ where: { sessionId: id } }),
        trials: await Trial.count({ where: { sessionId: id } }),
        onPage: card.ok && card.value.stop ? 1 : 0,
      };
      facts += 4;
      for (const [name, count] of Object.entries(found))
        if (count !== 1) wrong.push(`round ${round} ${id}: ${name} ${count}`);
    }
    if (blow.length === 0) ratios.push(quantile(times, 0.95) / quantile(health, 0.95));
    console.warn(
      `• round ${round + 1}, killed: ${blow.join(' and ') || 'nothing'}: exchange p95 ${quantile(times, 0.95).toFixed(0)} ms, health p95 ${quantile(health, 0.95).toFixed(0)} ms; sent again so far ${again}`,
    );
  }
  const counted = (await StudioTrialCount.findOne({ where: { studioId: who.studioId, fault: 'flare' } }))?.tried;
  if (counted !== rounds * atOnce) wrong.push(`counted in the studio: ${counted} instead of ${rounds * atOnce}`);
  console.warn(
    `${wrong.length} wrong of ${facts} facts; an exchange takes ${ratios.map((one) => one.toFixed(1)).join(', ')} × health in the same burst`,
  );
  for (const one of wrong.slice(0, 20)) console.warn(`✗ ${one}`);
  await database().close();
  await site.end();
  process.exit(wrong.length === 0 ? 0 : 1);
}

void main();
