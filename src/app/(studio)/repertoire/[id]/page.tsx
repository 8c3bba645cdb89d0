import type { Metadata } from 'next';
import { ExercisePageScreen } from '@/features/repertoire/pages';

export const metadata: Metadata = { title: 'Exercise' };

type Place = { params: Promise<{ id: string }>; searchParams: Promise<{ client?: string }> };

export default async function Page({ params, searchParams }: Place) {
  return <ExercisePageScreen id={(await params).id} client={(await searchParams).client} />;
}
