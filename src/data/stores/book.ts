// The book: what is in it from one moment to another; written into it, changed, taken out, and what became of each place.
import { Op } from 'sequelize';
import type { Transaction } from 'sequelize';
import { v7 as newId } from 'uuid';
import { placesOf } from '@/core/book/booking';
import type { Booking, BookingChange } from '@/core/book/booking';
import { instantAt } from '@/core/book/clock';
import { comesIn, freePlaces, holds } from '@/core/book/places';
import type { PlaceState } from '@/core/book/places';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Appointment, AppointmentPlace, Client, Series, Studio, User } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { BookingCard, Who } from '../types';
import { clientsSeenBy, noClient } from './seen-by';

const noBooking = () => failure('notFound', 'This is not in the book any more.', 'id');
const changedMeanwhile = () =>
  failure('changedMeanwhile', 'Somebody changed this meanwhile. Close it to see how it stands now.', 'revision');

/** Adds places, with the names of the clients whom the asker may see. */
export async function withPlaces(
  who: Who,
  rows: readonly Appointment[],
  transaction?: Transaction,
): Promise<BookingCard[]> {
  if (rows.length === 0) return [];
  const within = transaction ? { transaction } : {};
  const places = await AppointmentPlace.findAll({
    where: { studioId: who.studioId, appointmentId: rows.map(({ id }) => id) },
    order: [
      ['since', 'ASC'],
      ['id', 'ASC'],
    ],
    ...within,
  });
  const clientIds = [...new Set(places.map(({ clientId }) => clientId))];
  const seen = await Client.findAll({
    where: { ...clientsSeenBy(who), id: clientIds },
    attributes: ['id', 'name'],
    ...within,
  });
  const names = new Map(seen.map(({ id, name }) => [id, name]));
  const placesIn = new Map<string, AppointmentPlace[]>();
  for (const place of places) placesIn.set(place.appointmentId, [...(placesIn.get(place.appointmentId) ?? []), place]);
  return rows.map((row) => ({
    id: row.id,
    instructorId: row.instructorId,
    startsAt: row.startsAt,
    minutes: row.minutes,
    room: row.room,
    title: row.title,
    capacity: row.capacity,
    note: row.note,
    seriesId: row.seriesId,
    isMoved: row.isMoved,
    isOff: row.offAt !== null,
    revision: row.revision,
    places: (placesIn.get(row.id) ?? []).map(({ clientId, state, since }) => ({
      ...{ clientId, state, since },
      name: names.get(clientId) ?? null,
    })),
  }));
}

/** What begins within [from, to), earliest first; those that are off too. */
export async function readBook({ studioId }: Pick<Who, 'studioId'>, from: Date, to: Date): Promise<Appointment[]> {
  ready();
  return Appointment.findAll({
    where: { studioId, startsAt: { [Op.gte]: from, [Op.lt]: to } },
    order: [
      ['startsAt', 'ASC'],
      ['id', 'ASC'],
    ],
  });
}

/** What is in the book within [from, to), with who holds or awaits a place in it. */
export const listBook = async (who: Who, from: Date, to: Date): Promise<BookingCard[]> =>
  withPlaces(who, await readBook(who, from, to));

/** Whether an appointment is the asker's to change: her own, or one with somebody in it whom she sees; one with nobody is anyone's. */
export async function mayTouch(who: Who, row: Appointment, transaction: Transaction): Promise<boolean> {
  if (who.sees === 'all' || row.instructorId === who.userId) return true;
  const places = await AppointmentPlace.findAll({
    where: { appointmentId: row.id, studioId: who.studioId },
    attributes: ['clientId'],
    transaction,
  });
  const id = places.map(({ clientId }) => clientId);
  return id.length === 0 || (await Client.count({ where: { ...clientsSeenBy(who), id }, transaction })) > 0;
}

/** Claims an appointment: what is decided in this transaction comes before or after every other that does. */
async function claimed(who: Who, id: string, transaction: Transaction): Promise<Appointment | null> {
  const row = await Appointment.findOne({ where: { id, studioId: who.studioId }, transaction, lock: true });
  return row && (await mayTouch(who, row, transaction))
    ? row.update({ claims: row.claims + 1 }, { transaction })
    : null;
}

