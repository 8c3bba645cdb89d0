import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import * as v from 'valibot';
import { RoundScreen } from '@/features/eye/pages';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'A round' };

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ kind?: Asked }> };

export default async function Page({ params, searchParams }: Props) {
  const { id } = await params;
  if (!v.is(v.pipe(v.string(), v.uuid()), id)) notFound();
  return <RoundScreen id={id} kind={single((await searchParams).kind)} />;
}
