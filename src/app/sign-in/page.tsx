import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { SignIn } from '@/features/account/sign-in';
import { findDemoSignIn } from '@/features/account/demo';
import { ownPage } from '@/features/account/own-page';
import { currentWho } from '@/platform/server/session';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sign in' };

export default async function Page({ searchParams }: { searchParams: Promise<{ to?: string | string[] }> }) {
  const to = ownPage((await searchParams).to);
  if (await currentWho()) redirect(to);
  return <SignIn demo={await findDemoSignIn()} to={to} />;
}
