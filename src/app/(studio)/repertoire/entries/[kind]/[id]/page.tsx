import type { Metadata } from 'next';
import { EditorScreen } from '@/features/repertoire/pages';

export const metadata: Metadata = { title: 'Edit an entry' };

type Place = { params: Promise<{ kind: string; id: string }>; searchParams: Promise<{ copy?: string }> };

export default async function Page({ params, searchParams }: Place) {
  const { kind, id } = await params;
  return <EditorScreen kind={kind} id={id} copy={(await searchParams).copy === 'yes'} />;
}
