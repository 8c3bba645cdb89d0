// One repetition, seen twice: by what watches beside her, and by her. It is counted once, and her tap holds.
import type { Payload } from './events';
import { isSimulated } from './words';
import type { LostBlock, SeenVerdict, Side, Watcher } from './words';

export type Repetition = {
  readonly id: string;
  readonly side: Side;
  readonly direction: 1 | 2;
  /** null: it was done, and whether it was clean is not known. */
  readonly clean: boolean | null;
  readonly block?: LostBlock;
  readonly fault?: string;
  /** When it was tapped, ms since 1970. */
  readonly at: number;
  /** What watched it beside her; absent where only she did. */
  readonly watched?: Watched;
};

/** What a camera, or a level, made of a repetition, and whether she stands behind it. */
export type Watched = {
  readonly by: Watcher;
  readonly verdict: SeenVerdict;
  readonly reason: Extract<Payload, { kind: 'seen' }>['reason'];
  /** Tapped, confirmed or set right by her; until then it feeds no gate. */
  readonly confirmed: boolean;
  /** When it turned and ended, ms since 1970 by the clock of its event. */
  readonly turnedAt: number;
  readonly endedAt: number;
};

export type SetDone = {
  readonly number: number;
  readonly level: number;
  readonly repetitions: readonly Repetition[];
  readonly rested: boolean;
  /** Corrections in force when it was done; none in the first, unprompted set. */
  readonly tries: readonly string[];
};

type Sets = readonly SetDone[];
type Seen = Extract<Payload, { kind: 'seen' }>;

/** Her tap belongs to a watched repetition from its turn until so long after its end, ms. */
export const slotAfterMs = 2000;

const isWithin = ({ turnedAt, endedAt }: Pick<Watched, 'turnedAt' | 'endedAt'>, at: number): boolean =>
  at >= turnedAt && at <= endedAt + slotAfterMs;

/** She stands behind it now. */
export const confirmed = (one: Repetition): Repetition =>
  one.watched ? { ...one, watched: { ...one.watched, confirmed: true } } : one;

/** Whether a repetition may count for what she is let do next: hers, or confirmed by her; never one of a simulation. */
export const isHers = ({ watched }: Repetition): boolean => !watched || (watched.confirmed && !isSimulated(watched.by));

const changeOne = (sets: Sets, id: string, change: (one: Repetition) => Repetition): Sets =>
  sets.map((set) =>
    set.repetitions.some((one) => one.id === id)
      ? { ...set, repetitions: set.repetitions.map((one) => (one.id === id ? change(one) : one)) }
      : set,
  );

type Tap = { readonly id: string; readonly at: number; readonly clean: boolean };

/**
 * Her tap on a repetition that was watched and counted: it holds in its place. undefined: it is a repetition of its own. One that she
 * tapped already is not taken twice.
 */
export function claimSlot(sets: Sets, { id, at, clean }: Tap): Sets | undefined {
  const slot = sets
    .flatMap(({ repetitions }) => repetitions)
    .find(({ watched }) => watched && !watched.confirmed && isWithin(watched, at));
  return slot && changeOne(sets, slot.id, ({ block: _, fault: __, ...one }) => confirmed({ ...one, id, at, clean }));
}

/** What was watched: laid on her tap of the same repetition where there is one, else a repetition of its own. */
export function countSeen(
  sets: Sets,
  id: string,
  at: number,
  { by, verdict, reason, side, direction, confirmed: isConfirmed, turnedMs, endedMs }: Seen,
): { readonly sets: Sets } | { readonly fresh: Repetition } {
  const watched: Watched = {
    ...{ by, verdict, reason, confirmed: isConfirmed },
    ...{ turnedAt: at - turnedMs, endedAt: at - endedMs },
  };
  const hers = sets.flatMap(({ repetitions }) => repetitions).find((one) => !one.watched && isWithin(watched, one.at));
  if (hers) return { sets: changeOne(sets, hers.id, (one) => ({ ...one, watched: { ...watched, confirmed: true } })) };
  const lost = verdict === 'lost' && reason?.block ? { block: reason.block } : {};
  return {
    fresh: {
      ...{ id, at, side, direction, watched },
      clean: verdict === 'notJudged' ? null : verdict === 'clean',
      ...lost,
      ...(verdict === 'lost' && reason?.fault ? { fault: reason.fault } : {}),
    },
  };
}
