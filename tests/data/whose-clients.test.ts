// Whose client each one is: what an instructor of a studio that shows each her own sees and changes, sharing for a time, handing
// over, and a share that ends in the middle of a session.
import { v7 as newId } from 'uuid';
import { Client, ClientShare, LookReading, Studio, TaughtSession } from '@/data/models';
import { bookOne } from '@/data/stores/book';
import { ready } from '@/data/ready';
import {
  addClient,
  addClients,
  findClient,
  findNames,
  listAllClients,
  listAppointments,
  listClients,
  listNames,
} from '@/data/stores/clients';
import { addStop, listStops, setCondition } from '@/data/stores/cautions';
import { eventsAfter, findSession, listSessions, receiveEvents } from '@/data/stores/floor';
import { removeStudio } from '@/data/stores/founding';
import { findLook, listLooks } from '@/data/stores/looks';
import { addPicture, findPictureBytes, hasPicture } from '@/data/stores/pictures';
import { letGo, setRole } from '@/data/stores/people';
import { addRanges, listRanges } from '@/data/stores/ranges';
import { listRecord } from '@/data/stores/record';
import { countNobodys, endShare, findWhoSees, handOver, shareClient } from '@/data/stores/shares';
import { countKept } from '@/data/stores/whole-client';
import { seeded } from '@/core/random';
import type { Who } from '@/data/types';
import { makeHistory } from '../rigs/histories';
import { addColleague, beginLook, bringClient, codeOf, must, openStudio, someone } from './studio';

const dayFromNow = (days: number): string => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);
const share = (personId: string, until = dayFromNow(3)) => ({ id: newId(), personId, until });

let lead: Who;
let odile: Who;
let perrin: Who;
let guest: Who;
beforeAll(async () => {
  lead = await openStudio('Weir House');
  odile = await addColleague(lead, 'Odile Sandbar', { sees: 'own' });
  perrin = await addColleague(lead, 'Perrin Lock', { sees: 'own' });
  guest = await addColleague(lead, 'Fenn Mooring', { role: 'guest' });
});
afterAll(async () => {
  await removeStudio(lead.studioId);
});

/** Everything by which a client could be found or read, as somebody gets it: what she gets of this client. */
async function seenOf(who: Who, { clientId, sessionId, lookId, pictureId }: Whole): Promise<Record<string, boolean>> {
  const from = new Date(Date.now() - 400 * 86_400_000);
  const to = new Date(Date.now() + 400 * 86_400_000);
  const has = (ids: readonly { readonly id: string }[]) => ids.some(({ id }) => id === clientId);
  return {
    card: (await findClient(who, clientId)).ok,
    list: has((await listClients(who)).clients),
    names: has(await findNames(who)),
    table: has(await listAllClients(who)),
    known: (await listNames(who)).includes('Ansel Towpath'),
    book: (await listAppointments(who, from, to)).some(({ people }) =>
      people.some(({ client }) => client.id === clientId),
    ),
    session: (await findSession(who, sessionId)).ok,
    sessions: (await listSessions(who, clientId)).length > 0,
    events: (await eventsAfter(who, sessionId, 0)).length > 0,
    look: (await findLook(who, lookId)).ok,
    looks: (await listLooks(who, clientId)).total > 0,
    picture: await hasPicture(who, pictureId),
    bytes: (await findPictureBytes(who, pictureId)) !== undefined,
    ranges: (await listRanges(who, [clientId])).length > 0,
    stops: (await listStops(who, clientId)).length > 0,
    kept: (await countKept(who, clientId)).ok,
    whoSees: (await findWhoSees(who, clientId)).ok,
  };
}
type Whole = { clientId: string; sessionId: string; lookId: string; pictureId: string };

