import type { Metadata } from 'next';
import { WeeksScreen } from '@/features/plan/pages/weeks';

export const metadata: Metadata = { title: 'Weeks' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <WeeksScreen id={(await params).id} />;
}
