import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import { sessionEnd, signOut, whoIs } from '@/data/stores/sessions';
import type { SignedIn } from '@/data/stores/sessions';
import type { Who } from '@/data/types';

const cookieName = 'spine-session';

/** Who is signed in, asked once a request; also somebody who has yet to set up the second factor that her studio asks for. */
export const currentSignedIn = cache(async (): Promise<SignedIn | undefined> => {
  const token = await currentToken();
  return token ? whoIs(token) : undefined;
});

/** Who is signed in, and lacks nothing for it. */
export async function currentWho(): Promise<Who | undefined> {
  const signedIn = await currentSignedIn();
  return signedIn?.lacksSecond ? undefined : signedIn;
}

/** What the asker's cookie carries. */
export const currentToken = async (): Promise<string | undefined> => (await cookies()).get(cookieName)?.value;

/** When the asker's sign-in ends, ms since 1970. */
export async function currentEnd(): Promise<number> {
  const token = await currentToken();
  return (token ? await sessionEnd(token) : undefined) ?? 0;
}

/** Who is signed in; sends others to the sign-in page, or to set up what is lacking. */
export async function requireWho(): Promise<Who> {
  const signedIn = await currentSignedIn();
  if (!signedIn) redirect('/sign-in');
  if (signedIn.lacksSecond) redirect('/second');
  return signedIn;
}

/** Who is signed in and teaches here; a guest is told that she reads. */
export async function requireTeacher(): Promise<Who> {
  const who = await requireWho();
  if (who.role === 'guest') redirect('/guest');
  return who;
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
