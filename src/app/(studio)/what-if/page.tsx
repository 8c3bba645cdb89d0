import type { Metadata } from 'next';
import { WhatIfScreen } from '@/features/what-if/pages';

export const metadata: Metadata = { title: 'What if' };

export default async function Page({ searchParams }: { searchParams: Promise<{ client?: string }> }) {
  return <WhatIfScreen clientId={(await searchParams).client} />;
}
