// Times and doses as a plan says them.
import { parseDate } from '@internationalized/date';
import type { SessionDose } from '@/core/progression/events';

/** Minutes from the start of the session: 0:00, 12:30. */
export function clockText(minutes: number): string {
  const seconds = Math.round(minutes * 60);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}

const fractions: Readonly<Record<number, string>> = { 0: '', 0.25: '¼', 0.5: '½', 0.75: '¾' };

/** Minutes to the quarter: ¼ min, 3½ min. */
export function minutesText(minutes: number): string {
  const quarters = Math.round(minutes * 4) / 4;
  const rest = fractions[quarters % 1] ?? '';
  const whole = Math.floor(quarters);
  return `${whole === 0 && rest ? '' : whole}${rest} min`;
}

/** 2 × 5 each side. */
export const doseText = ({ repetitions, sets, sides, directions }: SessionDose): string =>
  [
    sets > 1 ? `${sets} × ${repetitions}` : `${repetitions}`,
    sides === 2 ? 'each side' : '',
    directions === 2 ? 'each way' : '',
  ]
    .filter(Boolean)
    .join(' ');

/** A day as its reader writes it; days stay the days they are, in every zone. */
export const dayText = (day: string, long = false): string =>
  new Intl.DateTimeFormat(undefined, {
    ...(long ? { weekday: 'short' as const } : {}),
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  }).format(parseDate(day).toDate('UTC'));

/** The day of the week alone: Wed. */
export const weekdayText = (day: string): string =>
  new Intl.DateTimeFormat(undefined, { weekday: 'short', timeZone: 'UTC' }).format(parseDate(day).toDate('UTC'));

/** Of words told under the lines of an order, those that stand under more than half of them, and more than two: told once, above. */
export function inMost(order: readonly string[], wordsOf: (id: string) => readonly string[]): ReadonlySet<string> {
  const times = new Map<string, number>();
  for (const words of order.flatMap((id) => [...new Set(wordsOf(id))])) times.set(words, (times.get(words) ?? 0) + 1);
  return new Set([...times].filter(([, count]) => count > 2 && count * 2 > order.length).map(([words]) => words));
}
