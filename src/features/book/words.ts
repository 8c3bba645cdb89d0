// What stands in the book, in words.
import type { Clash, ClashKind } from '@/core/book/clashes';

export type Face = { readonly clientId: string; readonly name: string | null };

/** `Maren Tolleck`, `Pell Rowlock and Ness Gunwhale`; somebody whom the reader does not see is no name. */
export function namesOf(people: readonly Face[]): string {
  const seen = people.flatMap(({ name }) => name ?? []);
  const last = seen.at(-1);
  if (last === undefined) return people.length > 0 ? 'Booked' : 'Nobody';
  return seen.length === 1 ? last : `${seen.slice(0, -1).join(', ')} and ${last}`;
}

export type Told = {
  readonly what: string;
  readonly time: string;
  readonly instructor: string;
  readonly roomName: string | null;
  readonly people: readonly Face[];
};

/** What a clash comes to: `Wren Halyard has Maren Tolleck at 8:30.` `own`: what it is told of; `other`: what it runs into. */
export function clashWords({ over }: Clash, own: Told, other: Told): string[] {
  const shared = own.people.filter(({ clientId }) => other.people.some((one) => one.clientId === clientId));
  const words: Readonly<Record<ClashKind, string>> = {
    client: `${namesOf(shared)} ${shared.length > 1 ? 'are' : 'is'} also booked at ${other.time}, with ${other.instructor}.`,
    instructor: `${own.instructor} has ${other.what} at ${other.time}.`,
    room: `${own.roomName ?? 'The room'} is taken by ${other.what} at ${other.time}.`,
  };
  return over.map((kind) => words[kind]);
}