/** A client of somebody's with one of everything. */
async function wholeClient(who: Who, name: string): Promise<Whole> {
  const { clientId, sessions } = await makeHistory(who, seeded(5), name);
  const size = { width: 1, height: 1, originalWidth: 1, originalHeight: 1 };
  const picture = { clientId, title: 'x', bytes: Buffer.from([1]), format: 'png', ...size };
  const { id: pictureId } = must(await addPicture(who, picture));
  const lookId = await beginLook(who, clientId);
  const range = {
    id: newId(),
    range: 'straightLegRaise' as const,
    side: 'L' as const,
    value: 70,
    method: 'hand' as const,
  };
  must(await addRanges(who, clientId, '2026-11-01', [range]));
  must(await addStop(who, clientId, { sign: 'faint', seen: '', lookId: null }));
  const { studioId, userId: instructorId } = who;
  const booked = { instructorId, at: '2026-11-02T09:00', minutes: 55, room: null, title: null, capacity: 1, note: '' };
  must(await bookOne(who, newId(), { ...booked, clientIds: [clientId], repeat: null }));
  const reading = { role: 'setup' as const, method: 'eye' as const, measure: 'pelvis', taken: 1, side: null };
  await LookReading.create({ id: newId(), studioId, lookId, ...reading, updatedAt: new Date() });
  return { clientId, sessionId: sessions[0] ?? '', lookId, pictureId };
}

test('her own she sees whole, a colleague’s not by any way, and a lead sees all', async () => {
  const hers = await wholeClient(odile, 'Ansel Towpath');
  const all = Object.keys(await seenOf(odile, hers));
  const everything = (seen: boolean) => Object.fromEntries(all.map((key) => [key, seen]));
  expect(await seenOf(odile, hers)).toEqual(everything(true));
  expect(await seenOf(lead, hers)).toEqual(everything(true));
  expect(await seenOf(perrin, hers)).toEqual(everything(false));
  expect(await seenOf(guest, hers)).toEqual(everything(false));

  const given = share(perrin.userId);
  must(await shareClient(odile, hers.clientId, given));
  must(await shareClient(odile, hers.clientId, share(guest.userId)));
  expect(await seenOf(perrin, hers)).toEqual(everything(true));
  expect(await seenOf(guest, hers)).toEqual(everything(true));

  // It ends by itself, and nobody need do anything.
  await ClientShare.update({ untilAt: new Date(Date.now() - 1000) }, { where: { personId: guest.userId } });
  expect(await seenOf(guest, hers)).toEqual(everything(false));
  must(await endShare(odile, hers.clientId, given.id));
  expect(await seenOf(perrin, hers)).toEqual(everything(false));
});

test('a table brings in her own of a name that a colleague has too, and says nothing of the other', async () => {
  await bringClient(odile, { name: 'Wick Harbour' });
  const row = { id: newId(), client: { ...someone, name: 'Wick Harbour' } };
  expect(await addClients(perrin, [row])).toBe(1);
  expect(await addClients(perrin, [{ ...row, id: newId() }])).toBe(0); // now she sees one of that name
  expect(codeOf(await findClient(perrin, row.id))).toBe('fine');
});

test('what a colleague does not see she does not change', async () => {
  const clientId = await bringClient(odile);
  const change = { note: 'x', clearedOn: null, clearedBy: null };
  expect(codeOf(await setCondition(perrin, clientId, 'neck', change, 0))).toBe('notFound');
  expect(codeOf(await addStop(perrin, clientId, { sign: 'faint', seen: '', lookId: null }))).toBe('notFound');
  expect(codeOf(await shareClient(perrin, clientId, share(perrin.userId)))).toBe('notFound');
  expect(codeOf(await handOver(perrin, clientId, perrin.userId))).toBe('notFound');
});

test('shared, she teaches her and says no more than that: who else sees her is the owner’s and the leads’', async () => {
  const clientId = await bringClient(odile);
  must(await shareClient(odile, clientId, share(perrin.userId)));
  expect(codeOf(await addStop(perrin, clientId, { sign: 'faint', seen: '', lookId: null }))).toBe('fine');
  expect(codeOf(await handOver(perrin, clientId, perrin.userId))).toBe('notAllowed');
  expect(codeOf(await shareClient(perrin, clientId, share(guest.userId)))).toBe('notAllowed');
  expect(must(await findWhoSees(perrin, clientId))).toMatchObject({ maySay: false, owner: { name: 'Odile Sandbar' } });
  expect(must(await findWhoSees(odile, clientId))).toMatchObject({ maySay: true });
});

