import type { Metadata } from 'next';
import { Batch } from '@/features/batch/batch';
import { requireTeacher } from '@/platform/server/session';

export const metadata: Metadata = { title: 'Many pictures' };

export default async function Page() {
  await requireTeacher();
  return <Batch />;
}
