// How long a studio keeps what: listed first, gone only when a lead says so, and never more than was listed or is old by then.
import { v7 as newId } from 'uuid';
import { Client, LookPicture, Picture, RecordRow } from '@/data/models';
import { removeStudio } from '@/data/stores/founding';
import { findDue, letGoDue, setKeeping } from '@/data/stores/keeping';
import { findLook } from '@/data/stores/looks';
import { addPicture } from '@/data/stores/pictures';
import { listRecord, noteAlone } from '@/data/stores/record';
import { noMarks } from '@/core/anatomy/marks';
import type { Who } from '@/data/types';
import { addColleague, beginLook, bringClient, codeOf, image, must, openStudio } from './studio';

const ago = (days: number) => new Date(Date.now() - days * 86_400_000);
let lead: Who;
beforeAll(async () => {
  lead = await openStudio('Weir House');
});
afterAll(async () => {
  await removeStudio(lead.studioId);
});

async function pictureOf(clientId: string, days: number): Promise<string> {
  const { id } = must(await addPicture(lead, { clientId, ...image }));
  await Picture.update({ createdAt: ago(days) }, { where: { id } });
  return id;
}

test('kept for good until a rule is set, and nothing goes by the rule alone', async () => {
  const clientId = await bringClient(lead, { name: 'Ansel Weir' });
  const [old, young] = [await pictureOf(clientId, 400), await pictureOf(clientId, 300)];
  const lookId = await beginLook(lead, clientId);
  await LookPicture.create({
    ...{
      id: newId(),
      studioId: lead.studioId,
      lookId,
      role: 'top',
      pictureId: old,
      marks: noMarks,
      updatedAt: new Date(),
    },
  });
  expect(await findDue(lead)).toMatchObject({ pictures: [], clients: [], record: 0 });
  expect(codeOf(await letGoDue(lead, 'pictures'))).toBe('forGood');
  must(await setKeeping(lead, { pictures: 12, clients: null, record: null }));
  expect((await findDue(lead)).pictures).toEqual([{ clientId, name: 'Ansel Weir', count: 1 }]);
  expect(await Picture.count({ where: { clientId } })).toBe(2);
  expect(must(await letGoDue(lead, 'pictures'))).toBe(1);
  expect((await Picture.findAll({ where: { clientId }, attributes: ['id'] })).map(({ id }) => id)).toEqual([young]);
  expect(must(await findLook(lead, lookId)).pictures).toEqual([]); // the look stays, without it
  const { rows } = await listRecord(lead, { clientId, kind: 'erased' });
  expect(rows.map(({ what }) => what)).toEqual(['1 old picture went, by the studio’s rule']);
});

test('a client goes by the last time that anything was done with her; one who came again, or was not listed, stays', async () => {
  const names = ['Gone', 'Came again', 'Was not listed'] as const;
  const ids = [];
  for (const name of names) ids.push(await bringClient(lead, { name }));
  await Client.update({ createdAt: ago(3000) }, { where: { id: ids } });
  must(await setKeeping(lead, { pictures: null, clients: 36, record: null }));
  const { clients } = await findDue(lead);
  expect(clients.map(({ name }) => name).sort()).toEqual([...names].sort());
  const listed = clients.filter(({ name }) => name !== 'Was not listed').map(({ id }) => id);
  await beginLook(lead, ids[1] ?? ''); // between the list and the word
  expect(must(await letGoDue(lead, 'clients', listed))).toBe(1);
  const left = await Client.findAll({ where: { id: ids }, order: [['name', 'ASC']] });
  expect(left.map(({ name }) => name)).toEqual(['Came again', 'Was not listed']);
  expect(must(await letGoDue(lead, 'clients', listed))).toBe(0); // said twice
});

test('old lines of the record go, and that they went is on it', async () => {
  await noteAlone(lead, { kind: 'export', what: 'long ago' });
  await RecordRow.update({ at: ago(4000) }, { where: { studioId: lead.studioId, what: 'long ago' } });
  must(await setKeeping(lead, { pictures: null, clients: null, record: 120 }));
  const before = await RecordRow.count({ where: { studioId: lead.studioId } });
  expect((await findDue(lead)).record).toBe(1);
  const both = await Promise.all([letGoDue(lead, 'record'), letGoDue(lead, 'record')]);
  expect(both.map(must).sort()).toEqual([0, 1]);
  expect(await RecordRow.count({ where: { studioId: lead.studioId } })).toBe(before); // one went, one says so
  const { rows } = await listRecord(lead, { find: 'old line' });
  expect(rows.map(({ what }) => what)).toEqual(['1 old line of this record went, by the studio’s rule']);
});

test('who is no lead neither sets a rule nor lets anything go', async () => {
  const odile = await addColleague(lead, 'Odile Sandbar');
  expect(codeOf(await setKeeping(odile, { pictures: 1, clients: 1, record: 1 }))).toBe('notAllowed');
  expect(codeOf(await letGoDue(odile, 'record'))).toBe('notAllowed');
});
