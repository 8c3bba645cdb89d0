// What comes again: weekly rules as calendars write them (RFC 5545), and the times that they make.
import ICAL from 'ical.js';
import * as v from 'valibot';
import { isOneOf } from '../keyed';
import { day, weekdayOf } from './clock';

export const weekdays = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const;
export type Weekday = (typeof weekdays)[number];
export const weekdayNames: Readonly<Record<Weekday, string>> = {
  MO: 'Monday',
  TU: 'Tuesday',
  WE: 'Wednesday',
  TH: 'Thursday',
  FR: 'Friday',
  SA: 'Saturday',
  SU: 'Sunday',
};

export const repeat = v.strictObject({
  /** Every so many weeks. */
  every: v.picklist([1, 2, 3, 4]),
  days: v.pipe(v.array(v.picklist(weekdays)), v.minLength(1, 'choose a day at least'), v.maxLength(7)),
  /** The last day on which it may fall; null: until it is ended. */
  until: v.nullable(day),
});
export type Repeat = v.InferOutput<typeof repeat>;

/** `FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH;UNTIL=20270301T235900`. */
export const ruleOf = ({ every, days, until }: Repeat): string =>
  [
    'FREQ=WEEKLY',
    ...(every > 1 ? [`INTERVAL=${every}`] : []),
    `BYDAY=${weekdays.filter((one) => days.includes(one)).join(',')}`,
    ...(until ? [`UNTIL=${until.replaceAll('-', '')}T235900`] : []),
  ].join(';');

/** A rule of ours read back. */
export function repeatOf(rule: string): Repeat {
  const parts = Object.fromEntries(rule.split(';').map((part) => part.split('=')));
  const every = Number(parts.INTERVAL ?? 1);
  const until = parts.UNTIL?.slice(0, 8).replace(/(....)(..)(..)/, '$1-$2-$3') ?? null;
  return v.parse(repeat, { every, days: (parts.BYDAY ?? '').split(','), until });
}

export const weekdayAt = (of: string): Weekday => weekdays[weekdayOf(of)] ?? 'MO';

/** `every other week on Monday and Thursday, until 2027-03-01`. `dayWords` writes a day for people. */
export function repeatWords({ every, days, until }: Repeat, dayWords: (of: string) => string): string {
  const on = weekdays.filter((one) => isOneOf(days, one)).map((one) => weekdayNames[one]);
  const last = on.at(-1) ?? '';
  const listed = on.length > 1 ? `${on.slice(0, -1).join(', ')} and ${last}` : last;
  const often = every === 1 ? 'every week' : every === 2 ? 'every other week' : `every ${every} weeks`;
  return `${often} on ${listed}${until ? `, until ${dayWords(until)}` : ''}`;
}

/**
 * The wall times at which something that begins at `start` comes again, from the day `from` to the day `to`, both taken, in order;
 * at most `most` of them.
 */
export function timesOf(start: string, rule: string, from: string, to: string, most = 1000): string[] {
  const times: string[] = [];
  const iterator = ICAL.Recur.fromString(rule).iterator(ICAL.Time.fromDateTimeString(`${start}:00`));
  for (let next = iterator.next(); next && times.length < most; next = iterator.next()) {
    const at = next.toString().slice(0, 16);
    if (at.slice(0, 10) > to) break;
    if (at.slice(0, 10) >= from) times.push(at);
  }
  return times;
}
