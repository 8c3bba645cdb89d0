import type { Metadata } from 'next';
import { Mirror } from '@/features/floor/eye/mirror';

export const metadata: Metadata = { title: 'Her view' };
export const dynamic = 'force-static';

export default function Page() {
  return <Mirror />;
}
