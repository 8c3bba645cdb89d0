import type { Metadata } from 'next';
import { EyeScreen } from '@/features/eye/pages';

export const metadata: Metadata = { title: 'Your eye' };

export default function Page() {
  return <EyeScreen />;
}
