// How somebody of a class goes on into an exercise.
import type { FloorLink } from '../link';
import { goingOn } from './state';

/** Takes an exercise in hand with somebody, and notes that the one before was done. */
export async function openFor(link: FloorLink, client: string, from: string | undefined, to: string): Promise<void> {
  const thread = link.read().threads.find((one) => one.client.id === client);
  if (!thread || thread.session.endedAt !== null) return;
  for (const what of goingOn(thread, from, to)) await link.tap(what, client);
}
