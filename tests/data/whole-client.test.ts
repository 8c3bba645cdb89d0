// Everything of a client: all of it is found, handed over, and erased with nothing left behind, and nobody else's touched.
import { QueryTypes } from 'sequelize';
import { seeded } from '@/core/random';
import { Client } from '@/data/models';
import { ready } from '@/data/ready';
import { addStop } from '@/data/stores/cautions';
import { addPicture } from '@/data/stores/pictures';
import { findClient } from '@/data/stores/clients';
import { listRecord } from '@/data/stores/record';
import { countKept, eraseClient, readWhole } from '@/data/stores/whole-client';
import type { Who } from '@/data/types';
import { addSessions, makeHistory } from '../rigs/histories';
import { bringClient, openStudio } from './studio';

/** A studio with clients of long histories: every kind of event, looks, pictures, appointments. */
async function grown(): Promise<{ who: Who; ids: string[] }> {
  const who = await openStudio('Weir House');
  const random = seeded(11);
  const ids: string[] = [];
  for (const name of ['Maren Tolleck', 'Sefa Marrowby']) {
    const { clientId } = await makeHistory(who, random, name);
    await addSessions(who, random, clientId, 6);
    await addPicture(who, { clientId, title: 'x', bytes: Buffer.from([1, 2]), format: 'png', ...size });
    ids.push(clientId);
  }
  return { who, ids };
}
const size = { width: 1, height: 1, originalWidth: 1, originalHeight: 1 };

/** Tables that hold something of a client, by the database's own word. */
const tablesOfClients = async (): Promise<string[]> =>
  (
    await ready().query<{ name: string }>(
      `SELECT table_name AS name FROM information_schema.columns
       WHERE table_schema = DATABASE() AND column_name = 'client_id'`,
      { type: QueryTypes.SELECT },
    )
  ).map(({ name }) => name);

const rowsOf = async (table: string, id: string): Promise<number> => {
  const [row] = await ready().query<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table} WHERE client_id = :id`, {
    replacements: { id },
    type: QueryTypes.SELECT,
  });
  return Number(row?.n);
};

test('everything of a client is counted and handed over under names that a stranger reads', async () => {
  const { who, ids } = await grown();
  const [id = ''] = ids;
  const [kept, whole] = [await countKept(who, id), await readWhole(who, id)];
  if (!kept.ok || !whole.ok) throw new Error('not read');
  for (const { kind, count } of kept.value) expect(whole.value.files[kind]).toHaveLength(count);
  expect(kept.value.filter(({ count }) => count > 0).map(({ kind }) => kind)).toEqual(
    expect.arrayContaining(['looks', 'pictures', 'sessions', 'doses', 'corrections']),
  );
  expect(whole.value.files.client).toMatchObject({ name: 'Maren Tolleck', touchConsent: expect.anything() });
  expect(whole.value.pictures).toMatchObject([{ title: 'x', format: 'png' }]);
  const text = JSON.stringify(whole.value.files);
  for (const inward of ['studioId', 'studio_id', '"bytes"', 'claims']) expect(text).not.toContain(inward);
  // Every table of clients is in it, but what is worked out from the rest.
  const told = [
    'client_conditions',
    'client_shares',
    'overrules',
    'papers',
    'incidents',
    'stops',
    'intakes',
    'appointment_places',
    'looks',
    'pictures',
    'kept_films',
    'taught_sessions',
  ];
  const counted = ['trials', 'doses', 'client_ranges', 'client_plans', 'client_weeks', 'spring_settings', 'records'];
  const derived = ['client_trial_counts', 'client_summaries'];
  expect((await tablesOfClients()).sort()).toEqual([...told, ...counted, ...derived].sort());
});

test('erased, nothing of her is left in any table, the counts of the studio are without her, and the record says that it was', async () => {
  const { who, ids } = await grown();
  const [gone, stays] = await Promise.all(ids.map((id) => Client.findByPk(id, { rejectOnEmpty: true })));
  if (!gone || !stays) throw new Error('no such clients');
  const before = await countKept(who, stays.id);
  expect(await eraseClient(who, gone.id, 'Sefa Marrowby')).toMatchObject({ ok: false, error: { code: 'otherName' } });
  expect(await eraseClient({ ...who, role: 'instructor' }, gone.id, gone.name)).toMatchObject({ ok: false });
  expect(await eraseClient(await openStudio('Other'), gone.id, gone.name)).toMatchObject({ ok: false });
  const twice = await Promise.all([eraseClient(who, gone.id, ' maren tolleck '), eraseClient(who, gone.id, gone.name)]);
  expect(twice.filter(({ ok }) => ok)).toHaveLength(1);
  for (const table of await tablesOfClients()) expect([table, await rowsOf(table, gone.id)]).toEqual([table, 0]);
  expect(await findClient(who, gone.id)).toMatchObject({ ok: false });
  const counts = (table: string) =>
    ready().query<{ fault: string; tried: number; helped: number }>(
      `SELECT exercise, fault, correction, CAST(SUM(tried) AS SIGNED) AS tried, CAST(SUM(helped) AS SIGNED) AS helped
       FROM ${table} WHERE studio_id = :id GROUP BY exercise, fault, correction ORDER BY exercise, fault, correction`,
      { replacements: { id: who.studioId }, type: QueryTypes.SELECT },
    );
  expect(await counts('studio_trial_counts')).toEqual(await counts('client_trial_counts'));
  expect(await countKept(who, stays.id)).toEqual(before);
  const { rows } = await listRecord(who, { kind: 'erased' });
  expect(rows).toMatchObject([{ person: who.name, client: null, was: null, became: null }]);
  expect(JSON.stringify(rows)).not.toContain('Maren');
  // What a tablet still sends of her finds nobody.
  expect(await addStop(who, gone.id, { sign: 'faint', seen: '', lookId: null })).toMatchObject({ ok: false });
});

test('leads alone hand out; another studio finds nobody', async () => {
  const who = await openStudio('Weir House');
  const id = await bringClient(who);
  expect(await readWhole({ ...who, role: 'instructor' }, id)).toMatchObject({
    ok: false,
    error: { code: 'notAllowed' },
  });
  expect(await readWhole(await openStudio('Other'), id)).toMatchObject({ ok: false, error: { code: 'notFound' } });
  expect(await countKept(await openStudio('Third'), id)).toMatchObject({ ok: false });
});
