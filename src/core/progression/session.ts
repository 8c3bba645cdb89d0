// A taught session is the fold of its events: the same function in the browser and on the server.
import type { Payload, Planned, SessionEvent } from './events';
import type { Place } from '../anatomy/places';
import { claimSlot, confirmed, countSeen } from './slots';
import type { Repetition, SetDone } from './slots';
import type { Decision, Side, TryVerdict } from './words';

export type { Repetition, SetDone, Watched } from './slots';

export type Try = {
  readonly id: string;
  readonly fault: string;
  readonly correction: string;
  readonly verdict: TryVerdict | null;
};

export type LevelTold = Omit<Extract<Payload, { kind: 'levelTold' }>, 'kind' | 'item'> & { readonly id: string };

export type Item = Planned & {
  readonly sets: readonly SetDone[];
  readonly tries: readonly Try[];
  readonly looks: readonly { readonly id: string; readonly grades: Readonly<Record<string, number>> }[];
  readonly notes: readonly { readonly id: string; readonly words: string }[];
  readonly pains: readonly { readonly id: string; readonly where: string; readonly score: number }[];
  /** What a level on the pelvis told of sets. */
  readonly levels: readonly LevelTold[];
  /** Where she says that she feels it. */
  readonly felt: readonly Place[];
  readonly decision: {
    readonly id: string;
    /** When it was tapped, ms since 1970. */
    readonly at: number;
    readonly advised: Decision;
    readonly decision: Decision;
    readonly level: number;
    readonly from: number;
    readonly reasons: readonly string[];
    readonly overruled: string | null;
  } | null;
  /** Side chosen by hand for the next repetition. */
  readonly side: Side | null;
  /** A set begun by hand, before the one in hand was full. */
  readonly set: number;
  readonly seconds: number;
  readonly dropped: boolean;
  /** Done with a class, not counted. */
  readonly followed: boolean;
};

export type Session = {
  readonly id: string;
  readonly client: string | null;
  /** The class that it was part of. */
  readonly class: { readonly id: string; readonly title: string } | null;
  readonly room: string;
  readonly school: string;
  readonly rules: string;
  /** Moments in ms since 1970, by the clock that made them. */
  readonly startedAt: number | null;
  readonly endedAt: number | null;
  readonly ready: { readonly feeling: string; readonly words: string; readonly today?: readonly string[] } | null;
  readonly stop: { readonly id: string; readonly sign: string; readonly seen: string; readonly at: number } | null;
  readonly checked: readonly string[];
  readonly items: readonly Item[];
  readonly current: string | null;
  readonly notes: readonly { readonly id: string; readonly words: string }[];
  readonly wrap: Omit<Extract<Payload, { kind: 'wrapped' }>, 'kind'> | null;
  /** Moment of the newest event. */
  readonly until: number | null;
  /** Everyone who tapped, in order of their first. */
  readonly by: readonly string[];
  /** Events that found nothing to act on: kept, shown, without effect. */
  readonly stray: readonly string[];
};

/** More than this between two events is not time spent on an exercise. */
export const longestPauseS = 15 * 60;

const emptyItem = (planned: Planned): Item => ({
  ...planned,
  sets: [],
  tries: [],
  looks: [],
  notes: [],
  pains: [],
  levels: [],
  felt: [],
  decision: null,
  side: null,
  set: 1,
  seconds: 0,
  dropped: false,
  followed: false,
});

/** A session in which nothing has happened yet. */
export const emptySession = (id: string): Session => ({
  id,
  client: null,
  class: null,
  room: '',
  school: '',
  rules: '',
  startedAt: null,
  endedAt: null,
  ready: null,
  stop: null,
  checked: [],
  items: [],
  current: null,
  notes: [],
  wrap: null,
  until: null,
  by: [],
  stray: [],
});

/** Ids of events that were taken back, where a taking back can itself be taken back. */
export function takenBack(events: readonly SessionEvent[]): ReadonlySet<string> {
  const gone = new Set<string>();
  // From the newest back, so that an undoing that was undone does nothing.
  for (const { id, what } of [...events].reverse()) if (what.kind === 'undone' && !gone.has(id)) gone.add(what.of);
  return gone;
}

