import type { Metadata } from 'next';
import { ExercisePageScreen } from '@/features/repertoire/pages/exercise';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'Exercise' };

type Place = { params: Promise<{ id: string }>; searchParams: Promise<{ client?: Asked }> };

export default async function Page({ params, searchParams }: Place) {
  return <ExercisePageScreen id={(await params).id} client={single((await searchParams).client)} />;
}
