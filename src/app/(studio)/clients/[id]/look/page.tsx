import type { Metadata } from 'next';
import { StartLookScreen } from '@/features/look/pages';

export const metadata: Metadata = { title: 'Look' };

type Asked = { params: Promise<{ id: string }>; searchParams: Promise<{ exercise?: string; level?: string }> };

export default async function Page({ params, searchParams }: Asked) {
  const { exercise, level } = await searchParams;
  return <StartLookScreen clientId={(await params).id} exercise={exercise} level={Number(level)} />;
}
