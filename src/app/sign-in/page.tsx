import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { SignIn } from '@/features/account/sign-in';
import { findDemoSignIn } from '@/features/account/demo';
import { currentWho } from '@/platform/server/session';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sign in' };

export default async function Page() {
  if (await currentWho()) redirect('/');
  return <SignIn demo={await findDemoSignIn()} />;
}
