import type { Metadata } from 'next';
import { ApparatusScreen } from '@/features/apparatus/pages';

export const metadata: Metadata = { title: 'Apparatus' };

type Asked = { id?: string; exercise?: string; level?: string; client?: string };

export default async function Page({ searchParams }: { searchParams: Promise<Asked> }) {
  return <ApparatusScreen asked={await searchParams} />;
}
