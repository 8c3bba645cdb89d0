import type { Metadata } from 'next';
import { HandOutScreen } from '@/features/hand-out/pages';

export const metadata: Metadata = { title: 'Hand-out' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <HandOutScreen id={(await params).id} />;
}
