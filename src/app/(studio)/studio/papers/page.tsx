import type { Metadata } from 'next';
import { PaperTextsScreen } from '@/features/papers/pages';

export const metadata: Metadata = { title: 'Words of papers' };

export default PaperTextsScreen;
