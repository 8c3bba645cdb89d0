import type { Metadata } from 'next';
import { BrowseScreen } from '@/features/repertoire/pages/browse';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'Repertoire' };

export default async function Page({ searchParams }: { searchParams: Promise<{ client?: Asked }> }) {
  return <BrowseScreen client={single((await searchParams).client)} />;
}
