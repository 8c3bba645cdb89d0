// No record closes a page: random histories, with entries that go, read as every page reads them.
import { renderToString } from 'react-dom/server';
import { seeded } from '@/core/random';
import { database } from '@/data/database';
import { readApparatus } from '@/features/apparatus/read';
import { Client } from '@/features/client/client';
import { clientParts, readClient, readClientForm, readClients } from '@/features/client/read';
import type { ClientPart } from '@/features/client/read';
import { RepertoireProvider } from '@/platform/browser/repertoire';
import { readDay } from '@/features/floor/day';
import { readHandOut } from '@/features/hand-out/read';
import { readBench } from '@/features/look/read';
import { readStart } from '@/features/look/read-start';
import { readBrowse, readEntries, readExercise } from '@/features/repertoire/read';
import { readSession } from '@/features/session/read';
import { readToday } from '@/features/today/read';
import { addOwnEntries, dropOwnEntry, makeHistory } from '../rigs/histories';
import type { Who } from '@/data/types';
import { openStudio } from './studio';

jest.mock('next/navigation', () => ({ useRouter: () => ({}), usePathname: () => '/' }));

afterAll(() => database().close());

/** The client's page as a browser gets it. */
async function drawClient(who: Who, id: string, part: ClientPart): Promise<string> {
  const read = await readClient(who, id, part, 1, 'en-GB');
  if (!read.ok) throw new Error(read.error.message);
  return renderToString(
    <RepertoireProvider value={read.value.repertoire}>
      <Client page={read.value} deferring="" />
    </RepertoireProvider>,
  );
}

test('thirty of them, of every kind of event and entry: every page of every client answers', async () => {
  const who = await openStudio('Histories');
  const random = seeded(5);
  await addOwnEntries(who, 'A');
  const histories = [];
  for (let i = 0; i < 30; i += 1) {
    histories.push(await makeHistory(who, random, `Made ${i}`));
    if (i === 20) expect(await dropOwnEntry(who, random, 'A')).toBe(1);
  }
  for (const { clientId, sessions, looks } of histories) {
    for (const part of clientParts) expect(await drawClient(who, clientId, part)).toContain('Made ');
    expect(await readClientForm(who, clientId)).toMatchObject({ ok: true });
    expect(await readStart(who, clientId)).toMatchObject({ ok: true });
    expect(await readDay(who, 'en-GB', clientId)).toMatchObject({ ok: true });
    expect((await readBrowse(who, clientId)).lines.length).toBeGreaterThan(40);
    for (const id of looks) expect(await readBench(who, id)).toMatchObject({ ok: true });
    for (const id of sessions) {
      expect(await readSession(who, id, 'en-GB')).toMatchObject({ ok: true });
      await readHandOut(who, id, 'en-GB');
    }
  }
  await readToday(who, 'en-GB');
  await readEntries(who);
  await readApparatus(who, {}, 'en-GB');
  expect((await readClients(who, '', 1)).total).toBe(30);
  expect(await readExercise(who, 'march', histories[0]?.clientId)).toMatchObject({ ok: true });
}, 120_000);
