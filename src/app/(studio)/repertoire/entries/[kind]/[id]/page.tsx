import type { Metadata } from 'next';
import { EditorScreen } from '@/features/repertoire/pages/editor';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'Edit an entry' };

type Place = { params: Promise<{ kind: string; id: string }>; searchParams: Promise<{ copy?: Asked }> };

export default async function Page({ params, searchParams }: Place) {
  const { kind, id } = await params;
  return <EditorScreen kind={kind} id={id} copy={single((await searchParams).copy) === 'yes'} />;
}
