// Papers: what was signed stays with its words, a no stops pictures, children have a guardian; whom to call; the report of a stop.
import { v7 as newId } from 'uuid';
import { Client, Incident, PaperRow } from '@/data/models';
import { addStop } from '@/data/stores/cautions';
import { findClient } from '@/data/stores/clients';
import { removeStudio } from '@/data/stores/founding';
import {
  findIncident,
  findPapers,
  listPaperTexts,
  reportedStops,
  setContacts,
  signPaper,
  writePaperText,
  writeReport,
} from '@/data/stores/papers';
import type { NewPaper } from '@/data/stores/papers';
import { addPicture } from '@/data/stores/pictures';
import { listRecord } from '@/data/stores/record';
import { countKept, eraseClient } from '@/data/stores/whole-client';
import { readDay } from '@/features/floor/day';
import { standingOf } from '@/core/knowledge/papers';
import { paperWords } from '@/repertoire/papers';
import type { Who } from '@/data/types';
import { bringClient, codeOf, image, must, openStudio } from './studio';

let lead: Who;
beforeAll(async () => {
  lead = await openStudio('Weir House');
});
afterAll(async () => {
  await removeStudio(lead.studioId);
});

const paper = (more: Partial<NewPaper> = {}): NewPaper => ({
  ...{
    kind: 'pictures',
    gives: true,
    version: 0,
    signedName: 'Perrin Shoal',
    signedAs: 'self',
    signedOn: '2026-11-02',
  },
  ...more,
});

test('what was signed stays as it was; the newest holds, and a no stops pictures but not what is there', async () => {
  const clientId = await bringClient(lead);
  expect(codeOf(await addPicture(lead, { clientId, ...image }))).toBe('fine'); // nobody was asked yet
  must(await signPaper(lead, clientId, paper(), newId()));
  expect(codeOf(await addPicture(lead, { clientId, ...image }))).toBe('fine');
  must(await signPaper(lead, clientId, paper({ gives: false }), newId()));
  expect(codeOf(await addPicture(lead, { clientId, ...image }))).toBe('noConsent');
  const { papers } = must(await findPapers(lead, clientId));
  expect(papers.map(({ gives }) => gives)).toEqual([false, true]);
  expect(papers[0]?.words).toBe(paperWords.pictures);
});

test('sent twice it is kept once; two at once are both kept, in one order', async () => {
  const clientId = await bringClient(lead);
  const id = newId();
  expect(
    (await Promise.all([signPaper(lead, clientId, paper(), id), signPaper(lead, clientId, paper(), id)])).map(codeOf),
  ).toEqual(['fine', 'fine']);
  await Promise.all([
    signPaper(lead, clientId, paper({ kind: 'touch' }), newId()),
    signPaper(lead, clientId, paper({ kind: 'touch', gives: false }), newId()),
  ]);
  expect(await PaperRow.count({ where: { clientId } })).toBe(3);
  const { papers } = must(await findPapers(lead, clientId));
  const touch = papers.find(({ kind }) => kind === 'touch');
  expect(must(await findClient(lead, clientId)).touchConsent).toBe(touch?.gives); // the card says what the newest paper says
});

test('new words ask anew: an older yes is shown as such, and words that changed are not signed unread', async () => {
  const clientId = await bringClient(lead);
  must(await signPaper(lead, clientId, paper({ kind: 'waiver' }), newId()));
  const words = 'I take part of my own will and say what I know of my health.';
  const [one, other] = await Promise.all([
    writePaperText(lead, 'waiver', words, 0, newId()),
    writePaperText(lead, 'waiver', `${words} Truly.`, 0, newId()),
  ]);
  expect([codeOf(one), codeOf(other)].sort()).toEqual(['changedMeanwhile', 'fine']);
  const text = (await listPaperTexts(lead)).find(({ kind }) => kind === 'waiver');
  expect(text?.version).toBe(1);
  const { papers } = must(await findPapers(lead, clientId));
  expect(standingOf(papers, { kind: 'waiver', version: 1 })).toBe('olderWords');
  expect(papers[0]?.words).toBe(paperWords.waiver); // as they were when they were signed
  expect(codeOf(await signPaper(lead, clientId, paper({ kind: 'waiver' }), newId()))).toBe('otherWords');
  must(await signPaper(lead, clientId, paper({ kind: 'waiver', version: 1 }), newId()));
});

