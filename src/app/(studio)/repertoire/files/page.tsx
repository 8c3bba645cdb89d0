import type { Metadata } from 'next';
import { FilesScreen } from '@/features/repertoire/pages/files';

export const metadata: Metadata = { title: 'Repertoire files' };

export default function Page() {
  return <FilesScreen />;
}
