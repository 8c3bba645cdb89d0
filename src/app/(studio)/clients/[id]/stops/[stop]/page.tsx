import type { Metadata } from 'next';
import { ReportScreen } from '@/features/papers/pages';

export const metadata: Metadata = { title: 'Report of a stop' };

export default async function Page({ params }: { params: Promise<{ id: string; stop: string }> }) {
  const { id, stop } = await params;
  return <ReportScreen id={id} stop={stop} />;
}
