import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { SignIn } from '@/features/account/sign-in';
import { findDemoSignIn } from '@/features/account/demo';
import { currentWho } from '@/platform/server/session';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sign in' };

/** Where to go on after signing in: a page of ours, or Today. */
const ownPage = (to: string | undefined): string => (to && /^\/(?![/\\])/.test(to) ? to : '/');

export default async function Page({ searchParams }: { searchParams: Promise<{ to?: string }> }) {
  const to = ownPage((await searchParams).to);
  if (await currentWho()) redirect(to);
  return <SignIn demo={await findDemoSignIn()} to={to} />;
}
