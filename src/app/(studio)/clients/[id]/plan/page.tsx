import type { Metadata } from 'next';
import { PlanScreen } from '@/features/plan/pages/plan';

export const metadata: Metadata = { title: 'Plan' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <PlanScreen id={(await params).id} />;
}
