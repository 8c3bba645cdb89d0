import type { Metadata } from 'next';
import { NewClientScreen } from '@/features/client/pages';

export const metadata: Metadata = { title: 'New client' };

export default function Page() {
  return <NewClientScreen />;
}
