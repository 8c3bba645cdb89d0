import type { Metadata } from 'next';
import { ClientScreen } from '@/features/client/pages/client';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'Client' };

type Place = { params: Promise<{ id: string }>; searchParams: Promise<{ part?: Asked; page?: Asked }> };

export default async function Page({ params, searchParams }: Place) {
  const { part, page } = await searchParams;
  return <ClientScreen id={(await params).id} part={single(part)} page={single(page)} />;
}
