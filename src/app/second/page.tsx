import type { Metadata } from 'next';
import { SecondScreen } from '@/features/account/second-page';

export const metadata: Metadata = { title: 'Second factor' };
export const dynamic = 'force-dynamic';

export default SecondScreen;
