import type { Metadata } from 'next';
import { WhatIfScreen } from '@/features/what-if/pages';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'What if' };

export default async function Page({ searchParams }: { searchParams: Promise<{ client?: Asked }> }) {
  return <WhatIfScreen clientId={single((await searchParams).client)} />;
}
