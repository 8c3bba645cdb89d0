import type { Metadata } from 'next';
import { EntriesScreen } from '@/features/repertoire/pages/entries';

export const metadata: Metadata = { title: 'Own versions' };

export default function Page() {
  return <EntriesScreen />;
}
