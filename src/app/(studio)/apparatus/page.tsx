import type { Metadata } from 'next';
import { ApparatusScreen } from '@/features/apparatus/pages';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'Apparatus' };

const names = ['id', 'exercise', 'level', 'client'] as const;
type Place = { searchParams: Promise<Partial<Record<(typeof names)[number], Asked>>> };

export default async function Page({ searchParams }: Place) {
  const given = await searchParams;
  const asked = names.flatMap((name) => {
    const value = single(given[name]);
    return value === undefined ? [] : [[name, value] as const];
  });
  return <ApparatusScreen asked={Object.fromEntries(asked)} />;
}
