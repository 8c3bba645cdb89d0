// What is known of how far a client goes, from sessions, looks and doses.
import { bodyOf } from '@/core/body/segments';
import { knownLoad, newestRungs } from '@/core/load/capacity';
import type { KnownLoad } from '@/core/load/capacity';
import type { SeenBefore } from '@/core/load/sightings';
import type { Repertoire } from '@/core/knowledge/entries';
import type { ClientCard, SessionCard, Who } from '../types';
import { listSessions } from './floor';
import { listAllDoses, listResults } from './looks';

type Results = Awaited<ReturnType<typeof listResults>>;

/** Sessions and looks as sightings are read from them, on the studio's days. */
export function seenBefore(sessions: readonly SessionCard[], results: Results, timeZone: string): SeenBefore {
  const day = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
  return {
    sessions: sessions.map(({ startedAt, outcome }) => ({ day: day.format(startedAt), items: outcome?.items ?? [] })),
    looks: results.map(({ on, ...look }) => ({ ...look, day: day.format(on) })),
  };
}

export async function findLoad(
  who: Who,
  repertoire: Repertoire,
  client: ClientCard,
  timeZone: string,
): Promise<KnownLoad> {
  const [sessions, results, doses] = await Promise.all([
    listSessions(who, client.id),
    listResults(who, [client.id]),
    listAllDoses(who, [client.id]),
  ]);
  const standings = newestRungs(repertoire, doses).map(({ standing }) => standing);
  return knownLoad(repertoire, bodyOf(client), seenBefore(sessions, results, timeZone), standings);
}
