import type { Metadata } from 'next';
import { FromElsewhereScreen } from '@/features/eye/pages';

export const metadata: Metadata = { title: 'From the wrong place' };

export default function Page() {
  return <FromElsewhereScreen />;
}
