import type { Metadata } from 'next';
import { TodayScreen } from '@/features/today/page';

export const metadata: Metadata = { title: 'Today' };

export default function Page() {
  return <TodayScreen />;
}
