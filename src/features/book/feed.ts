// An instructor's book as a calendar reads it, from a month back to half a year ahead.
import ical from 'ical-generator';
import type { ICalEventData } from 'ical-generator';
import { holds } from '@/core/book/places';
import { listBook } from '@/data/stores/book';
import { whoseLink } from '@/data/stores/calendar-links';
import { findStudio } from '@/data/stores/studio';
import type { BookingCard, StudioCard } from '@/data/types';
import { namesOf } from './words';

const dayMs = 86_400_000;
const [daysBack, daysAhead] = [31, 183];

const expectedIn = ({ places }: BookingCard) => places.filter(({ state }) => holds(state));

const takesPlace = (card: BookingCard): boolean => !card.isOff && (card.title !== null || expectedIn(card).length > 0);

function eventOf(card: BookingCard, { rooms, name }: StudioCard, showsNames: boolean): ICalEventData {
  const { id, startsAt, minutes, title, room, note, capacity, revision } = card;
  const expected = expectedIn(card);
  const count = title === null ? '' : ` (${expected.length} of ${capacity})`;
  const what = title === null ? 'Appointment' : 'Class';
  return {
    id: `${id}@level-spine`,
    start: startsAt,
    end: new Date(startsAt.getTime() + minutes * 60_000),
    summary: `${showsNames ? (title ?? namesOf(expected)) : what}${count}`,
    location: rooms.find((one) => one.id === room)?.name ?? name,
    sequence: revision,
    ...(showsNames && note ? { description: note } : {}),
  };
}

/** The calendar at a secret address; nothing where it opens none. */
export async function sendCalendar(token: string): Promise<Response> {
  const found = /^[\w-]{20,64}$/.test(token) ? await whoseLink(token) : null;
  if (!found) return new Response('Not found', { status: 404 });
  const { who, showsNames } = found;
  const moment = Date.now();
  const studio = await findStudio(who);
  const cards = await listBook(who, new Date(moment - daysBack * dayMs), new Date(moment + daysAhead * dayMs));
  const calendar = ical({
    name: `${who.name}, ${studio.name}`,
    prodId: { company: 'Level Spine', product: 'Book' },
    ttl: 1800,
  });
  for (const card of cards)
    if (card.instructorId === who.userId && takesPlace(card)) calendar.createEvent(eventOf(card, studio, showsNames));
  return new Response(calendar.toString(), {
    headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'no-store' },
  });
}
