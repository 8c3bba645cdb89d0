import type { Metadata } from 'next';
import { SessionPageScreen } from '@/features/session/pages';

export const metadata: Metadata = { title: 'Session' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <SessionPageScreen id={(await params).id} />;
}
