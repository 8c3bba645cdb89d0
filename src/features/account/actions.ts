'use server';

import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { success } from '@/core/result';
import { parse } from '@/core/check';
import type { Result } from '@/core/result';
import { signIn } from '@/data/stores/sessions';
import { guarded } from '@/platform/server/act';
import { currentAsking } from '@/platform/server/asking';
import { endSession, keepSession } from '@/platform/server/session';
import { signInForm } from './form';

export async function signInWith(input: unknown): Promise<Result<null>> {
  const parsed = parse(signInForm, input);
  if (!parsed.ok) return parsed;
  return guarded(async () => {
    const session = await signIn(parsed.value.email, parsed.value.password, await currentAsking());
    if (!session.ok) return session;
    await keepSession(session.value.token, session.value.expiresAt);
    return success(null);
  });
}

export async function signOutHere(): Promise<void> {
  await endSession();
  redirect('/sign-in');
}

export async function keepTheme(theme: 'light' | 'dark'): Promise<void> {
  (await cookies()).set('spine-theme', theme === 'dark' ? 'dark' : 'light', {
    sameSite: 'lax',
    path: '/',
    maxAge: 31_536_000,
  });
}
