import type { Metadata } from 'next';
import { PropsScreen } from '@/features/repertoire/pages/props';

export const metadata: Metadata = { title: 'Props' };

export default function Page() {
  return <PropsScreen />;
}
