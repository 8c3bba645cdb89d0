import type { Metadata } from 'next';
import { IntakeScreen } from '@/features/client/pages/intake';

export const metadata: Metadata = { title: 'Intake form' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <IntakeScreen id={(await params).id} />;
}