const withSet = (item: Item, number: number, change: (set: SetDone) => SetDone): Item => {
  const found = item.sets.find((set) => set.number === number);
  const fresh: SetDone = {
    number,
    level: item.level,
    repetitions: [],
    rested: false,
    tries: item.tries.filter(({ verdict }) => verdict !== 'notTried').map(({ id }) => id),
  };
  const sets = found
    ? item.sets.map((set) => (set.number === number ? change(set) : set))
    : [...item.sets, change(fresh)].sort((a, b) => a.number - b.number);
  return { ...item, sets };
};

function changeRepetition(session: Session, id: string, change: (one: Repetition) => Repetition): Session | undefined {
  let found = false;
  const items = session.items.map((item) => {
    if (!item.sets.some(({ repetitions }) => repetitions.some((one) => one.id === id))) return item;
    found = true;
    const sets = item.sets.map((set) => ({
      ...set,
      repetitions: set.repetitions.map((one) => (one.id === id ? change(one) : one)),
    }));
    return { ...item, sets };
  });
  return found ? { ...session, items } : undefined;
}

const hasRepetition = ({ items }: Session, id: string): boolean =>
  items.some(({ sets }) => sets.some(({ repetitions }) => repetitions.some((one) => one.id === id)));

function changeItem(session: Session, id: string, change: (item: Item) => Item): Session | undefined {
  if (!session.items.some(({ item }) => item === id)) return undefined;
  return { ...session, items: session.items.map((one) => (one.item === id ? change(one) : one)) };
}

/** A repetition more in a set. */
function counting(item: Item, set: number, repetition: Repetition): Item {
  const counted = withSet(item, set, (one) => ({ ...one, repetitions: [...one.repetitions, repetition] }));
  return { ...counted, side: null, set: Math.max(item.set, set) };
}

const levelOf = (id: string, { kind: _, item: __, ...told }: Extract<Payload, { kind: 'levelTold' }>): LevelTold => ({
  id,
  ...told,
});

type AtItem = Extract<Payload, { readonly item: string }>;

/** What an event at an exercise makes of it. */
function itemAfter(item: Item, { id, at }: SessionEvent, what: AtItem): Item {
  switch (what.kind) {
    case 'opened':
      return { ...item, dropped: false };
    case 'dropped':
      return { ...item, dropped: true };
    case 'dosed':
      return { ...item, dose: what.dose };
    case 'levelled': {
      const { level, levelName, dose } = what;
      return { ...item, level, levelName, dose, side: null, set: (item.sets.at(-1)?.number ?? 0) + 1 };
    }
    case 'sided':
      return { ...item, side: what.side };
    case 'repetition': {
      const { set, side, direction, clean } = what;
      const claimed = claimSlot(item.sets, { id, at, clean });
      if (claimed) return { ...item, sets: claimed };
      return counting(item, set, { id, at, side, direction, clean });
    }
    case 'seen': {
      const seen = countSeen(item.sets, id, at, what);
      return 'sets' in seen ? { ...item, sets: seen.sets } : counting(item, what.set, seen.fresh);
    }
    case 'levelTold':
      return { ...item, levels: [...item.levels, levelOf(id, what)] };
    case 'newSet':
      return { ...item, side: null, set: Math.max(item.set, item.sets.at(-1)?.number ?? 0) + 1 };
    case 'rested':
      return withSet(item, item.set, (set) => ({ ...set, rested: true }));
    case 'tried': {
      const { fault, correction } = what;
      return { ...item, tries: [...item.tries, { id, fault, correction, verdict: null }] };
    }
    case 'followed':
      return { ...item, followed: true };
    case 'looked':
      return { ...item, looks: [...item.looks, { id, grades: what.grades }] };
    case 'pained': {
      const { where, score } = what;
      return { ...item, pains: [...item.pains, { id, where, score }] };
    }
    case 'felt': {
      const others = item.felt.filter((one) => one !== what.place);
      return { ...item, felt: what.isFelt ? [...others, what.place] : others };
    }
    case 'decided': {
      const { advised, decision, level, reasons, overruled } = what;
      return { ...item, decision: { id, at, advised, decision, level, from: item.level, reasons, overruled } };
    }
  }
}

type Added = Extract<Payload, { kind: 'added' }>;

