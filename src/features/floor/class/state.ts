// What the board of a class shows: one exercise, everybody in it, each at her own level. Pure: tested without a browser.
import { v5 as ownId } from 'uuid';
import { weighExercise } from '@/core/knowledge/cautions';
import type { Watch } from '@/core/knowledge/watch';
import { changesOf } from '@/core/planning/lesson';
import type { Payload, Planned } from '@/core/progression/events';
import { nextUp, openTry, takenBack } from '@/core/progression/session';
import type { Item } from '@/core/progression/session';
import type { FloorState, Thread } from '../link';
import { asToday, before } from '../pack';
import type { DayPack, FloorClass, FloorClient } from '../pack';
import { plan, ruledOutOf, viewItem } from '../state';
import type { ItemView } from '../state';

/** The Floor's state with a day in hand, and the class by its appointment. */
export type BoardState = FloorState & { readonly pack: DayPack; readonly appointment: string };

export type Here = 'notYet' | 'here' | 'left';

/** Somebody as the board shows her in an exercise. */
export type Face = {
  readonly client: FloorClient;
  /** Her first name, with as much more as tells two apart. */
  readonly short: string;
  readonly here: Here;
  /** Absent: she does not do it. */
  readonly item?: Item;
  readonly view?: ItemView;
  readonly watch?: Watch;
  /** What a caution changes here, in words; what keeps her out of it. */
  readonly changes: readonly string[];
  readonly out: string | null;
  readonly clean: number;
  readonly lost: number;
  readonly pain: number | null;
  /** What to say to her, if anything goes. */
  readonly say: string | null;
  /** What is being tried with her, not judged yet. */
  readonly trying: { readonly id: string; readonly say: string } | null;
};

/** First names; where two are alike, with the first letters of the next that tell them apart. */
export function shortNames(names: readonly string[]): string[] {
  const parts = names.map((name) => name.trim().split(/\s+/));
  return parts.map(([first = '', second = ''], i) => {
    const rivals = parts.filter((other, k) => k !== i && other[0] === first);
    if (rivals.length === 0) return first;
    for (let letters = 1; letters < second.length; letters += 1) {
      const begins = second.slice(0, letters);
      if (!rivals.some(([, other = '']) => other.startsWith(begins))) return `${first} ${begins}.`;
    }
    return second ? `${first} ${second}` : first;
  });
}

const hereOf = ({ session }: Thread): Here =>
  session.client === null ? 'notYet' : session.endedAt === null ? 'here' : 'left';

/** The id of an exercise in somebody's session: the same on every tablet that begins the class. */
const itemIn = (session: string, exercise: string): string => ownId(exercise, session);

/** Her plan in a class: every exercise that she may do, at her own level, those of one that is ruled out today left out. */
export function planFor(pack: DayPack, { people }: FloorClass, client: FloorClient, session: string): Planned[] {
  const own = people.find((one) => one.client === client.id)?.plan ?? [];
  return own.flatMap((standing) => {
    const planned = plan(pack, client, standing);
    if (!planned || ruledOutOf(pack, client, planned)) return [];
    return [{ ...planned, item: itemIn(session, standing.exercise) }];
  });
}

/** What begins her session in a class. */
export const begins = (pack: DayPack, of: FloorClass, { client, session }: Thread): Payload => ({
  kind: 'started',
  client: client.id,
  room: pack.studio.room.name,
  school: client.school ?? pack.studio.school,
  rules: pack.rules,
  plan: planFor(pack, of, client, session.id),
  class: { id: of.id, title: of.title },
});

/** The exercise that the class is at: the one that was taken in hand last, by anybody; the first before that. */
export function exerciseNow({ order }: FloorClass, threads: readonly Thread[]): string | undefined {
  let newest: { at: number; exercise: string } | undefined;
  for (const { events, session } of threads) {
    const gone = takenBack(events);
    for (const { id, at, what } of events) {
      if (what.kind !== 'opened' || gone.has(id)) continue;
      const exercise = session.items.find(({ item }) => item === what.item)?.exercise;
      if (exercise && order.includes(exercise) && (!newest || at >= newest.at)) newest = { at, exercise };
    }
  }
  return newest?.exercise ?? order[0];
}

