import type { Metadata } from 'next';
import { BesidePage } from '@/features/beside/page';

export const metadata: Metadata = { title: 'A device beside' };

export default function Page() {
  return <BesidePage />;
}
