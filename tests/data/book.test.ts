import { v7 as newId } from 'uuid';
import type { Booking } from '@/core/book/booking';
import { instantAt } from '@/core/book/clock';
import { daysLater } from '@/core/day';
import { database } from '@/data/database';
import { Appointment, Series } from '@/data/models';
import { addToBooking, bookOne, changeBooking, listBook, setOff, setPlace, takeIn } from '@/data/stores/book';
import { dropLink, findLink, makeLink, whoseLink } from '@/data/stores/calendar-links';
import { listAppointments } from '@/data/stores/clients';
import { bookSeries, changeFrom, endFrom, goOnFrom, writeFurther } from '@/data/stores/series';
import { todayIn } from '@/data/days';
import { eraseClient } from '@/data/stores/whole-client';
import { removeStudio } from '@/data/stores/founding';
import type { BookingCard, Who } from '@/data/types';
import { bringClient, codeOf, must, openStudio } from './studio';

let ours: Who;
let theirs: Who;
const zone = 'Europe/London';
beforeAll(async () => {
  [ours, theirs] = await Promise.all([openStudio('Book Bank'), openStudio('Other Book')]);
});
afterAll(async () => {
  await removeStudio(ours.studioId);
  expect(await Appointment.count({ where: { studioId: ours.studioId } })).toBe(0);
  await database().close();
});

/** A day that lies ahead, so many days from today. */
const ahead = (days: number) => daysLater(todayIn(zone), days);
const asked = (more: Partial<Booking> = {}): Booking => ({
  ...{ clientIds: [], instructorId: ours.userId, at: `${ahead(3)}T09:30`, minutes: 50, room: null, title: null },
  ...{ capacity: 1, note: '', repeat: null },
  ...more,
});
const change = ({ clientIds: _, repeat: __, ...rest }: Booking) => rest;
const moment = (at: string) => new Date(instantAt(at, zone));
const between = (from: string, to: string, who = ours) => listBook(who, moment(`${from}T00:00`), moment(`${to}T00:00`));
const one = async (id: string): Promise<BookingCard> => {
  const found = (await listBook(ours, new Date(0), new Date('2100-01-01'))).find((card) => card.id === id);
  if (!found) throw new Error('not in the book');
  return found;
};
const statesOf = async (id: string) => (await one(id)).places.map(({ state }) => state);
const wallOf = ({ startsAt }: BookingCard) =>
  new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' })
    .format(startsAt)
    .replace(' ', 'T');
const clients = (count: number) => Promise.all(Array.from({ length: count }, () => bringClient(ours)));

test('written once however often it is asked for; seen by its studio alone; no stranger can be put into it', async () => {
  const [client = ''] = await clients(1);
  const id = newId();
  for (let i = 0; i < 3; i += 1) must(await bookOne(ours, id, asked({ clientIds: [client] })));
  expect(await one(id)).toMatchObject({ minutes: 50, capacity: 1, places: [{ clientId: client, state: 'booked' }] });
  expect((await listAppointments(ours, new Date(), moment(`${ahead(9)}T00:00`))).map(({ people }) => people[0]?.client.id)).toEqual([client]);
  expect(await between(ahead(0), ahead(9), theirs)).toEqual([]);
  expect(codeOf(await bookOne(theirs, newId(), { ...asked({ clientIds: [client] }), instructorId: theirs.userId }))).toBe('notFound');
  expect(codeOf(await bookOne(ours, newId(), asked({ clientIds: [client], instructorId: theirs.userId })))).toBe('noTeacher');
  expect(codeOf(await setPlace(theirs, id, client, 'came'))).toBe('notFound');
}); // prettier-ignore

test('a class with two places: the third waits; six at once for the one that is left get it once; who cancels leaves it', async () => {
  const [a = '', b = '', ...more] = await clients(8);
  const id = newId();
  must(await bookOne(ours, id, asked({ clientIds: [a], title: 'River mat', capacity: 2 })));
  const told = await Promise.all(more.map((client) => addToBooking(ours, id, client)));
  expect(told.map(must).toSorted()).toEqual(['booked', ...Array.from({ length: 5 }, () => 'waiting')]);
  expect((await statesOf(id)).filter((state) => state === 'booked')).toHaveLength(2);
  const { places } = await one(id);
  const [first, second] = places.filter(({ state }) => state === 'waiting');
  expect(codeOf(await setPlace(ours, id, first?.clientId ?? '', 'booked'))).toBe('full');
  must(await setPlace(ours, id, a, 'late'));
  const both = await Promise.all([first, second].map((place) => setPlace(ours, id, place?.clientId ?? '', 'booked')));
  expect(both.map(codeOf).toSorted()).toEqual(['fine', 'full']);
  expect(must(await addToBooking(ours, id, b))).toBe('waiting');
  expect(must(await addToBooking(ours, id, b))).toBe('waiting'); // again: nothing twice
  expect((await one(id)).places).toHaveLength(8);
});

