import type { Metadata } from 'next';
import { Floor } from '@/features/floor/floor';

export const metadata: Metadata = { title: 'Floor' };
export const dynamic = 'force-static';

export default function Page() {
  return <Floor />;
}
