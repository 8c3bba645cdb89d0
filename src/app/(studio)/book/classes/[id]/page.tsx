import type { Metadata } from 'next';
import { ClassScreen } from '@/features/plan/pages/class';

export const metadata: Metadata = { title: 'Class' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <ClassScreen id={(await params).id} />;
}
