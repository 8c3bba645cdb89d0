import type { Metadata } from 'next';
import { KeptScreen } from '@/features/client/pages/kept';

export const metadata: Metadata = { title: 'What is kept' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <KeptScreen id={(await params).id} />;
}
