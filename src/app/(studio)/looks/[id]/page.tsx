import type { Metadata } from 'next';
import { LookScreen } from '@/features/look/pages/bench';

export const metadata: Metadata = { title: 'Look' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <LookScreen id={(await params).id} />;
}
