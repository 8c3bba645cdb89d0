// Days and times as a studio counts them: in its own time zone; a day is written 2026-03-01.
import { DateFormatter, fromDate, parseDate, toCalendarDate, today } from '@internationalized/date';

/** The day on which a moment falls. */
export const dayOf = (timeZone: string, at: Date): string => toCalendarDate(fromDate(at, timeZone)).toString();

/** The moment so many months before another, by the studio's calendar. */
export const monthsBefore = (timeZone: string, at: Date, months: number): Date =>
  fromDate(at, timeZone).subtract({ months }).toDate();

/** The moment at which a day is over. */
export const endOfDay = (timeZone: string, day: string): Date => parseDate(day).add({ days: 1 }).toDate(timeZone);

export const todayIn = (timeZone: string): string => today(timeZone).toString();

/** How a person of a language reads them; days stay the days they are, in every zone. */
export function datesIn(locale: string, timeZone: string) {
  const words = (options: Intl.DateTimeFormatOptions) => {
    const format = new DateFormatter(locale, { ...options, timeZone });
    return (at: Date): string => format.format(at);
  };
  const ofDay = (format: (at: Date) => string) => (day: string) => format(parseDate(day).toDate(timeZone));
  const short = words({ day: 'numeric', month: 'short', year: 'numeric' });
  const long = words({ weekday: 'long', day: 'numeric', month: 'long' });
  return {
    /** 1 Mar 2026, of a moment and of a day. */
    ...{ short, shortDay: ofDay(short) },
    /** Sunday 1 March. */
    ...{ long, longDay: ofDay(long) },
    /** 14:05, and with seconds. */
    ...{ clock: words({ hour: 'numeric', minute: '2-digit' }) },
    ...{ seconds: words({ hour: 'numeric', minute: '2-digit', second: '2-digit' }) },
    whole: words({ dateStyle: 'full', timeStyle: 'short' }),
    /** 1 Mar, 14:05. */
    moment: words({ day: 'numeric', month: 'short', hour: 'numeric', minute: '2-digit' }),
  };
}
