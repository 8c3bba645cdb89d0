import type { Metadata } from 'next';
import { JoinScreen } from '@/features/account/pages';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Come in', referrer: 'no-referrer', robots: { index: false } };

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  return <JoinScreen token={(await params).token} />;
}
