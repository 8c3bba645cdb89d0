import type { Metadata } from 'next';
import { FilesScreen } from '@/features/repertoire/pages';

export const metadata: Metadata = { title: 'Repertoire files' };

export default function Page() {
  return <FilesScreen />;
}
