import type { Metadata } from 'next';
import { StartLookScreen } from '@/features/look/pages/start';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'Look' };

type Place = { params: Promise<{ id: string }>; searchParams: Promise<{ exercise?: Asked; level?: Asked }> };

export default async function Page({ params, searchParams }: Place) {
  const { exercise, level } = await searchParams;
  return <StartLookScreen clientId={(await params).id} exercise={single(exercise)} level={Number(single(level))} />;
}
