import type { Metadata } from 'next';
import { NewClientScreen } from '@/features/client/pages/edit';

export const metadata: Metadata = { title: 'New client' };

export default function Page() {
  return <NewClientScreen />;
}
