import type { Metadata } from 'next';
import { BrowseScreen } from '@/features/repertoire/pages';

export const metadata: Metadata = { title: 'Repertoire' };

export default async function Page({ searchParams }: { searchParams: Promise<{ client?: string }> }) {
  return <BrowseScreen client={(await searchParams).client} />;
}
