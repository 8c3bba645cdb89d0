// A calendar file (RFC 5545) read for its appointments: every event by itself, so that a broken one costs no other.
import { fromAbsolute, toCalendarDateTime } from '@internationalized/date';
import ICAL from 'ical.js';
import { failure, success } from '../result';
import type { Result } from '../result';
import { dayOfWall, instantAt } from './clock';

export type Incoming = {
  /** The same however often the file is read: the event's own, with the time at which it comes again. */
  readonly uid: string;
  /** By the studio's clock. */
  readonly at: string;
  readonly minutes: number;
  readonly summary: string;
};

export const toldKinds = ['unreadable', 'zone', 'wholeDay', 'cancelled', 'length', 'outside', 'tooMany'] as const;
export type ToldKind = (typeof toldKinds)[number];
/** What was not taken, or was taken as something, and the first that it was so for. */
export type Told = { readonly kind: ToldKind; readonly count: number; readonly first: string };

export type Calendar = { readonly events: readonly Incoming[]; readonly told: readonly Told[] };

export type Reading = {
  readonly timeZone: string;
  /** The first day that is wanted, and the last. */
  readonly from: string;
  readonly to: string;
  /** So many are taken at most, the earliest. */
  readonly most: number;
};

const [shortest, longest] = [5, 12 * 60];
/** An event that comes again more often than this before its last wanted day is not followed further. */
const mostTimes = 20_000;
const mostTimesInAll = 400_000;

/** The blocks of a kind, as they stand, with the line where each begins. */
function blocksOf(lines: readonly string[], kind: string): { readonly text: string; readonly line: number }[] {
  const blocks: { text: string; line: number }[] = [];
  let begin = -1;
  lines.forEach((line, i) => {
    if (line.trimEnd().toUpperCase() === `BEGIN:${kind}`) begin = i;
    if (begin < 0 || line.trimEnd().toUpperCase() !== `END:${kind}`) return;
    blocks.push({ text: lines.slice(begin, i + 1).join('\r\n'), line: begin + 1 });
    begin = -1;
  });
  return blocks;
}

function parsed(text: string): ICAL.Component | undefined {
  try {
    return new ICAL.Component(ICAL.parse(text));
  } catch {
    return undefined;
  }
}

/** The zones that a file brings along, by the name it gives them; broken ones are left out. */
function zonesOf(lines: readonly string[]): ReadonlyMap<string, ICAL.Timezone> {
  const zones = new Map<string, ICAL.Timezone>();
  for (const { text } of blocksOf(lines, 'VTIMEZONE')) {
    const component = parsed(text);
    const name = component?.getFirstPropertyValue('tzid');
    if (component && typeof name === 'string' && component.getAllSubcomponents().length > 0)
      zones.set(name, new ICAL.Timezone(component));
  }
  return zones;
}

function isKnownZone(name: string): boolean {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: name }));
  } catch {
    return false;
  }
}

type Clock = { readonly instant: (at: ICAL.Time) => number; readonly isKnown: boolean };