/** Whether anybody noted anything of an exercise with her. */
const wasNoted = (item: Item): boolean =>
  item.followed ||
  item.sets.some(({ repetitions }) => repetitions.length > 0) ||
  item.tries.length > 0 ||
  item.pains.length > 0;

/** What going on to an exercise means for somebody: the one before was done with the class where nothing was noted; hers is opened. */
export function goingOn({ session }: Thread, from: string | undefined, to: string): Payload[] {
  const of = (exercise: string | undefined) => session.items.find((one) => one.exercise === exercise && !one.dropped);
  const [before, next] = [from === to ? undefined : of(from), of(to)];
  return [
    ...(before && !wasNoted(before) ? [{ kind: 'followed' as const, item: before.item }] : []),
    ...(next ? [{ kind: 'opened' as const, item: next.item }] : []),
  ];
}

function outWords(pack: DayPack, client: FloorClient, exercise: string | undefined): string | null {
  if (exercise === undefined) return null;
  const known = pack.repertoire.exercises.find(({ id }) => id === exercise);
  if (!known) return 'It has left the repertoire.';
  const [first] = Object.values(weighExercise(pack.repertoire, known, client.acting).levels);
  const why = first?.reasons.find(({ act, overruled }) => act === 'ruleOut' && !overruled);
  return why ? `${why.name}: ${why.why}` : 'Not on her plan.';
}

/** What was tapped of an exercise with her. */
function tapped(item: Item | undefined) {
  const all = (item?.sets ?? []).flatMap(({ repetitions }) => repetitions);
  const pains = (item?.pains ?? []).map(({ score }) => score);
  return {
    clean: all.filter(({ clean }) => clean === true).length,
    lost: all.filter(({ clean }) => clean === false).length,
    pain: pains.length > 0 ? Math.max(...pains) : null,
  };
}

/** As the Floor shows it; where nothing was out yet, with what is watched first as what can be corrected. */
function viewOf(pack: DayPack, client: FloorClient, item: Item): ItemView {
  const view = viewItem(pack, client, item);
  const [watch] = view.watch;
  return view.fault || !watch ? view : viewItem(pack, client, item, watch.fault);
}

/** What to mind and to watch. */
function mindOf(view: ItemView | undefined): Pick<Face, 'watch' | 'changes'> {
  const [watch] = view?.watch ?? [];
  return { ...(watch ? { watch } : {}), changes: changesOf(view?.weighed) };
}

/** Somebody's face in the exercise that the class is at. */
export function faceOf(pack: DayPack, thread: Thread, short: string, exercise: string | undefined): Face {
  const { session } = thread;
  const client = asToday(before(thread.client, session.id), pack.repertoire, session.ready?.today ?? []);
  const item = session.items.find((one) => one.exercise === exercise && !one.dropped);
  const view = item && viewOf(pack, client, item);
  const tried = item && openTry(item);
  const sayOf = (id: string | undefined) => pack.repertoire.corrections.find((one) => one.id === id)?.say ?? null;
  return {
    ...{ client, short, here: hereOf(thread), ...tapped(item) },
    ...(item && view ? { item, view } : {}),
    ...mindOf(view),
    out: item || session.client === null ? null : outWords(pack, client, exercise),
    say: sayOf(view?.option?.correction),
    trying: tried ? { id: tried.id, say: sayOf(tried.correction) ?? '' } : null,
  };
}

/** A repetition of hers, looked at. */
export const repetition = (item: Item, clean: boolean): Payload => {
  const { set, side, direction } = nextUp(item);
  return { kind: 'repetition', item: item.item, set, side, direction, clean };
};
