import type { Metadata } from 'next';
import { ClientScreen } from '@/features/client/pages';

export const metadata: Metadata = { title: 'Client' };

type Place = { params: Promise<{ id: string }>; searchParams: Promise<{ page?: string }> };

export default async function Page({ params, searchParams }: Place) {
  return <ClientScreen id={(await params).id} page={(await searchParams).page} />;
}
