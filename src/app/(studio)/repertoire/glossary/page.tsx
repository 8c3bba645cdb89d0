import type { Metadata } from 'next';
import { GlossaryScreen } from '@/features/repertoire/pages';

export const metadata: Metadata = { title: 'Glossary' };

export default function Page() {
  return <GlossaryScreen />;
}
