// Reads a calendar file away from the page, which stays free to be pressed.
import { expose } from 'comlink';
import { isUp } from '@/platform/browser/aside';
import { readCalendar } from '@/core/book/incoming';

const reader = { isUp, read: readCalendar };
export type CalendarReader = typeof reader;
expose(reader);
