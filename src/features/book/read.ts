// The book of a week, as its screen shows it: by the studio's clock, with what clashes.
import { now, parseDate } from '@internationalized/date';
import { clashesOf } from '@/core/book/clashes';
import { instantAt, minutesLater, mondayOf } from '@/core/book/clock';
import { daysLater } from '@/core/day';
import { freePlaces, holds } from '@/core/book/places';
import type { PlaceState } from '@/core/book/places';
import { repeatWords } from '@/core/book/repeat';
import type { Repeat } from '@/core/book/repeat';
import { dayOf, datesIn, todayIn } from '@/data/days';
import { listBook } from '@/data/stores/book';
import { findNames } from '@/data/stores/clients';
import { listPeople } from '@/data/stores/people';
import { rulesOf, writeFurther } from '@/data/stores/series';
import { findStudio } from '@/data/stores/studio';
import type { BookingCard, StudioCard, Who } from '@/data/types';
import { clashWords, namesOf } from './words';

export type Person = { readonly clientId: string; readonly name: string | null; readonly state: PlaceState };

export type BookEvent = {
  readonly id: string;
  /** By the studio's clock. */
  readonly at: string;
  readonly end: string;
  readonly day: string;
  readonly time: string;
  readonly until: string;
  readonly startsAt: number;
  readonly minutes: number;
  readonly instructorId: string;
  readonly instructor: string;
  readonly room: string | null;
  readonly roomName: string | null;
  readonly title: string | null;
  /** The class, or who comes. */
  readonly what: string;
  readonly people: readonly Person[];
  readonly capacity: number;
  readonly free: number;
  readonly note: string;
  /** Out of the book, or everybody cancelled. */
  readonly isOff: boolean;
  readonly isTakenOut: boolean;
  readonly isMine: boolean;
  /** Hers, or with somebody whom she sees. */
  readonly mayChange: boolean;
  readonly isOver: boolean;
  readonly seriesId: string | null;
  readonly repeat: string | null;
  readonly isMoved: boolean;
  readonly revision: number;
  readonly clashes: readonly string[];
};

export type Named = { readonly id: string; readonly name: string };
export type BookDay = { readonly day: string; readonly short: string; readonly long: string; readonly number: string };

export type BookPage = {
  readonly day: string;
  readonly view: 'day' | 'week';
  /** Whose appointments are shown; null: everybody's. */
  readonly whose: string | null;
  readonly days: readonly BookDay[];
  readonly weekWords: string;
  readonly today: string;
  readonly now: string;
  readonly events: readonly BookEvent[];
  readonly instructors: readonly Named[];
  readonly rooms: readonly Named[];
  readonly clients: readonly Named[];
  readonly me: string;
  readonly zone: string;
};

export type Asked = {
  readonly day?: string | undefined;
  readonly view?: string | undefined;
  readonly whose?: string | undefined;
};

export const isDay = (text: string | undefined): text is string => {
  if (!text || !/^\d{4}-\d{2}-\d{2}$/.test(text) || text < '2000-01-01' || text > '2100-12-31') return false;
  try {
    return Boolean(parseDate(text));
  } catch {
    return false;
  }
};

export type Naming = {
  readonly who: Who;
  readonly studio: StudioCard;
  readonly locale: string;
  readonly instructors: readonly Named[];
  readonly rules: ReadonlyMap<string, Repeat>;
};

/** A card with its names, by the studio's clock; without what clashes. */
export function toEvent(
  card: BookingCard,
  { who, studio, locale, instructors, rules }: Naming,
): Omit<BookEvent, 'clashes'> {
  const { timeZone, rooms } = studio;
  const { clock, shortDay } = datesIn(locale, timeZone);
  const { id, startsAt, minutes, instructorId, room, title, capacity, note, seriesId, isMoved, isOff, revision } = card;
  const ends = new Date(startsAt.getTime() + minutes * 60_000);
  const people = card.places.map(({ clientId, name, state }) => ({ clientId, name, state }));
  const expected = people.filter(({ state }) => holds(state));
  const at = wallIn(timeZone, startsAt);
  const rule = seriesId ? rules.get(seriesId) : undefined;
  return {
    ...{
      id,
      at,
      end: minutesLater(at, minutes),
      day: dayOf(timeZone, startsAt),
      time: clock(startsAt),
      until: clock(ends),
    },
    ...{ startsAt: startsAt.getTime(), minutes, instructorId, room, title, people, capacity, note },
    instructor: instructors.find((one) => one.id === instructorId)?.name ?? 'Somebody who left',
    roomName: rooms.find((one) => one.id === room)?.name ?? null,
    what: title ?? namesOf(expected.length > 0 ? expected : people),
    free: freePlaces(capacity, people),
    isOff: isOff || (title === null && expected.length === 0),
    isTakenOut: isOff,
    isMine: instructorId === who.userId,
    mayChange: instructorId === who.userId || people.length === 0 || people.some(({ name }) => name !== null),
    isOver: ends <= new Date(),
    ...{ seriesId, isMoved, revision, repeat: rule ? repeatWords(rule, shortDay) : null },
  };
}

