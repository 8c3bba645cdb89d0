import type { ReactNode } from 'react';
import { StudioFrame } from '@/features/account/frame';

export const dynamic = 'force-dynamic';

export default function Layout({ children }: { children: ReactNode }) {
  return <StudioFrame>{children}</StudioFrame>;
}
