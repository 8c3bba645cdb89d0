import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import { sessionEnd, signOut, whoIs } from '@/data/stores/sessions';
import type { Who } from '@/data/types';

const cookieName = 'spine-session';

/** Who is signed in, asked once a request. */
export const currentWho = cache(async (): Promise<Who | undefined> => {
  const token = await currentToken();
  return token ? whoIs(token) : undefined;
});

/** What the asker's cookie carries. */
export const currentToken = async (): Promise<string | undefined> => (await cookies()).get(cookieName)?.value;

/** When the asker's sign-in ends, ms since 1970. */
export async function currentEnd(): Promise<number> {
  const token = await currentToken();
  return (token ? await sessionEnd(token) : undefined) ?? 0;
}

/** Who is signed in; sends others to the sign-in page. */
export async function requireWho(): Promise<Who> {
  return (await currentWho()) ?? redirect('/sign-in');
}

export async function keepSession(token: string, expires: Date): Promise<void> {
  const secure = (await headers()).get('x-forwarded-proto') === 'https';
  (await cookies()).set(cookieName, token, { httpOnly: true, sameSite: 'lax', secure, path: '/', expires });
}

export async function endSession(): Promise<void> {
  const jar = await cookies();
  const token = jar.get(cookieName)?.value;
  jar.delete(cookieName);
  if (token) await signOut(token);
}
