import type { Metadata } from 'next';
import { PeopleScreen } from '@/features/people/page';

export const metadata: Metadata = { title: 'People' };

export default function Page() {
  return <PeopleScreen />;
}
