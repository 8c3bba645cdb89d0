'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { booking, bookingChange, minutesLimits } from '@/core/book/booking';
import type { Booking } from '@/core/book/booking';
import { dayOfWall, instantAt, wall } from '@/core/book/clock';
import { daysLater } from '@/core/day';
import { placeStates } from '@/core/book/places';
import type { PlaceState } from '@/core/book/places';
import { ruleOf, timesOf } from '@/core/book/repeat';
import { whole } from '@/core/numbers';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import {
  addToBooking,
  bookOne,
  changeBooking,
  knownUids,
  listBook,
  setOff,
  setPlace,
  takeIn,
} from '@/data/stores/book';
import { dropLink, makeLink } from '@/data/stores/calendar-links';
import { findNames } from '@/data/stores/clients';
import { bookSeries, changeFrom, endFrom, goOnFrom } from '@/data/stores/series';
import { findStudio } from '@/data/stores/studio';
import type { BookingCard, Who } from '@/data/types';
import { act } from '@/platform/server/act';
import { ownAddress } from '@/platform/server/asking';
import { currentLocale } from '@/platform/server/locale';
import { teachersOf, toEvent, withClashes } from './read';

const id = v.pipe(v.string(), v.uuid());
const revision = whole(0, 1_000_000);
const scope = v.picklist(['one', 'after']);

/** Kept; or what it would run into, which she may overrule. */
export type Booked = { readonly isKept: boolean; readonly clashes: readonly string[] };

const kept: Booked = { isKept: true, clashes: [] };

/** So many of the times of a series are held against what is booked. */
const timesLooked = 8;

const timesToLook = ({ at, repeat }: Pick<Booking, 'at' | 'repeat'>): string[] =>
  repeat ? timesOf(at, ruleOf(repeat), dayOfWall(at), daysLater(dayOfWall(at), 366), timesLooked) : [at];

/** What a wish runs into, in words; `besides`: itself, as it stands in the book. */
async function clashesWith(who: Who, asked: Booking, besides?: string): Promise<Result<readonly string[]>> {
  const studio = await findStudio(who);
  if (asked.room !== null && !studio.rooms.some((room) => room.id === asked.room))
    return failure('noRoom', 'There is no such room here any more.', 'room');
  const times = timesToLook(asked);
  const moment = (at: string) => new Date(instantAt(at, studio.timeZone));
  const [first, last] = [times[0] ?? asked.at, times.at(-1) ?? asked.at];
  const [from, to] = [daysLater(dayOfWall(first), -1), daysLater(dayOfWall(last), 2)];
  const cards = await listBook(who, moment(`${from}T00:00`), moment(`${to}T00:00`));
  const { note, title, room, minutes, instructorId, capacity } = asked;
  const names = new Map(cards.flatMap(({ places }) => places.map(({ clientId, name }) => [clientId, name])));
  const wished = times.map((at, i): BookingCard => ({
    ...{ id: `wish ${i}`, startsAt: moment(at), minutes, instructorId, room, title, capacity, note },
    ...{ seriesId: null, isMoved: false, isOff: false, revision: 0 },
    places: asked.clientIds.map((clientId) => ({
      ...{ clientId, state: 'booked' as const, since: new Date() },
      name: names.get(clientId) ?? null,
    })),
  }));
  const naming = { who, studio, locale: await currentLocale(), instructors: await teachersOf(who), rules: new Map() };
  const others = cards.filter((card) => card.id !== besides);
  const all = withClashes([...wished, ...others].map((card) => toEvent(card, naming)));
  const told = all.filter(({ id: own }) => own.startsWith('wish ')).flatMap(({ clashes }) => clashes);
  return success([...new Set(told)]);
}

/** Writes into the book, once or again and again; with `anyway`, whatever it runs into. */
export async function keepBooking(input: unknown): Promise<Result<Booked>> {
  const form = v.strictObject({ id, booking, anyway: v.boolean() });
  return act('keepBooking', form, input, async (who, { id: own, booking: asked, anyway }) => {
    const clashes = await clashesWith(who, asked);
    if (!clashes.ok) return clashes;
    if (!anyway && clashes.value.length > 0) return success({ isKept: false, clashes: clashes.value });
    const { repeat } = asked;
    const made = repeat ? await bookSeries(who, own, { ...asked, repeat }) : await bookOne(who, own, asked);
    if (!made.ok) return made;
    revalidatePath('/', 'layout');
    return success(kept);
  });
}

