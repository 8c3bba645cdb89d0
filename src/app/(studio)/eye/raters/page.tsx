import type { Metadata } from 'next';
import { RatersScreen } from '@/features/eye/pages';

export const metadata: Metadata = { title: 'Raters' };

export default function Page() {
  return <RatersScreen />;
}
