import type { Metadata } from 'next';
import { SeenByScreen } from '@/features/client/pages/seen-by';

export const metadata: Metadata = { title: 'Who sees this client' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <SeenByScreen id={(await params).id} />;
}
