// Home practice as a calendar file: once a week on each day chosen, at the client's own clock.
import { getDayOfWeek, parseDate } from '@internationalized/date';
import type { CalendarDate } from '@internationalized/date';
import ical, { ICalEventRepeatingFreq, ICalWeekday } from 'ical-generator';
import type { HandOut } from './read';

const days = [
  ICalWeekday.MO,
  ICalWeekday.TU,
  ICalWeekday.WE,
  ICalWeekday.TH,
  ICalWeekday.FR,
  ICalWeekday.SA,
  ICalWeekday.SU,
] as const;
/** As long as there is no next date. */
const weeks = 4;
const minutesAnExercise = 4;

/** 0 for Monday. */
const weekdayOf = (date: CalendarDate): number => getDayOfWeek(date, 'en-GB', 'mon');

/** The first chosen day after the session. */
function firstAfter(day: CalendarDate, chosen: readonly number[]): CalendarDate {
  let date = day.add({ days: 1 });
  while (!chosen.includes(weekdayOf(date))) date = date.add({ days: 1 });
  return date;
}

/** A calendar of the practice until the next session, or for four weeks; times float: they hold wherever the client is. */
export function handOutCalendar({
  sessionId,
  client,
  studio,
  day,
  nextDay,
  days: chosen,
  at,
  words,
  exercises,
}: HandOut): string {
  const calendar = ical({ name: `Practice for ${client}`, prodId: { company: 'Level Spine', product: 'Hand-out' } });
  if (chosen.length === 0) return calendar.toString();
  const session = parseDate(day);
  const first = firstAfter(session, chosen);
  const until = nextDay ? parseDate(nextDay) : session.add({ weeks });
  if (first.compare(until) > 0) return calendar.toString();
  const [hour = 0, minute = 0] = at.split(':').map(Number);
  // A floating time is written as the clock shows it, so it must not pass through any zone.
  const start = new Date(first.year, first.month - 1, first.day, hour, minute);
  const minutes = Math.max(10, exercises.length * minutesAnExercise);
  calendar.createEvent({
    id: `${sessionId}@level-spine`,
    start,
    end: new Date(start.getTime() + minutes * 60_000),
    floating: true,
    summary: `Practice: ${exercises.map(({ name }) => name.toLowerCase()).join(', ') || 'at home'}`,
    description: [
      ...exercises.map(({ name, many, breath }) => `${name}. ${many} ${breath}`),
      ...(words ? [words] : []),
      studio,
    ].join('\n'),
    repeating: {
      freq: ICalEventRepeatingFreq.WEEKLY,
      byDay: chosen.flatMap((one) => days[one] ?? []),
      until: new Date(until.year, until.month - 1, until.day, 23, 59),
    },
  });
  return calendar.toString();
}
