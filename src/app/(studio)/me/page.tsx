import type { Metadata } from 'next';
import { MeScreen } from '@/features/account/pages';

export const metadata: Metadata = { title: 'Your account' };

export default function Page() {
  return <MeScreen />;
}