/** How the wall times of a property's zone become moments; a zone that nobody knows is read as the studio's own. */
function clockOf(property: ICAL.Property, zones: ReadonlyMap<string, ICAL.Timezone>, own: string): Clock {
  const inZone = (name: string): Clock => ({
    instant: (at) => instantAt(at.toString().slice(0, 16), name),
    isKnown: true,
  });
  const value = property.getFirstValue();
  if (value instanceof ICAL.Time && value.zone === ICAL.Timezone.utcTimezone) return inZone('UTC');
  const named = property.getParameter('tzid');
  const name = (Array.isArray(named) ? named[0] : named)?.replace(/^\//, '');
  if (!name) return inZone(own);
  if (isKnownZone(name)) return inZone(name);
  const zone = zones.get(name);
  if (!zone) return { ...inZone(own), isKnown: false };
  const instant = (at: ICAL.Time) => {
    const zoned = at.clone();
    zoned.zone = zone;
    return zoned.toUnixTime() * 1000;
  };
  return { instant, isKnown: true };
}

/** The times of an event that fall into what is wanted, a day of grace on either side for zones. */
function timesOf(event: ICAL.Event, { from, to }: Reading, spend: () => boolean): ICAL.Time[] {
  if (!event.isRecurring()) return [event.startDate];
  const times: ICAL.Time[] = [];
  const iterator = event.iterator();
  for (let count = 0; count < mostTimes && spend(); count += 1) {
    const next = iterator.next();
    if (!next) break;
    const on = next.toString().slice(0, 10);
    if (on > to) break;
    if (on >= from) times.push(next);
  }
  return times;
}

/** The wall time in the studio at a moment. */
const wallIn = (timeZone: string, at: number): string =>
  toCalendarDateTime(fromAbsolute(at, timeZone)).toString().slice(0, 16);

const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');

class Reader {
  readonly #events: Incoming[] = [];
  readonly #told = new Map<ToldKind, { count: number; first: string }>();
  readonly #zones: ReadonlyMap<string, ICAL.Timezone>;
  readonly #reading: Reading;
  /** Times of a series that stand in the file as events of their own. */
  readonly #moved = new Set<string>();
  #spent = 0;

  constructor(lines: readonly string[], reading: Reading) {
    this.#reading = reading;
    this.#zones = zonesOf(lines);
  }

  #tell(kind: ToldKind, first: string): void {
    const known = this.#told.get(kind);
    this.#told.set(kind, { count: (known?.count ?? 0) + 1, first: known?.first ?? first.slice(0, 120) });
  }

  read(blocks: readonly { readonly text: string; readonly line: number }[]): Calendar {
    const components = blocks.flatMap(({ text, line }) => {
      const component = parsed(text);
      if (!component) this.#tell('unreadable', `line ${line}`);
      return component ? [{ component, line }] : [];
    });
    for (const { component } of components) {
      const again = component.getFirstPropertyValue('recurrence-id');
      if (again instanceof ICAL.Time)
        this.#moved.add(`${textOf(component.getFirstPropertyValue('uid'))}|${again.toString().slice(0, 16)}`);
    }
    for (const { component, line } of components)
      try {
        this.#take(component);
      } catch {
        this.#tell('unreadable', `line ${line}`);
      }
    const { most } = this.#reading;
    const inOrder = this.#events.toSorted((a, b) => a.at.localeCompare(b.at) || a.uid.localeCompare(b.uid));
    for (const { summary } of inOrder.slice(most)) this.#tell('tooMany', summary);
    const told = toldKinds.flatMap((kind) => {
      const one = this.#told.get(kind);
      return one ? [{ kind, ...one }] : [];
    });
    return { events: inOrder.slice(0, most), told };
  }

  #take(component: ICAL.Component): void {
    const event = new ICAL.Event(component);
    const summary = (event.summary || 'Without a name').trim().slice(0, 120);
    if (textOf(component.getFirstPropertyValue('status')).toUpperCase() === 'CANCELLED')
      return this.#tell('cancelled', summary);
    const start = component.getFirstProperty('dtstart');
    if (!start || !(event.startDate instanceof ICAL.Time)) throw new Error('no beginning');
    if (event.startDate.isDate) return this.#tell('wholeDay', summary);
    const clock = this.#clock(start);
    if (!clock.isKnown) this.#tell('zone', summary);
    const end = component.getFirstProperty('dtend');
    const ends = (end ? this.#clock(end) : clock).instant(event.endDate);
    const minutes = Math.round((ends - clock.instant(event.startDate)) / 60_000);
    if (!(minutes >= shortest && minutes <= longest)) return this.#tell('length', summary);
    this.#times(event, { clock, minutes, summary });
  }

  #clock(property: ICAL.Property): Clock {
    return clockOf(property, this.#zones, this.#reading.timeZone);
  }

  #times(event: ICAL.Event, { clock, minutes, summary }: { clock: Clock; minutes: number; summary: string }): void {
    const { timeZone, from, to } = this.#reading;
    const again = event.recurrenceId;
    const spend = () => (this.#spent += 1) <= mostTimesInAll;
    let taken = 0;
    for (const time of timesOf(event, this.#reading, spend)) {
      const id = `${event.uid ?? ''}|${time.toString().slice(0, 16)}`;
      if (!again && this.#moved.has(id)) continue;
      const at = wallIn(timeZone, clock.instant(time));
      if (dayOfWall(at) < from || dayOfWall(at) > to) continue;
      taken += 1;
      const uid = again ? `${event.uid}|${again.toString().slice(0, 16)}` : id;
      this.#events.push({ uid: shortened(uid), at, minutes, summary });
    }
    if (taken === 0) this.#tell('outside', summary);
  }
}

/** Ids are told apart by their end as well as their beginning. */
const shortened = (uid: string): string => (uid.length <= 190 ? uid : `${uid.slice(0, 95)}…${uid.slice(-94)}`);

/** Reads a calendar file. What it holds that is not taken is told by kind, never dropped in silence. */
export function readCalendar(text: string, reading: Reading): Result<Calendar> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  if (!lines.some((line) => line.trim().toUpperCase() === 'BEGIN:VCALENDAR'))
    return failure('notACalendar', 'This is no calendar file: it has no line BEGIN:VCALENDAR.', 'file');
  const blocks = blocksOf(lines, 'VEVENT');
  if (blocks.length === 0) return failure('emptyCalendar', 'There is no event in this calendar.', 'file');
  return success(new Reader(lines, reading).read(blocks));
}
