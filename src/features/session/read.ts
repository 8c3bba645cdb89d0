import { conditionsInForce, unsafeFaults } from '@/core/knowledge/conditions';
import type { Repertoire } from '@/core/knowledge/entries';
import { foldSession, takenBack } from '@/core/progression/session';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { findClient } from '@/data/stores/clients';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { eventsAfter, findSession } from '@/data/stores/floor';
import type { PlacedEvent, Who } from '@/data/types';
import { eventWords } from './words';
import { datesIn } from '@/data/days';

export type SessionPage = {
  readonly id: string;
  readonly client: { readonly id: string; readonly name: string };
  readonly instructor: string;
  readonly on: string;
  readonly isWrapped: boolean;
  readonly rules: string;
  readonly placed: readonly PlacedEvent[];
  /** One line an event: when, by whom, what; taken back ones say so. */
  readonly log: readonly {
    readonly n: number;
    readonly time: string;
    readonly by: string;
    readonly words: string;
    readonly gone: boolean;
    readonly mayAmend: boolean;
    readonly clean: boolean;
  }[];
  readonly unsafe: readonly string[];
  readonly names: {
    readonly faults: Readonly<Record<string, string>>;
    readonly corrections: Readonly<Record<string, string>>;
  };
};

const named = (entries: Repertoire['faults'] | Repertoire['corrections']): Record<string, string> =>
  Object.fromEntries(entries.map((one) => [one.id, 'plain' in one ? one.plain : one.say]));

/** A session as it was tapped: every event in order, and what they come to. */
export async function readSession(who: Who, id: string, locale: string): Promise<Result<SessionPage>> {
  const card = await findSession(who, id);
  if (!card.ok) return card;
  const [client, studio, repertoire, placed] = await Promise.all([
    findClient(who, card.value.clientId),
    findStudio(who),
    findRepertoire(who),
    eventsAfter(who, id, 0),
  ]);
  if (!client.ok) return client;
  const { timeZone } = studio;
  const { seconds, whole: onAt } = datesIn(locale, timeZone);
  const events = placed.map(({ event }) => event);
  const whole = foldSession(id, events);
  const gone = takenBack(events);
  const all = whole.items.flatMap(({ sets }) => sets.flatMap(({ repetitions }) => repetitions));
  const counted = new Map(all.map((one) => [one.id, one.clean]));
  return success({
    id,
    client: { id: client.value.id, name: client.value.name },
    instructor: card.value.instructor,
    on: onAt(card.value.startedAt),
    isWrapped: whole.wrap !== null,
    rules: card.value.rulesVersion,
    placed,
    log: placed.map(({ n, name, event }) => ({
      n,
      time: seconds(new Date(event.at)),
      by: name,
      words: eventWords(event.what, whole, repertoire),
      gone: gone.has(event.id),
      mayAmend: counted.has(event.id),
      clean: counted.get(event.id) === true,
    })),
    unsafe: [...unsafeFaults(repertoire, conditionsInForce(client.value.conditions))],
    names: { faults: named(repertoire.faults), corrections: named(repertoire.corrections) },
  });
}
