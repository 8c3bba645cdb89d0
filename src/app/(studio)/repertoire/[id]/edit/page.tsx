import type { Metadata } from 'next';
import { EditorScreen } from '@/features/repertoire/pages/editor';

export const metadata: Metadata = { title: 'Edit an exercise' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <EditorScreen kind="exercises" id={(await params).id} copy={false} />;
}
