import type { Metadata } from 'next';
import { GlossaryScreen } from '@/features/repertoire/pages/glossary';

export const metadata: Metadata = { title: 'Glossary' };

export default function Page() {
  return <GlossaryScreen />;
}