/** An exercise more, after the one told, else at the end. */
function addItem(session: Session, { planned, after: before }: Added): Session | undefined {
  const { items } = session;
  if (items.some(({ item }) => item === planned.item)) return undefined;
  const after = items.findIndex(({ item }) => item === before);
  const place = after < 0 ? items.length : after + 1;
  return { ...session, items: [...items.slice(0, place), emptyItem(planned), ...items.slice(place)] };
}

function judgeTry(session: Session, of: string, verdict: TryVerdict): Session | undefined {
  const item = session.items.find(({ tries }) => tries.some((one) => one.id === of));
  if (!item) return undefined;
  return changeItem(session, item.item, (one) => ({
    ...one,
    tries: one.tries.map((tried) => (tried.id === of ? { ...tried, verdict } : tried)),
  }));
}

type Noted = Extract<Payload, { kind: 'noted' }>;

function addNote(session: Session, id: string, { item: at, words }: Noted): Session | undefined {
  const note = { id, words };
  if (at === null) return { ...session, notes: [...session.notes, note] };
  return changeItem(session, at, (item) => ({ ...item, notes: [...item.notes, note] }));
}

type Started = Extract<Payload, { kind: 'started' }>;

/** Two tablets began it together: the first one's plan holds. */
function begin(
  session: Session,
  at: number,
  { client, room, school, rules, plan, class: of }: Started,
): Session | undefined {
  if (session.client) return undefined;
  return { ...session, client, class: of ?? null, room, school, rules, startedAt: at, items: plan.map(emptyItem) };
}

/** What one event makes of a session; undefined where it finds nothing to act on. */
function apply(session: Session, event: SessionEvent): Session | undefined {
  const { id, at, what } = event;
  switch (what.kind) {
    case 'started':
      return begin(session, at, what);
    case 'ready':
      return {
        ...session,
        ready: { feeling: what.feeling, words: what.words, ...(what.today ? { today: what.today } : {}) },
      };
    case 'stopSeen':
      return { ...session, stop: { id, sign: what.sign, seen: what.seen, at } };
    case 'checked':
      return { ...session, checked: [...new Set([...session.checked, what.apparatus])] };
    case 'added':
      return addItem(session, what);
    case 'named': {
      const { of, block, fault } = what;
      return changeRepetition(session, of, (one) => ({ ...one, block, ...(fault ? { fault } : {}) }));
    }
    case 'amended':
      return changeRepetition(session, what.of, ({ block: _, fault: __, ...one }) => ({
        ...confirmed(one),
        clean: what.clean,
      }));
    case 'confirmed':
      return what.of.reduce<Session | undefined>(
        (before, of) => (before && changeRepetition(before, of, confirmed)) ?? before,
        what.of.some((of) => hasRepetition(session, of)) ? session : undefined,
      );
    case 'judged':
      return judgeTry(session, what.of, what.verdict);
    case 'noted':
      return addNote(session, id, what);
    case 'ended':
      return { ...session, endedAt: at };
    case 'reopened':
      return { ...session, endedAt: null };
    case 'wrapped': {
      const { kind: _, ...wrap } = what;
      return { ...session, wrap };
    }
    case 'undone':
      return session;
    default: {
      const opened = what.kind === 'opened' ? { ...session, current: what.item } : session;
      return changeItem(opened, what.item, (item) => itemAfter(item, event, what));
    }
  }
}

/** Seconds from one moment to another by the clock that made them; none where that clock ran backward or the pause was long. */
function spent(from: number | null, to: number): number {
  const seconds = from === null ? 0 : (to - from) / 1000;
  return seconds > 0 && seconds <= longestPauseS ? seconds : 0;
}

/** A session from its events, in the order that the server gave them (those not sent yet last). */
export function foldSession(id: string, events: readonly SessionEvent[]): Session {
  const gone = takenBack(events);
  let session = emptySession(id);
  const stray: string[] = [];
  const by = new Set<string>();
  for (const event of events) {
    if (gone.has(event.id)) continue;
    by.add(event.by);
    const { current, until, endedAt } = session;
    const next = apply(session, event);
    if (!next) stray.push(event.id);
    session = next ?? session;
    const seconds = endedAt ? 0 : spent(until, event.at);
    if (current && seconds > 0)
      session = changeItem(session, current, (item) => ({ ...item, seconds: item.seconds + seconds })) ?? session;
    session = { ...session, until: event.at };
  }
  return { ...session, by: [...by], stray };
}

