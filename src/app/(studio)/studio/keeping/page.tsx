import type { Metadata } from 'next';
import { KeepingScreen } from '@/features/keeping/page';

export const metadata: Metadata = { title: 'How long things are kept' };

export default KeepingScreen;