test('two change one appointment at once: one is kept, the other is told; taken out and put back', async () => {
  const [client = ''] = await clients(1);
  const id = newId();
  must(await bookOne(ours, id, asked({ clientIds: [client] })));
  const told = await Promise.all(
    ['10:00', '11:00', '12:00'].map((clock) =>
      changeBooking(ours, { id, revision: 0 }, change(asked({ at: `${ahead(3)}T${clock}` }))),
    ),
  );
  expect(told.map(codeOf).toSorted()).toEqual(['changedMeanwhile', 'changedMeanwhile', 'fine']);
  must(await setOff(ours, { id, revision: 1 }, true));
  expect(await one(id)).toMatchObject({ isOff: true, revision: 2 });
  expect(codeOf(await setOff(ours, { id, revision: 1 }, false))).toBe('changedMeanwhile');
  must(await setOff(ours, { id, revision: 2 }, false));
  expect((await one(id)).isOff).toBe(false);
});

describe('what comes again', () => {
  const series = async (more: Partial<Booking> & { repeat: NonNullable<Booking['repeat']> }) => {
    const id = newId();
    must(await bookSeries(ours, id, { ...asked(more), repeat: more.repeat }));
    const all = () => listBook(ours, new Date(0), new Date('2100-01-01'));
    const of = async () => (await all()).filter(({ seriesId }) => seriesId === id);
    return { id, of, all };
  };
  // A Monday in the spring of the next year but one at most: summer time begins on the last Sunday of March.
  const year = Number(todayIn(zone).slice(0, 4)) + 1;
  const monday = ['01', '02', '03', '04', '05', '06', '07'].map((day) => `${year}-03-${day}`).find((day) => new Date(day).getUTCDay() === 1) ?? ''; // prettier-ignore

  test('weekly over the change of summer time at the same hour; asked for again it stands once', async () => {
    const [client = ''] = await clients(1);
    const { id, of } = await series({
      clientIds: [client],
      at: `${monday}T09:30`,
      repeat: { every: 1, days: ['MO'], until: daysLater(monday, 49) },
    });
    must(await bookSeries(ours, id, { ...asked({ clientIds: [client], at: `${monday}T09:30` }), repeat: { every: 1, days: ['MO'], until: null } })); // prettier-ignore
    const rows = await of();
    expect(rows.map(wallOf)).toEqual(Array.from({ length: 8 }, (_, i) => `${daysLater(monday, 7 * i)}T09:30`));
    expect(new Set(rows.map(({ startsAt }) => startsAt.getUTCHours())).size).toBe(2); // 9:30 in winter is 9:30 UTC, in summer 8:30
    expect(rows.every(({ places }) => places[0]?.clientId === client)).toBe(true);
  });

  test('one moved by itself stays when all after are moved to another day and hour; those before stay too', async () => {
    const [client = ''] = await clients(1);
    const { of, all } = await series({
      clientIds: [client],
      at: `${monday}T14:00`,
      repeat: { every: 2, days: ['MO', 'TH'], until: daysLater(monday, 41) },
    });
    const rows = await of();
    expect(rows.map(wallOf).map((at) => at.slice(0, 10))).toEqual([0, 3, 14, 17, 28, 31].map((by) => daysLater(monday, by))); // prettier-ignore
    const [, , third, , fifth] = rows;
    if (!third || !fifth) throw new Error('too few');
    must(await changeBooking(ours, fifth, change(asked({ at: `${daysLater(monday, 29)}T08:00` }))));
    const next = newId();
    const later = change(asked({ at: `${daysLater(monday, 15)}T15:30`, minutes: 45, note: 'later now' }));
    must(await changeFrom(ours, third, later, next));
    expect((await of()).map(wallOf)).toEqual([
      `${monday}T14:00`,
      `${daysLater(monday, 3)}T14:00`,
      `${daysLater(monday, 29)}T08:00`,
    ]);
    const moved = (await all()).filter(({ seriesId }) => seriesId === next);
    expect(moved.map(wallOf)).toEqual([15, 18, 32].map((by) => `${daysLater(monday, by)}T15:30`));
    expect(moved.map(({ minutes, note }) => `${minutes} ${note}`)).toEqual(Array(3).fill('45 later now'));
    expect((await Series.findByPk(next))?.rule).toBe(
      `FREQ=WEEKLY;INTERVAL=2;BYDAY=TU,FR;UNTIL=${daysLater(monday, 42).replaceAll('-', '')}T235900`,
    );
    expect(codeOf(await changeFrom(ours, third, later, newId()))).toBe('changedMeanwhile');
  });

  test('ended from one on, and taken back; what was out by itself stays out', async () => {
    const [client = ''] = await clients(1);
    const { id, of } = await series({
      clientIds: [client],
      at: `${monday}T16:00`,
      repeat: { every: 1, days: ['MO'], until: daysLater(monday, 28) },
    });
    const [, second, third] = await of();
    if (!second || !third) throw new Error('too few');
    must(await setOff(ours, third, true));
    must(await endFrom(ours, second));
    expect((await of()).map(({ isOff }) => isOff)).toEqual([false, true, true, true, true]);
    await writeFurther(ours, daysLater(monday, 100));
    expect(await of()).toHaveLength(5);
    must(await goOnFrom(ours, { id: second.id, revision: second.revision + 1 }));
    expect((await of()).map(({ isOff }) => isOff)).toEqual([false, false, true, false, false]);
    expect((await Series.findByPk(id))?.rule).toContain(daysLater(monday, 28).replaceAll('-', ''));
  });

  test('without an end it is written as far as is looked, by several at once only once', async () => {
    const [client = ''] = await clients(1);
    const { of } = await series({ clientIds: [client], at: `${ahead(1)}T07:00`, repeat: { every: 1, days: ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'], until: null } }); // prettier-ignore
    expect((await of()).length).toBe(183);
    await Promise.all(Array.from({ length: 4 }, () => writeFurther(ours, ahead(230))));
    const rows = await of();
    expect(new Set(rows.map(wallOf)).size).toBe(rows.length);
    expect(rows.length).toBe(230 + 182);
    expect(rows.every(({ places }) => places.length === 1)).toBe(true);
  });

  test('erased, a client leaves the book: what was hers alone is gone, a class goes on without her', async () => {
    const [a = '', b = ''] = await clients(2);
    const alone = await series({ clientIds: [a], at: `${ahead(2)}T18:00`, repeat: { every: 1, days: ['MO'], until: null } }); // prettier-ignore
    const both = await series({ clientIds: [a, b], title: 'Loft mat', capacity: 4, at: `${ahead(2)}T19:00`, repeat: { every: 1, days: ['MO'], until: null } }); // prettier-ignore
    const name = (await both.of())[0]?.places.find(({ clientId }) => clientId === a)?.name ?? '';
    must(await eraseClient(ours, a, name));
    expect(await alone.of()).toEqual([]);
    expect(await Series.count({ where: { id: alone.id } })).toBe(0);
    expect((await both.of()).every(({ places }) => places.length === 1 && places[0]?.clientId === b)).toBe(true);
    expect((await Series.findByPk(both.id))?.clientIds).toEqual([b]);
  });
});

test('a calendar file taken in twice is in the book once; times go through the studio’s clock', async () => {
  const [client = ''] = await clients(1);
  const second = { uid: 'b|1', at: `${year()}-12-01T09:30`, minutes: 45, title: 'Harbour mat', clientIds: [] };
  const events = [{ uid: 'a|1', at: `${year()}-06-01T09:30`, minutes: 50, title: null, clientIds: [client] }, second];
  expect(must(await takeIn(ours, events))).toEqual({ taken: 2 });
  const again = await Promise.all([takeIn(ours, events), takeIn(ours, [...events, { ...second, uid: 'c|1' }])]);
  expect(again.map((told) => must(told).taken)).toEqual([0, 1]);
  const rows = await between(`${year()}-06-01`, `${year()}-12-02`);
  expect(rows.filter(({ title, minutes }) => title === 'Harbour mat' || minutes === 50).map(({ startsAt }) => startsAt.toISOString().slice(4))).toEqual([
    '-06-01T08:30:00.000Z',
    '-12-01T09:30:00.000Z',
    '-12-01T09:30:00.000Z',
  ]); // prettier-ignore
});
const year = () => Number(todayIn(zone).slice(0, 4)) + 2;

test('an address for a calendar opens one book, the newest alone, until it is taken back', async () => {
  const first = await makeLink(ours, true);
  expect((await whoseLink(first))?.who.userId).toBe(ours.userId);
  const second = await makeLink(ours, false);
  expect(await whoseLink(first)).toBeNull();
  expect(await whoseLink(second)).toMatchObject({ showsNames: false });
  expect(await whoseLink('guessed')).toBeNull();
  await dropLink(ours);
  expect([await whoseLink(second), await findLink(ours)]).toEqual([null, null]);
});