/** A moment as a clock in the studio shows it. */
const wallIn = (timeZone: string, at: Date): string =>
  `${dayOf(timeZone, at)}T${new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(at)}`;

/** What each runs into, in words. */
export function withClashes(events: readonly Omit<BookEvent, 'clashes'>[]): BookEvent[] {
  const standing = events.filter(({ isOff }) => !isOff);
  const found = clashesOf(
    standing.map(({ id, startsAt, minutes, instructorId, room, people }) => ({
      ...{ id, from: startsAt / 60_000, to: startsAt / 60_000 + minutes, instructor: instructorId, room },
      clients: people.filter(({ state }) => holds(state)).map(({ clientId }) => clientId),
    })),
  );
  const byId = new Map(standing.map((one) => [one.id, one]));
  return events.map((own) => ({
    ...own,
    clashes: (found.get(own.id) ?? []).flatMap((clash) => {
      const other = byId.get(clash.with);
      return other ? clashWords(clash, own, other) : [];
    }),
  }));
}

const mostNames = 20;

/** Everybody who may be booked for: who teaches here. */
export async function teachersOf(who: Who): Promise<Named[]> {
  const { people } = await listPeople(who);
  return people.filter(({ role, leftAt }) => role !== 'guest' && leftAt === null).map(({ id, name }) => ({ id, name }));
}

/** The week in which a day falls. */
export async function readBookPage(who: Who, locale: string, asked: Asked): Promise<BookPage> {
  const studio = await findStudio(who);
  const { timeZone } = studio;
  const today = todayIn(timeZone);
  const day = isDay(asked.day) ? asked.day : today;
  const monday = mondayOf(day);
  const after = daysLater(monday, 7);
  if (after > today) await writeFurther(who, after);
  const at = (of: string) => new Date(instantAt(`${of}T00:00`, timeZone));
  const [cards, { people }, clients] = await Promise.all([
    listBook(who, at(monday), at(after)),
    listPeople(who),
    findNames(who, '', mostNames),
  ]);
  const rules = await rulesOf(who, [...new Set(cards.flatMap(({ seriesId }) => seriesId ?? []))]);
  const naming = { who, studio, locale, rules, instructors: people };
  const teachers = people.filter(({ role, leftAt }) => role !== 'guest' && leftAt === null);
  const { longDay } = datesIn(locale, timeZone);
  const named = (of: string, options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' }).format(parseDate(of).toDate('UTC'));
  const days = Array.from({ length: 7 }, (_, i) => daysLater(monday, i));
  const range = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });
  const clockNow = now(timeZone).toDate();
  return {
    ...{ day, view: asked.view === 'day' ? 'day' : 'week', today, zone: timeZone, me: who.userId },
    whose: teachers.some(({ id }) => id === asked.whose) ? (asked.whose ?? null) : null,
    weekWords: range.formatRange(parseDate(monday).toDate('UTC'), parseDate(daysLater(monday, 6)).toDate('UTC')),
    days: days.map((of) => ({
      ...{ day: of, long: longDay(of) },
      ...{ short: named(of, { weekday: 'short' }), number: named(of, { day: 'numeric' }) },
    })),
    now: wallIn(timeZone, clockNow),
    events: withClashes(cards.map((card) => toEvent(card, naming))),
    instructors: teachers.map(({ id, name }) => ({ id, name })),
    rooms: studio.rooms.map(({ id, name }) => ({ id, name })),
    clients: clients.map(({ id, name }) => ({ id, name })),
  };
}
