import type { Metadata } from 'next';
import { ClientStancesScreen } from '@/features/client/pages/stances';

export const metadata: Metadata = { title: 'Stances' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <ClientStancesScreen id={(await params).id} />;
}