export type NextUp = {
  readonly set: number;
  readonly side: Side;
  readonly direction: 1 | 2;
  /** Repetitions done on this side, in this direction and set. */
  readonly done: number;
  /** The set is full: a tap goes on beyond the dose. */
  readonly full: boolean;
  /** All sets of the dose are full. */
  readonly finished: boolean;
};

const rounds = ({ dose, order }: Pick<Item, 'dose' | 'order'>): { side: Side; direction: 1 | 2 }[] => {
  const ways: (1 | 2)[] = dose.directions === 2 ? [1, 2] : [1];
  if (dose.sides === 1) return ways.map((direction) => ({ side: 'both', direction }));
  const both: Side[] = ['left', 'right'];
  return order === 'chain'
    ? both.flatMap((side) => ways.map((direction) => ({ side, direction })))
    : ways.flatMap((direction) => both.map((side) => ({ side, direction })));
};

const doneIn = (set: SetDone | undefined, side: Side, direction: 1 | 2): number =>
  set?.repetitions.filter((one) => one.side === side && one.direction === direction).length ?? 0;

/** Which repetition comes next: sides alternate or come chain by chain, directions after, then the next set. */
export function nextUp(item: Item): NextUp {
  const { dose, order } = item;
  const turns = rounds(item);
  const isFull = (number: number) => {
    const set = item.sets.find((one) => one.number === number);
    return turns.every(({ side, direction }) => doneIn(set, side, direction) >= dose.repetitions);
  };
  const fullInHand = isFull(item.set);
  const firstOfLevel = item.sets.find(({ level }) => level === item.level)?.number ?? item.set;
  const setsHere = item.set - firstOfLevel + 1;
  const finished = fullInHand && setsHere >= dose.sets;
  const number = fullInHand && !finished ? item.set + 1 : item.set;
  const set = item.sets.find((one) => one.number === number);
  const open = turns.filter(({ side, direction }) => doneIn(set, side, direction) < dose.repetitions);
  const [first] = open;
  const alternates = order === 'alternate' && dose.sides === 2;
  const pool = open.filter(({ direction }) => direction === first?.direction);
  const fewest = alternates
    ? [...pool].sort((a, b) => doneIn(set, a.side, a.direction) - doneIn(set, b.side, b.direction))[0]
    : first;
  const last = turns.at(-1) ?? { side: 'both' as const, direction: 1 as const };
  const byHand = item.side;
  const turn = byHand
    ? { side: byHand, direction: open.find(({ side }) => side === byHand)?.direction ?? last.direction }
    : (fewest ?? last);
  return { set: number, ...turn, done: doneIn(set, turn.side, turn.direction), full: fullInHand, finished };
}

/** The same taken off the clean ones: how a set went on one side. */
export const countsOf = (
  set: SetDone | undefined,
  side: Side,
): { readonly done: number; readonly clean: number; readonly run: readonly Repetition[] } => {
  const own = set?.repetitions.filter((one) => one.side === side) ?? [];
  return { done: own.length, clean: own.filter(({ clean }) => clean).length, run: own };
};

/** Form was lost twice running in the set in hand: quality stops the set, not the count. */
export function lostTwiceRunning(item: Item): boolean {
  const set = item.sets.find(({ number }) => number === nextUp(item).set);
  const last = (set?.repetitions ?? []).filter(({ clean }) => clean !== null).slice(-2);
  return last.length === 2 && last.every(({ clean }) => !clean);
}

/** The try that has no verdict yet: one correction at a time. */
export const openTry = (item: Item): Try | undefined => item.tries.findLast(({ verdict }) => verdict === null);

/** Faults lost in an item, most often first; blocks without a named fault do not count. */
export function lostFaults(
  item: Item,
  counts: (one: Repetition) => boolean = () => true,
): readonly { readonly fault: string; readonly times: number }[] {
  const found = new Map<string, number>();
  for (const { repetitions } of item.sets)
    for (const { fault } of repetitions.filter(counts)) if (fault) found.set(fault, (found.get(fault) ?? 0) + 1);
  return [...found].map(([fault, times]) => ({ fault, times })).sort((a, b) => b.times - a.times);
}
