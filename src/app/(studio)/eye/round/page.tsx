import type { Metadata } from 'next';
import { NewRoundScreen } from '@/features/eye/pages';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'A round' };

export default async function Page({ searchParams }: { searchParams: Promise<{ kind?: Asked }> }) {
  return <NewRoundScreen kind={single((await searchParams).kind)} />;
}