test('a share: until the end of a day in the studio’s zone, the newer day in force, no day that is over, a year at most', async () => {
  await Studio.update({ timeZone: 'Asia/Kolkata' }, { where: { id: lead.studioId } }); // no summer time
  const clientId = await bringClient(odile);
  must(await shareClient(odile, clientId, share(perrin.userId, dayFromNow(2))));
  const until = dayFromNow(40);
  must(await shareClient(odile, clientId, share(perrin.userId, until)));
  const { shares } = must(await findWhoSees(odile, clientId));
  expect(shares.map((one) => one.until.toISOString())).toEqual([`${until}T18:30:00.000Z`]); // midnight, five and a half hours on
  expect(codeOf(await shareClient(odile, clientId, share(perrin.userId, dayFromNow(-2))))).toBe('past');
  expect(codeOf(await shareClient(odile, clientId, share(perrin.userId, dayFromNow(400))))).toBe('tooLong');
  expect(codeOf(await shareClient(odile, clientId, share(odile.userId)))).toBe('isHers');
  const both = await Promise.all([
    shareClient(odile, clientId, share(perrin.userId, dayFromNow(60))),
    shareClient(lead, clientId, share(perrin.userId, dayFromNow(90))),
  ]);
  expect(both.map(codeOf)).toEqual(['fine', 'fine']);
  expect(await ClientShare.count({ where: { clientId } })).toBe(1);
});

test('given to a colleague she is hers, and no guest’s; each step is on the client’s record', async () => {
  const clientId = await bringClient(odile);
  must(await shareClient(odile, clientId, share(perrin.userId)));
  expect(codeOf(await handOver(odile, clientId, guest.userId))).toBe('notFound');
  must(await handOver(odile, clientId, perrin.userId));
  expect(codeOf(await findClient(odile, clientId))).toBe('notFound');
  expect(codeOf(await findClient(perrin, clientId))).toBe('fine');
  expect(await ClientShare.count({ where: { clientId } })).toBe(0);
  const { rows } = await listRecord(lead, { clientId, kind: 'people' });
  expect(rows.map(({ what }) => what).reverse()).toEqual([
    `shared with Perrin Lock until ${dayFromNow(3)}`,
    'given to Perrin Lock',
  ]);
});

test('whoever leaves leaves her clients to her heir; who becomes a guest, to the lead who said so', async () => {
  const [one, two] = [await addColleague(lead, 'Lark Quay', { sees: 'own' }), await addColleague(lead, 'Sorrel Quay')];
  const [first, second] = [await bringClient(one), await bringClient(two)];
  must(await letGo(lead, one.userId, perrin.userId));
  must(await setRole(lead, two.userId, 'guest'));
  expect(codeOf(await findClient(perrin, first))).toBe('fine');
  expect((await Client.findByPk(second))?.instructorId).toBe(lead.userId);
  expect(codeOf(await letGo(lead, two.userId, guest.userId))).toBe('noHeir');
});

test('a client whom nobody has is found by leads, and counted for them', async () => {
  const before = await countNobodys(lead);
  const clientId = await addClient({ ...lead, userId: '' }, { ...someone, name: 'Nobody’s' });
  expect(await countNobodys(lead)).toBe(before + 1);
  expect([codeOf(await findClient(lead, clientId)), codeOf(await findClient(odile, clientId))]).toEqual([
    'fine',
    'notFound',
  ]);
});

test('a share that ends in the middle of a session loses no tap; a new session of hers is refused', async () => {
  ready();
  const clientId = await bringClient(odile);
  const given = share(perrin.userId);
  must(await shareClient(odile, clientId, given));
  const [session, tablet] = [newId(), newId()];
  const event = (seq: number, what: object, of = session) => ({
    ...{ v: 1, id: newId(), session: of, by: perrin.userId, device: tablet, seq, at: Date.now() },
    what,
  });
  const started = { kind: 'started', client: clientId, room: 'studio', school: 'evenKeel', rules: 'x', plan: [] };
  const first = await receiveEvents(perrin, [event(1, started)], Date.now());
  expect(first.refused).toEqual([]);
  must(await endShare(odile, clientId, given.id));
  const later = await receiveEvents(perrin, [event(2, { kind: 'checked', apparatus: 'mat' })], Date.now());
  expect([later.acked.length, later.refused]).toEqual([1, []]);
  expect((await eventsAfter(perrin, session, 0)).length).toBe(2);
  const other = await receiveEvents(perrin, [event(1, started, newId())], Date.now());
  expect(other.refused.map(({ error }) => error.code)).toEqual(['notFound']);
  expect(await TaughtSession.count({ where: { clientId } })).toBe(1);
});
