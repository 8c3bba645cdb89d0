import type { Metadata } from 'next';
import { GuestScreen } from '@/features/account/guest';

export const metadata: Metadata = { title: 'Guest' };

export default GuestScreen;
