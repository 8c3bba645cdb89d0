import type { Metadata } from 'next';
import { CalendarsScreen } from '@/features/book/calendars-page';

export const metadata: Metadata = { title: 'Calendars' };

export default function Page() {
  return <CalendarsScreen />;
}
