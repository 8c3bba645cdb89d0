import type { Metadata } from 'next';
import { StudioScreen } from '@/features/studio/pages';

export const metadata: Metadata = { title: 'Studio' };

export default function Page() {
  return <StudioScreen />;
}
