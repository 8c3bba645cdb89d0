// Days as a studio counts them: in its own time zone, as 2026-03-01.
import { today } from '@internationalized/date';

/** The day on which a moment falls. */
export function dayOf(timeZone: string): (at: Date) => string {
  const format = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
  return (at) => format.format(at);
}

export const todayIn = (timeZone: string): string => today(timeZone).toString();