/** The clock of a studio. */
export async function zoneOf({ studioId }: Who, transaction: Transaction): Promise<string> {
  const studio = await Studio.findByPk(studioId, { attributes: ['timeZone'], rejectOnEmpty: true, transaction });
  return studio.timeZone;
}

/** Whether the asker may book this: clients whom she sees, somebody who teaches here. */
export async function mayBook(
  who: Who,
  { clientIds, instructorId }: { readonly clientIds: readonly string[]; readonly instructorId: string },
  transaction: Transaction,
): Promise<Result<null>> {
  const teaches = { id: instructorId, studioId: who.studioId, leftAt: null, role: { [Op.ne]: 'guest' } };
  if ((await User.count({ where: teaches, transaction })) === 0)
    return failure('noTeacher', 'Nobody of that name teaches here.', 'instructorId');
  const seen = await Client.count({ where: { ...clientsSeenBy(who), id: [...clientIds] }, transaction });
  return seen === clientIds.length ? success(null) : noClient('clientIds');
}

/** Columns of an appointment or a series, as they were asked for. */
export const columnsOf = (asked: BookingChange, people: number) => ({
  instructorId: asked.instructorId,
  minutes: asked.minutes,
  room: asked.room,
  title: asked.title,
  capacity: placesOf(asked, people),
  note: asked.note,
});

/** Places of people in the order in which they were named; those for whom there is none wait. */
export const placesFor = (
  who: Pick<Who, 'studioId' | 'name'>,
  appointmentId: string,
  { clientIds, capacity }: { readonly clientIds: readonly string[]; readonly capacity: number },
  since: Date,
) =>
  clientIds.map((clientId, i) => ({
    id: newId(),
    studioId: who.studioId,
    appointmentId,
    clientId,
    state: i < capacity ? ('booked' as const) : ('waiting' as const),
    since: new Date(since.getTime() + i),
    stateBy: who.name,
  }));

/** Writes one appointment into the book; asked for again by the same id, it stands as it does. */
export function bookOne(who: Who, id: string, asked: Booking): Promise<Result<null>> {
  const since = new Date();
  return transact(async (transaction) => {
    if (await Appointment.count({ where: { id, studioId: who.studioId }, transaction })) return success(null);
    const may = await mayBook(who, asked, transaction);
    if (!may.ok) return may;
    const startsAt = new Date(instantAt(asked.at, await zoneOf(who, transaction)));
    const columns = columnsOf(asked, asked.clientIds.length);
    await Appointment.create({ id, studioId: who.studioId, startsAt, ...columns }, { transaction });
    const places = placesFor(who, id, { clientIds: asked.clientIds, capacity: columns.capacity }, since);
    await AppointmentPlace.bulkCreate(places, { transaction });
    return success(null);
  });
}

/** Finds an appointment for a change that was made from one of its versions. */
export async function toChange(
  who: Who,
  { id, revision }: { readonly id: string; readonly revision: number },
  transaction: Transaction,
): Promise<Result<Appointment>> {
  const row = await claimed(who, id, transaction);
  if (!row) return noBooking();
  return row.revision === revision ? success(row) : changedMeanwhile();
}

/** Changes one appointment, and none that come again with it. */
export function changeBooking(
  who: Who,
  of: { id: string; revision: number },
  asked: BookingChange,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    const found = await toChange(who, of, transaction);
    if (!found.ok) return found;
    const may = await mayBook(who, { clientIds: [], instructorId: asked.instructorId }, transaction);
    if (!may.ok) return may;
    const row = found.value;
    const people = await AppointmentPlace.count({
      where: { appointmentId: row.id, studioId: who.studioId },
      transaction,
    });
    const startsAt = new Date(instantAt(asked.at, await zoneOf(who, transaction)));
    await row.update(
      { ...columnsOf(asked, people), startsAt, isMoved: row.seriesId !== null, revision: row.revision + 1 },
      { transaction },
    );
    return success(null);
  });
}

