// Where a second factor is set up: asked for by the studio, or by oneself.
import { redirect } from 'next/navigation';
import { findSecond } from '@/data/stores/second';
import { currentSignedIn } from '@/platform/server/session';
import { SetUpSecond } from './second';

export async function SecondScreen() {
  const signedIn = await currentSignedIn();
  if (!signedIn) redirect('/sign-in');
  const { since, isWanted } = await findSecond(signedIn);
  if (since) redirect('/me');
  return <SetUpSecond isWanted={isWanted} />;
}
