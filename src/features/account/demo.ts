import { demoSignIn } from '@/data/demo/world';
import { isDemoLoaded } from '@/data/stores/sessions';

/** The demo instructor's sign-in, while the demo studio is loaded. */
export async function findDemoSignIn(): Promise<{ email: string; password: string } | null> {
  return (await isDemoLoaded()) ? demoSignIn : null;
}
