import type { Metadata } from 'next';
import { ClientFilesScreen } from '@/features/client/pages/files';

export const metadata: Metadata = { title: 'Clients as a table' };

export default function Page() {
  return <ClientFilesScreen />;
}
