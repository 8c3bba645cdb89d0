// Days that come from outside, as 2026-03-01: real ones, within what a client's file can hold.
import * as v from 'valibot';
import { failure } from './result';
import type { Failure } from './result';
import { parseDate } from '@internationalized/date';

const [first, last] = ['1920-01-01', '2100-12-31'];

const isDay = (text: string): boolean => {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  try {
    return parseDate(text).toString() === text;
  } catch {
    return false;
  }
};

/** Whole weeks from one day to another (both as 2026-03-01); negative where the second lies before the first. */
export const weeksBetween = (from: string, to: string): number => Math.floor(daysBetween(from, to) / 7);

/** Days from one day to another, both as 2026-03-01. */
export const daysBetween = (from: string, to: string): number => parseDate(to).compare(parseDate(from));

/** So many days after a day (before it, where negative), both as 2026-03-01. */
export const daysLater = (of: string, days: number): string => parseDate(of).add({ days }).toString();

/** A day of the calendar; 30 February and the year 2999 are refused. */
export const dayInput = v.pipe(
  v.string(),
  v.check(isDay, 'Write the date as 2026-03-01.'),
  v.check((text) => text >= first && text <= last, 'This date can’t be right.'),
);

/** Refuses a day that lies after today (both as 2026-03-01), or before `earliest`, where it tells of something done. */
export function refuseDay(
  day: string,
  today: string,
  path: string,
  earliest: string = first,
): { readonly ok: false; readonly error: Failure } | undefined {
  if (day > today) return failure('future', 'This date lies in the future.', path);
  if (day < earliest) return failure('longAgo', 'This date lies too long ago to be right.', path);
  return undefined;
}
