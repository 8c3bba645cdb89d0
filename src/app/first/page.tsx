import type { Metadata } from 'next';
import { FirstScreen } from '@/features/account/pages';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'A studio of your own' };

export default function Page() {
  return <FirstScreen />;
}
