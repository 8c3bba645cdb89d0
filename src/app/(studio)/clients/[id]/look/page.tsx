import type { Metadata } from 'next';
import { StartLookScreen } from '@/features/look/pages';

export const metadata: Metadata = { title: 'Look' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <StartLookScreen clientId={(await params).id} />;
}
