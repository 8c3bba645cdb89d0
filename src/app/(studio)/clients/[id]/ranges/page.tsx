import type { Metadata } from 'next';
import { ClientRangesScreen } from '@/features/client/pages/ranges';

export const metadata: Metadata = { title: 'Own ranges' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <ClientRangesScreen id={(await params).id} />;
}