/** Takes one appointment out of the book, or puts it back. */
export function setOff(who: Who, of: { id: string; revision: number }, isOff: boolean): Promise<Result<null>> {
  const now = new Date();
  return transact(async (transaction) => {
    const found = await toChange(who, of, transaction);
    if (!found.ok) return found;
    const row = found.value;
    const off = isOff ? { offAt: now, offBy: who.name } : { offAt: null, offBy: null };
    await row.update({ ...off, revision: row.revision + 1 }, { transaction });
    return success(null);
  });
}

const full = () => failure('full', 'Every place is taken. Give it more places, or let somebody wait.', 'state');

/** What becomes of somebody's place. Who comes back from the waiting list or from having cancelled needs a free one. */
export function setPlace(who: Who, id: string, clientId: string, state: PlaceState): Promise<Result<null>> {
  return transact(async (transaction) => {
    const row = await claimed(who, id, transaction);
    if (!row) return noBooking();
    const may = await Client.count({ where: { ...clientsSeenBy(who), id: clientId }, transaction });
    if (may === 0) return noClient();
    const places = await AppointmentPlace.findAll({
      where: { appointmentId: id, studioId: who.studioId },
      transaction,
    });
    const own = places.find((place) => place.clientId === clientId);
    if (!own) return noBooking();
    const isFull = freePlaces(row.capacity, places) === 0;
    if (row.title !== null && holds(state) && !holds(own.state) && isFull) return full();
    const since = state === 'waiting' && own.state !== 'waiting' ? { since: new Date() } : {};
    await own.update({ state, stateBy: who.name, ...since }, { transaction });
    return success(null);
  });
}

/** Somebody more: with a place where one is free, else waiting; beside another client, one more place. Nothing twice. */
export function addToBooking(who: Who, id: string, clientId: string): Promise<Result<PlaceState>> {
  const [placeId, since] = [newId(), new Date()];
  return transact(async (transaction) => {
    const row = await claimed(who, id, transaction);
    if (!row) return noBooking();
    const may = await Client.count({ where: { ...clientsSeenBy(who), id: clientId }, transaction });
    if (may === 0) return noClient();
    const { studioId, name } = who;
    const places = await AppointmentPlace.findAll({ where: { appointmentId: id, studioId }, transaction });
    const own = places.find((place) => place.clientId === clientId);
    if (own && (holds(own.state) || own.state === 'waiting')) return success(own.state);
    const capacity = row.title === null ? places.filter((place) => holds(place.state)).length + 1 : row.capacity;
    if (capacity !== row.capacity) await row.update({ capacity }, { transaction });
    const state = comesIn(capacity, places);
    if (own) await own.update({ state, since, stateBy: name }, { transaction });
    else
      await AppointmentPlace.create(
        { id: placeId, studioId, appointmentId: id, clientId, state, since, stateBy: name },
        { transaction },
      );
    return success(state);
  });
}

export type ToTakeIn = Pick<Booking, 'at' | 'minutes' | 'title' | 'clientIds'> & { readonly uid: string };

/** Takes in what came from a calendar file, for the asker herself; what the book has from there already stays as it is. */
export function takeIn(who: Who, events: readonly ToTakeIn[]): Promise<Result<{ readonly taken: number }>> {
  const since = new Date();
  const ids = events.map(() => newId());
  return transact(async (transaction) => {
    const { studioId } = who;
    const clientIds = [...new Set(events.flatMap((one) => one.clientIds))];
    const may = await mayBook(who, { clientIds, instructorId: who.userId }, transaction);
    if (!may.ok) return may;
    const known = await Appointment.findAll({
      where: { studioId, fromUid: events.map(({ uid }) => uid) },
      attributes: ['fromUid'],
      transaction,
    });
    const zone = await zoneOf(who, transaction);
    const isKnown = new Set(known.map(({ fromUid }) => fromUid));
    const fresh = events.flatMap((one, i) => (isKnown.has(one.uid) ? [] : [{ ...one, id: ids[i] ?? newId() }]));
    await Appointment.bulkCreate(
      fresh.map(({ id, uid, at, minutes, title, clientIds: people }) => ({
        ...{ id, studioId, instructorId: who.userId, minutes, title, note: '', fromUid: uid },
        startsAt: new Date(instantAt(at, zone)),
        capacity: Math.max(1, people.length),
      })),
      { transaction },
    );
    await AppointmentPlace.bulkCreate(
      fresh.flatMap(({ id, clientIds: people }) =>
        placesFor(who, id, { clientIds: people, capacity: Math.max(1, people.length) }, since),
      ),
      { transaction },
    );
    return success({ taken: fresh.length });
  });
}