test('a child does not sign alone: a guardian agrees; a no of her own counts', async () => {
  const clientId = await bringClient(lead, { birthYear: new Date().getUTCFullYear() - 14 });
  expect(codeOf(await signPaper(lead, clientId, paper(), newId()))).toBe('guardianWanted');
  must(await signPaper(lead, clientId, paper({ signedAs: 'guardian', signedName: 'Odile Shoal' }), newId()));
  must(await signPaper(lead, clientId, paper({ gives: false }), newId()));
  expect(
    codeOf(await signPaper(lead, clientId, paper({ signedAs: 'guardian', signedOn: '2999-01-01' }), newId())),
  ).toBe('ahead');
});

const odile = {
  name: 'Odile Shoal',
  relation: 'mother',
  phone: '+44 20 7946 0018',
  isEmergency: true,
  isGuardian: false,
};

test('whom to call is in the day’s pack; of two who type at once the second is told', async () => {
  const clientId = await bringClient(lead);
  const { revision } = must(await findPapers(lead, clientId));
  const both = await Promise.all([
    setContacts(lead, clientId, [odile], revision),
    setContacts(lead, clientId, [{ ...odile, name: 'Bryn Shoal' }], revision),
  ]);
  expect(both.map(codeOf).sort()).toEqual(['changedMeanwhile', 'fine']);
  const pack = must(await readDay(lead, 'en-GB', clientId, Date.now() + 1000));
  const { contacts } = must(await findPapers(lead, clientId));
  expect(pack.clients[0]?.contact).toMatchObject({ name: contacts[0]?.name, phone: '+44 20 7946 0018' });
});

const report = {
  doing: 'leg float',
  happened: 'She went pale.',
  done: 'Lay down, legs up.',
  told: 'Her mother, 14:20',
  atTime: '14:05',
};

test('a stop has one report: who writes second is told, a change keeps what stood before on record', async () => {
  const clientId = await bringClient(lead);
  const stopId = must(await addStop(lead, clientId, { sign: 'faint', seen: 'pale', lookId: null }));
  expect(must(await findIncident(lead, clientId, stopId)).report).toBeNull();
  const [mine, hers] = [newId(), newId()];
  const both = await Promise.all([
    writeReport(lead, { clientId, stopId, id: mine }, report, null),
    writeReport(lead, { clientId, stopId, id: hers }, { ...report, told: 'nobody' }, null),
  ]);
  expect(both.map(codeOf).sort()).toEqual(['changedMeanwhile', 'fine']);
  expect(await Incident.count({ where: { stopId } })).toBe(1);
  expect([...(await reportedStops(lead, clientId))]).toEqual([stopId]);
  const kept = await Incident.findOne({ where: { stopId }, rejectOnEmpty: true });
  must(await writeReport(lead, { clientId, stopId, id: kept.id }, { ...report, done: 'The ambulance came.' }, 0));
  expect(codeOf(await writeReport(lead, { clientId, stopId, id: newId() }, report, 0))).toBe('changedMeanwhile');
  const { rows } = await listRecord(lead, { clientId, kind: 'stop', find: 'report' });
  expect(rows.map(({ what }) => what)).toEqual(['changed the report of a stop', 'wrote the report of a stop']);
  expect(rows[0]?.was).toMatchObject({ done: 'Lay down, legs up.' });
  expect(codeOf(await writeReport(lead, { clientId, stopId: newId(), id: newId() }, report, null))).toBe('notFound');
});

test('papers and reports are counted with what is kept of her, and go with her', async () => {
  const clientId = await bringClient(lead, { name: 'Sorrel Quay' });
  must(await signPaper(lead, clientId, paper(), newId()));
  const stopId = must(await addStop(lead, clientId, { sign: 'faint', seen: '', lookId: null }));
  must(await writeReport(lead, { clientId, stopId, id: newId() }, report, null));
  const kept = must(await countKept(lead, clientId));
  expect(kept.filter(({ count }) => count > 0).map(({ kind }) => kind)).toEqual(
    expect.arrayContaining(['papers', 'reportsOfStops']),
  );
  must(await eraseClient(lead, clientId, 'Sorrel Quay'));
  expect((await Incident.count({ where: { clientId } })) + (await PaperRow.count({ where: { clientId } }))).toBe(0);
  expect(await Client.count({ where: { id: clientId } })).toBe(0);
});
