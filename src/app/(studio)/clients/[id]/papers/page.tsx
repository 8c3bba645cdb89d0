import type { Metadata } from 'next';
import { PapersScreen } from '@/features/papers/pages';

export const metadata: Metadata = { title: 'Papers' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <PapersScreen id={(await params).id} />;
}
