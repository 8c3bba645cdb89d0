// Moments of a book as a wall clock shows them: `2026-12-01T09:30`, in no zone; and days, `2026-12-01`.
import { parseDate, parseDateTime, toZoned } from '@internationalized/date';
import type { CalendarDateTime } from '@internationalized/date';
import * as v from 'valibot';

/** A day that there is. */
export const day = v.pipe(
  v.string('is not a day'),
  v.regex(/^\d{4}-\d{2}-\d{2}$/, 'is not a day'),
  v.check((text) => holds(() => parseDate(text)), 'is not a day'),
);
/** A minute of a day that there is. */
export const wall = v.pipe(
  v.string('is not a time'),
  v.regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'is not a time'),
  v.check((text) => holds(() => parseDateTime(text)), 'is not a time'),
);

function holds(read: () => unknown): boolean {
  try {
    read();
    return true;
  } catch {
    return false;
  }
}

const written = (at: CalendarDateTime): string => at.toString().slice(0, 16);

export const dayOfWall = (at: string): string => at.slice(0, 10);

/** So many minutes later, by the clock on the wall. */
export const minutesLater = (at: string, minutes: number): string => written(parseDateTime(at).add({ minutes }));

/** Minutes from one wall time to another, and whole days between their days. */
export const minutesBetween = (from: string, to: string): number =>
  Math.round((parseDateTime(to).toDate('UTC').getTime() - parseDateTime(from).toDate('UTC').getTime()) / 60_000);

/**
 * Milliseconds since 1970 at which a clock in that zone shows the time. An hour that summer time leaves out is shown an hour later;
 * of one that comes twice, the first is meant.
 */
export const instantAt = (at: string, timeZone: string): number =>
  toZoned(parseDateTime(at), timeZone, 'compatible').toDate().getTime();

/** The Monday of a day's week. */
export function mondayOf(of: string): string {
  const date = parseDate(of);
  const weekday = (date.toDate('UTC').getUTCDay() + 6) % 7;
  return date.subtract({ days: weekday }).toString();
}

/** 0 for Monday. */
export const weekdayOf = (of: string): number => (parseDate(of).toDate('UTC').getUTCDay() + 6) % 7;
