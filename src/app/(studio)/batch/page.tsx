import type { Metadata } from 'next';
import { Batch } from '@/features/batch/batch';
import { requireWho } from '@/platform/server/session';

export const metadata: Metadata = { title: 'Many pictures' };

export default async function Page() {
  await requireWho();
  return <Batch />;
}
