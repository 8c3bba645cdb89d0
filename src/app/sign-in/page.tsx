import type { Metadata } from 'next';
import { SignInScreen } from '@/features/account/pages';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sign in' };

export default async function Page({ searchParams }: { searchParams: Promise<{ to?: string | string[] }> }) {
  return <SignInScreen to={(await searchParams).to} />;
}
