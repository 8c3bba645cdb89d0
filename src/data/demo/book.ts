// The demo studio's book: what comes every week, as it was three weeks ago and goes on; and who comes today.
import { today } from '@internationalized/date';
import { v7 as newId } from 'uuid';
import type { Booking } from '@/core/book/booking';
import { weekdayAt } from '@/core/book/repeat';
import type { PlaceState } from '@/core/book/places';
import { success } from '@/core/result';
import { AppointmentPlace, Client, Studio, User } from '../models';
import { bookOne, listBook, readBook, setPlace } from '../stores/book';
import { bookSeries } from '../stores/series';
import type { Who } from '../types';
import { demoClients, demoInstructors, demoWeek } from './world';
import type { InstructorKey } from './world';

const clock = ([hour, minute]: readonly [number, number]): string =>
  `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;

type People = {
  readonly client: (name: string) => string | undefined;
  readonly asking: (key: InstructorKey) => Who | undefined;
};

async function peopleOf(studioId: string): Promise<People> {
  const clients = await Client.findAll({ where: { studioId }, attributes: ['id', 'name'] });
  const users = await User.findAll({ where: { studioId } });
  return {
    client: (name) => clients.find((one) => one.name === name)?.id,
    asking: (key) => {
      const email = demoInstructors.find((one) => one.key === key)?.email;
      const user = users.find((one) => one.email === email);
      return user && { userId: user.id, studioId, name: user.name, role: user.role, sees: 'all' };
    },
  };
}

const weeksBack = 3;

/** What comes every week. */
export async function seedWeek(studioId: string, timeZone: string): Promise<void> {
  const { client, asking } = await peopleOf(studioId);
  const day = today(timeZone);
  for (const {
    names,
    instructor,
    inDays,
    at,
    minutes,
    every = 1,
    title = null,
    capacity,
    room,
    note = '',
  } of demoWeek) {
    const who = asking(instructor);
    if (!who) continue;
    const first = day.add({ days: inDays }).subtract({ weeks: weeksBack }).toString();
    const asked: Booking & { repeat: NonNullable<Booking['repeat']> } = {
      ...{ clientIds: names.flatMap((name) => client(name) ?? []), instructorId: who.userId },
      ...{ at: `${first}T${clock(at)}`, minutes, room, title, capacity: capacity ?? names.length, note },
      repeat: { every, days: [weekdayAt(first)], until: null },
    };
    const made = await bookSeries(who, newId(), asked);
    if (!made.ok) throw new Error(`demo data: ${made.error.message}`);
  }
  await seedAttendance(studioId);
}

/** Who was there, in the weeks that are over: nearly everybody. */
async function seedAttendance(studioId: string): Promise<void> {
  const user = await User.findOne({ where: { studioId, role: 'lead' }, rejectOnEmpty: true });
  const who: Who = { userId: user.id, studioId, name: user.name, role: 'lead', sees: 'all' };
  const over = await listBook(who, new Date(0), new Date(Date.now() - 60 * 60_000));
  const was = (i: number): PlaceState => (i % 11 === 4 ? 'missed' : i % 11 === 8 ? 'late' : 'came');
  let count = 0;
  for (const { id, places } of over)
    for (const { clientId, state } of places)
      if (state === 'booked') {
        const told = await setPlace(who, id, clientId, was(count));
        if (!told.ok) throw new Error(`demo data: ${told.error.message}`);
        count += 1;
      }
}

/** Puts the demo studio's clients of today into the book, those who are not in it yet. */
export async function fillToday(): Promise<boolean> {
  const studio = await Studio.findOne({ where: { demo: true } });
  if (!studio) return false;
  const { id: studioId, timeZone } = studio;
  const day = today(timeZone);
  const from = day.toDate(timeZone);
  const rows = await readBook({ studioId }, from, day.add({ days: 1 }).toDate(timeZone));
  const ofToday = rows.filter(({ title }) => title === null);
  const places = await AppointmentPlace.findAll({ where: { studioId, appointmentId: ofToday.map(({ id }) => id) } });
  const isIn = new Set(places.map(({ clientId }) => clientId));
  const { client, asking } = await peopleOf(studioId);
  const made = demoClients.map(async ({ name, instructor, today: booked }) => {
    const [clientId, who] = [client(name), asking(instructor)];
    if (!clientId || !who || !booked || isIn.has(clientId)) return success(false);
    const { at, minutes, note } = booked;
    const room = instructor === 'wren' ? 'riverRoom' : 'sailLoft';
    const asked = { instructorId: who.userId, at: `${day.toString()}T${clock(at)}`, minutes, room, title: null, note };
    const kept = await bookOne(who, newId(), { ...asked, capacity: 1, clientIds: [clientId], repeat: null });
    return kept.ok ? success(true) : kept;
  });
  return (await Promise.all(made)).some((one) => one.ok && one.value);
}
