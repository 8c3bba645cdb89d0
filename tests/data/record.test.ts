// Who looked, who changed: each change is on record with it, or neither is there; and no other studio's.
import { v7 as newId } from 'uuid';
import { RecordRow } from '@/data/models';
import { addIntake, addOverrule, addStop, clearStops, removeOverrule, setCondition } from '@/data/stores/cautions';
import { changeClient, findClient, listClients } from '@/data/stores/clients';
import { listRecord } from '@/data/stores/record';
import type { RecordAsked } from '@/data/stores/record';
import { signIn } from '@/data/stores/sessions';
import { transact } from '@/data/transact';
import { note } from '@/data/stores/record';
import { readRecord } from '@/features/record/page';
import type { Who } from '@/data/types';
import { bringClient, openStudio, password } from './studio';

const linesOf = async (who: Who, asked: RecordAsked = {}) =>
  (await listRecord(who, asked)).rows.map(({ kind, what }) => `${kind}: ${what}`);

test('a change of what is on file is told with who, what was and what became', async () => {
  const who = await openStudio('Weir House');
  const id = await bringClient(who, { note: 'sore on Mondays' });
  await changeClient<never>(who, id, () => ({
    change: { note: 'well again', goal: '', conditions: ['neck', 'knee'] },
  }));
  const { rows } = await listRecord(who, { clientId: id, kind: 'client' });
  expect(rows).toMatchObject([
    {
      person: who.name,
      what: 'changed: note, conditions',
      was: { note: 'sore on Mondays', conditions: ['neck'] },
      became: { note: 'well again', conditions: ['neck', 'knee'] },
    },
    { what: 'written down', was: null },
  ]);
  await changeClient<never>(who, id, () => ({ change: { note: 'well again' } })); // changes nothing
  expect((await listRecord(who, { clientId: id, kind: 'client' })).total).toBe(2);
});

test('clearances, overrules and their taking back, stops and intake forms', async () => {
  const who = await openStudio('Weir House');
  const id = await bringClient(who);
  const cleared = { note: '', clearedOn: '2026-11-01', clearedBy: 'Dr Inglenook' };
  await setCondition(who, id, 'neck', cleared, 0);
  await setCondition(who, id, 'neck', cleared, 0); // sent twice
  const rule = { exercise: 'hundred', level: 2, rule: 'neck.curl', reason: 'the neck is carried' };
  const made = await addOverrule(who, id, rule);
  if (!made.ok) throw new Error('no overrule');
  await addOverrule(who, id, rule, made.value);
  await removeOverrule(who, id, made.value);
  const stop = newId();
  await addStop(who, id, { sign: 'faint', seen: 'pale', lookId: null }, stop);
  await clearStops(who, id, [stop], { clearedOn: '2026-11-02', clearedBy: 'Dr Inglenook' });
  await addIntake(who, id, {
    answers: { conditions: ['knee'], signs: [], words: '' },
    signedName: 'P S',
    signedOn: '2026-11-03',
  });
  expect((await linesOf(who, { clientId: id })).reverse()).toEqual([
    'client: written down',
    'condition: cleared: neck',
    'overrule: rule neck.curl put aside in hundred, level 2',
    'overrule: rule neck.curl in force again in hundred, level 2',
    'stop: stop sign: faint',
    'stop: stop cleared: faint',
    'intake: intake form of 2026-11-03, signed by P S',
  ]);
});

test('a look is noted once a day for each person and client, and before anything is shown', async () => {
  const who = await openStudio('Weir House');
  const [one, two] = [await bringClient(who, { name: 'Ansel' }), await bringClient(who, { name: 'Bryn' })];
  await Promise.all([findClient(who, one), findClient(who, one), listClients(who)]);
  await findClient(who, two);
  expect((await listRecord(who, { kind: 'looked' })).total).toBe(2);
  const stranger = await openStudio('Other');
  expect((await findClient(stranger, one)).ok).toBe(false);
  expect((await listRecord(stranger, {})).total).toBe(0);
  expect((await listRecord(who, { personId: stranger.userId })).total).toBe(0);
});

test('what is not kept is not on record', async () => {
  const who = await openStudio('Weir House');
  const undone = transact(async (transaction) => {
    await note(who, { kind: 'client', what: 'never happened' }, transaction);
    throw new Error('cut short');
  });
  await expect(undone).rejects.toThrow('cut short');
  expect(await linesOf(who)).toEqual([]);
});

test('sign-ins are told, wrong passwords too; the words are searched, a page at a time; leads alone read', async () => {
  const who = await openStudio('Weir House');
  await signIn(who.email, password, { place: 'here', isLocal: true, device: 'Firefox, Android, tablet' });
  await signIn(who.email, 'not this one');
  expect(await linesOf(who)).toEqual([
    `signIn: a wrong password for ${who.name} (unknown)`,
    'signIn: signed in (Firefox, Android, tablet)',
  ]);
  expect(await linesOf(who, { find: 'tablet' })).toHaveLength(1);
  expect(await linesOf(who, { find: '%' })).toEqual([]);
  const at = new Date();
  await RecordRow.bulkCreate(
    Array.from({ length: 70 }, (_, i) => ({
      ...{ id: newId(), studioId: who.studioId, clientId: null, personId: null, person: 'x', at },
      ...{ kind: 'export' as const, what: `line ${i}`, was: null, became: { a: [1, true], b: null } },
    })),
  );
  const page = await readRecord(who, { kind: 'export', page: 2 }, 'en-GB');
  expect(page).toMatchObject({ total: 70, pages: 2, page: 2 });
  expect(page?.rows).toHaveLength(10);
  expect(page?.rows[0]?.became).toBe('a: 1, yes; b: –');
  expect(await readRecord({ ...who, role: 'instructor' }, { page: 1 }, 'en-GB')).toBeNull();
});