/** Which of these events from a calendar file the book has already. */
export async function knownUids({ studioId }: Who, uids: readonly string[]): Promise<ReadonlySet<string>> {
  ready();
  const rows = await Appointment.findAll({ where: { studioId, fromUid: [...uids] }, attributes: ['fromUid'] });
  return new Set(rows.flatMap(({ fromUid }) => fromUid ?? []));
}

/** Takes a client out of the book: what was hers alone goes, out of a class she goes, and nothing comes again for her. */
export async function leaveBook(studioId: string, clientId: string, transaction: Transaction): Promise<void> {
  const own = await AppointmentPlace.findAll({
    where: { studioId, clientId },
    attributes: ['appointmentId'],
    transaction,
  });
  const ids = own.map(({ appointmentId }) => appointmentId);
  await AppointmentPlace.destroy({ where: { studioId, clientId }, transaction });
  const left = await AppointmentPlace.findAll({
    where: { studioId, appointmentId: ids },
    attributes: ['appointmentId'],
    transaction,
  });
  const isShared = new Set(left.map(({ appointmentId }) => appointmentId));
  await Appointment.destroy({
    where: { studioId, title: null, id: ids.filter((id) => !isShared.has(id)) },
    transaction,
  });
  const series = await Series.findAll({ where: { studioId }, transaction });
  for (const one of series.filter(({ clientIds }) => clientIds.includes(clientId))) {
    const clientIds = one.clientIds.filter((id) => id !== clientId);
    if (one.title === null && clientIds.length === 0) await one.destroy({ transaction });
    else await one.update({ clientIds }, { transaction });
  }
}

/** So near to what she is booked for, a session counts as that. */
const nearMs = 3 * 3_600_000;

/** A session of a client began: she came to what she is booked for then, by herself or in the class that is named. */
export async function noteCame(
  { studioId, name }: Who,
  clientId: string,
  { startedAt, appointment }: { readonly startedAt: number; readonly appointment?: string | undefined },
  transaction: Transaction,
): Promise<void> {
  const near = { [Op.between]: [new Date(startedAt - nearMs), new Date(startedAt + nearMs)] };
  const of = appointment ? { id: appointment } : { title: null, startsAt: near };
  const rows = await Appointment.findAll({ where: { ...of, studioId, offAt: null }, transaction });
  const places = await AppointmentPlace.findAll({
    where: { studioId, clientId, state: 'booked', appointmentId: rows.map(({ id }) => id) },
    transaction,
  });
  const farFrom = (id: string) => Math.abs((rows.find((row) => row.id === id)?.startsAt.getTime() ?? 0) - startedAt);
  const [nearest] = places.toSorted((a, b) => farFrom(a.appointmentId) - farFrom(b.appointmentId));
  if (nearest) await nearest.update({ state: 'came', stateBy: name }, { transaction });
}

/** One appointment of the book. */
export async function findBooking(who: Who, id: string): Promise<Result<BookingCard>> {
  ready();
  const row = await Appointment.findOne({ where: { id, studioId: who.studioId } });
  const [card] = row ? await withPlaces(who, [row]) : [];
  return card ? success(card) : noBooking();
}

/** When a client holds a place from a moment on, earliest first; what is out of the book left out. */
export async function bookedTimes(who: Who, clientId: string, from: Date, to: Date): Promise<readonly Date[]> {
  const own = await AppointmentPlace.findAll({
    where: { studioId: who.studioId, clientId, state: ['booked', 'came'] },
    attributes: ['appointmentId'],
  });
  const rows = await Appointment.findAll({
    where: {
      id: own.map(({ appointmentId }) => appointmentId),
      studioId: who.studioId,
      offAt: null,
      startsAt: { [Op.gte]: from, [Op.lt]: to },
    },
    order: [['startsAt', 'ASC']],
  });
  return rows.map(({ startsAt }) => startsAt);
}
