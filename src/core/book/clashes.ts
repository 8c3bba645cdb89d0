// Who or what is booked twice at once.

/** What stands in the book: minutes since any fixed moment, the end not taken. */
export type Stood = {
  readonly id: string;
  readonly from: number;
  readonly to: number;
  readonly instructor: string;
  readonly room: string | null;
  readonly clients: readonly string[];
};
export const clashKinds = ['client', 'instructor', 'room'] as const;
export type ClashKind = (typeof clashKinds)[number];
export type Clash = { readonly with: string; readonly over: readonly ClashKind[] };

function over(a: Stood, b: Stood): ClashKind[] {
  const isSame: Readonly<Record<ClashKind, boolean>> = {
    client: a.clients.some((one) => b.clients.includes(one)),
    instructor: a.instructor === b.instructor,
    room: a.room !== null && a.room === b.room,
  };
  return clashKinds.filter((kind) => isSame[kind]);
}

/** What each runs into, in order of time; nothing for those that run into nothing. Those that only touch do not clash. */
export function clashesOf(all: readonly Stood[]): ReadonlyMap<string, readonly Clash[]> {
  const found = new Map<string, Clash[]>();
  const note = (id: string, clash: Clash) => found.set(id, [...(found.get(id) ?? []), clash]);
  let running: Stood[] = [];
  for (const next of all.toSorted((a, b) => a.from - b.from || a.to - b.to)) {
    running = running.filter(({ to }) => to > next.from);
    for (const one of running) {
      const kinds = over(one, next);
      if (kinds.length === 0) continue;
      note(one.id, { with: next.id, over: kinds });
      note(next.id, { with: one.id, over: kinds });
    }
    running.push(next);
  }
  return found;
}
