import { demoSignIn } from '@/data/demo/world';
import { isDemoLoaded } from '@/data/stores/sessions';
import { currentAsking } from '@/platform/server/asking';

/** The demo instructor's sign-in, while the demo studio is loaded, for those on this machine itself. */
export async function findDemoSignIn(): Promise<{ email: string; password: string } | null> {
  return (await currentAsking()).isLocal && (await isDemoLoaded()) ? demoSignIn : null;
}
