import type { Metadata } from 'next';
import { EditClientScreen } from '@/features/client/pages/edit';

export const metadata: Metadata = { title: 'Change client' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <EditClientScreen id={(await params).id} />;
}