/** Changes an appointment from one of its versions: it alone, or it and all that come after it. */
export async function keepBookingChange(input: unknown): Promise<Result<Booked>> {
  const form = v.strictObject({
    id,
    revision,
    change: bookingChange,
    clientIds: v.array(id),
    scope,
    next: id,
    anyway: v.boolean(),
  });
  return act('keepBookingChange', form, input, async (who, { id: own, change, scope: how, next, anyway, ...of }) => {
    const clashes = await clashesWith(who, { ...change, clientIds: of.clientIds, repeat: null }, own);
    if (!clashes.ok) return clashes;
    if (!anyway && clashes.value.length > 0) return success({ isKept: false, clashes: clashes.value });
    const from = { id: own, revision: of.revision };
    const made = how === 'one' ? await changeBooking(who, from, change) : await changeFrom(who, from, change, next);
    if (!made.ok) return made;
    revalidatePath('/', 'layout');
    return success(kept);
  });
}

/** Takes an appointment out of the book, alone or with all that come after it; or puts them back. */
export async function takeOut(input: unknown): Promise<Result<null>> {
  const form = v.strictObject({ id, revision, scope, isOff: v.boolean() });
  return act('takeOut', form, input, async (who, { scope: how, isOff, ...of }) => {
    const done = how === 'one' ? setOff(who, of, isOff) : isOff ? endFrom(who, of) : goOnFrom(who, of);
    const told = await done;
    if (told.ok) revalidatePath('/', 'layout');
    return told;
  });
}

/** What became of somebody's place. */
export async function markPlace(input: unknown): Promise<Result<null>> {
  const form = v.strictObject({ id, clientId: id, state: v.picklist(placeStates) });
  return act('markPlace', form, input, async (who, { id: own, clientId, state }) => {
    const told = await setPlace(who, own, clientId, state);
    if (told.ok) revalidatePath('/', 'layout');
    return told;
  });
}

/** Somebody more in an appointment; answers whether with a place, or waiting. */
export async function addPerson(input: unknown): Promise<Result<PlaceState>> {
  const form = v.strictObject({ id, clientId: id });
  return act('addPerson', form, input, async (who, { id: own, clientId }) => {
    const told = await addToBooking(who, own, clientId);
    if (told.ok) revalidatePath('/', 'layout');
    return told;
  });
}

const incoming = {
  uid: v.pipe(v.string(), v.nonEmpty(), v.maxLength(220)),
  at: wall,
  minutes: whole(minutesLimits.least, 12 * 60),
};
/** So many events are weighed or taken in at once. */
const mostAtOnce = 500;
const tooMany = `at most ${mostAtOnce} at once`;

export type WeighedEvent = {
  readonly uid: string;
  readonly client: { readonly id: string; readonly name: string } | null;
  readonly isKnown: boolean;
};

/** Whom the events of a calendar file are for, by the names in them, and which the book has already. */
export async function weighCalendar(input: unknown): Promise<Result<readonly WeighedEvent[]>> {
  const event = v.strictObject({ ...incoming, summary: v.pipe(v.string(), v.maxLength(200)) });
  const form = v.strictObject({ events: v.pipe(v.array(event), v.maxLength(mostAtOnce, tooMany)) });
  return act('weighCalendar', form, input, async (who, { events }) => {
    const known = await knownUids(
      who,
      events.map(({ uid }) => uid),
    );
    const clients = (await findNames(who, '', 20_000)).map((one) => ({ ...one, wanted: one.name.toLowerCase() }));
    const named = clients.toSorted((a, b) => b.wanted.length - a.wanted.length);
    return success(
      events.map(({ uid, summary }) => {
        const text = summary.toLowerCase();
        const found = named.find(({ wanted }) => text.includes(wanted));
        return { uid, client: found ? { id: found.id, name: found.name } : null, isKnown: known.has(uid) };
      }),
    );
  });
}

/** Takes events of a calendar file into the asker's own book. */
export async function takeInCalendar(input: unknown): Promise<Result<{ readonly taken: number }>> {
  const event = v.strictObject({
    ...incoming,
    title: v.nullable(v.pipe(v.string(), v.trim(), v.nonEmpty(), v.maxLength(120))),
    clientIds: v.pipe(v.array(id), v.maxLength(1)),
  });
  const form = v.strictObject({ events: v.pipe(v.array(event), v.maxLength(mostAtOnce, tooMany)) });
  return act('takeInCalendar', form, input, async (who, { events }) => {
    const told = await takeIn(who, events);
    if (told.ok) revalidatePath('/', 'layout');
    return told;
  });
}

/** A new secret address at which a calendar reads the asker's book; the last one opens nothing any more. */
export async function makeCalendarLink(input: unknown): Promise<Result<{ readonly address: string }>> {
  return act('makeCalendarLink', v.strictObject({ showsNames: v.boolean() }), input, async (who, { showsNames }) => {
    const token = await makeLink(who, showsNames);
    revalidatePath('/book/files');
    return success({ address: `${await ownAddress()}/api/calendar/${token}` });
  });
}

export async function dropCalendarLink(input: unknown): Promise<Result<null>> {
  return act('dropCalendarLink', v.strictObject({}), input, async (who) => {
    await dropLink(who);
    revalidatePath('/book/files');
    return success(null);
  });
}
