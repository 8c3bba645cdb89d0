// What a client never did: which of it may come today, how much of it, and what it is worth.
import type { Exercise, Repertoire } from '../knowledge/entries';
import type { GateSession } from '../progression/gate-input';
import type { Item } from './compose-input';
import { isClean } from './spacing';

/** What is asked of one that may be taught. */
type Candidate = {
  readonly isNew: boolean;
  readonly item: Pick<Item, 'load'>;
  readonly exercise: Pick<Exercise, 'id' | 'spine' | 'prepares'>;
};

/** What was ever held cleanly, by exercise. */
export type Held = ReadonlySet<string>;

/** Of those that she never did, so many may come in one session; a client who knows little begins with more, as many as fill the time. */
const newAtMost = 2;
const newInTheFirst = 8;
const minutesEach = 4.5;
const knowsLittle = 4;

/** The order that ships for those who begin: what it holds may be new in a first session. */
const beginners = 'beginnersEight';
/** The family that a session begins with. */
export const starts = 'findingTheStart';

const points = { first: 3, other: 1 };

/** What was ever held cleanly: it may prepare something new. */
export function heldOf({ exercises }: Repertoire, history: Readonly<Record<string, readonly GateSession[]>>): Held {
  return new Set(
    exercises
      .filter(({ id, gate }) => (history[id] ?? []).some((session) => isClean(session, gate.cleanReps)))
      .map(({ id }) => id),
  );
}

const beginsWith = (repertoire: Repertoire): readonly string[] =>
  repertoire.sequences.find((one) => one.id === beginners)?.exercises ?? [];

/** Something new is worth a little; where anybody begins, more. */
export function newness(
  repertoire: Repertoire,
  { id, prepares }: Exercise,
  held: Held,
): { readonly points: number; readonly say: string } {
  if (beginsWith(repertoire).includes(id)) return { points: points.first, say: 'New: anybody begins with it.' };
  if (prepares.length === 0) return { points: points.other, say: 'New: it asks for nothing before it.' };
  const isPrepared = prepares.some((one) => held.has(one));
  return {
    points: points.other,
    say: isPrepared ? 'New: what prepares it is held.' : 'New: what prepares it can come just before.',
  };
}

/** Light, and the spine is folded neither way. */
const isGentle = ({ item: { load }, exercise: { spine } }: Candidate): boolean =>
  load === 1 && !spine.some((direction) => ['flexion', 'extension', 'articulation'].includes(direction));

/**
 * New ones that may come today: what prepares them is held, or can be taught before them because anybody begins there. Who knows
 * little may go one step on from there, with what is gentle.
 */
export function thoseNew(repertoire: Repertoire, faces: readonly Candidate[], held: Held): ReadonlySet<string> {
  const starting = new Set(repertoire.exercises.filter(({ family }) => family === starts).map(({ id }) => id));
  const fresh = faces.filter(({ isNew }) => isNew);
  const may = new Set(
    fresh
      .map(({ exercise }) => exercise)
      .filter(
        ({ id, prepares }) =>
          beginsWith(repertoire).includes(id) ||
          prepares.some((one) => held.has(one)) ||
          prepares.every((one) => starting.has(one)),
      )
      .map(({ id }) => id),
  );
  const next = fresh.filter((face) => isGentle(face) && face.exercise.prepares.some((one) => may.has(one)));
  return held.size < knowsLittle ? new Set([...may, ...next.map(({ exercise }) => exercise.id)]) : may;
}

/** How many new ones may come in so many minutes. */
export const mostNew = (held: Held, minutes: number): number =>
  held.size < knowsLittle ? Math.max(newInTheFirst, Math.round(minutes / minutesEach)) : newAtMost;
