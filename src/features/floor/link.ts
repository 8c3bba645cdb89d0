// The Floor's memory in the browser: every tap is kept on the tablet first, shown, and sent until the server has it.
import { v5 as ownId, v7 as newId } from 'uuid';
import { eventVersion } from '@/core/progression/words';
import type { Payload, SessionEvent } from '@/core/progression/events';
import { foldSession } from '@/core/progression/session';
import type { Session } from '@/core/progression/session';
import { success } from '@/core/result';
import type { Failure, Result } from '@/core/result';
import {
  deviceId,
  findKey,
  forgetAside,
  forgetWaiting,
  keepDay,
  keepKey,
  keepPlaced,
  keepWaiting,
  openTablet,
  readAside,
  readDay,
  readPlaced,
  readWaiting,
  setAside,
  wipeTablet,
} from '@/platform/browser/tablet';
import type { Keys, Tablet } from '@/platform/browser/tablet';
import type { Answer } from './exchange';
import type { DayPack, FloorClient } from './pack';
import { isRecord } from '@/core/keyed';
import { isAnswer, isAside, isEvent, isOwnPack, isPack, isPlaced } from './held';
import type { Aside, Placed } from './held';

/** Whose session is open: a client's, or those of a class, by its appointment. */
export type Whom = { readonly kind: 'client' | 'class'; readonly id: string };

/** One person's session. */
export type Thread = {
  readonly client: FloorClient;
  readonly session: Session;
  /** All events of the session in order, those not yet sent last. */
  readonly events: readonly SessionEvent[];
};

export type FloorState = {
  readonly stage: 'opening' | 'signIn' | 'unavailable' | 'noClient' | 'ready';
  readonly pack: DayPack | null;
  readonly client: FloorClient | null;
  readonly session: Session;
  /** All events of the session in order, those not yet sent last. */
  readonly events: readonly SessionEvent[];
  /** Everybody's, in a class; else the one above alone. */
  readonly threads: readonly Thread[];
  /** Taps that the server has not acknowledged, of this and other sessions. */
  readonly waiting: number;
  /** Taps that the server refused: kept, shown, not counted. */
  readonly aside: readonly Aside[];
  readonly line: 'open' | 'down' | 'signedOut';
  /** Whether taps are kept on the tablet, or in this page alone; `slow`: the tablet's storage has not answered yet. */
  readonly storage: 'kept' | 'slow' | 'full' | 'none';
  readonly names: Readonly<Record<string, string>>;
};

const sendAtOnce = 400;
const askEveryMs = 900;
const slowestMs = 5000;
const patienceMs = 8000;
/** A tap is shown and sent all the same, where the tablet's own storage has not answered by then. */
const tabletWithinMs = 1500;
/** Opening the Floor waits longer for it. */
const opensWithinMs = 8000;
/** A session closed longer ago than this is over: the next one begins anew. */
const closedForMs = 3 * 3_600_000;

const nothing = (session: string): FloorState => ({
  stage: 'opening',
  pack: null,
  client: null,
  session: foldSession(session, []),
  events: [],
  threads: [],
  waiting: 0,
  aside: [],
  line: 'open',
  storage: 'kept',
  names: {},
});

/** The server's answer; undefined where none came, or none of this kind. */
async function ask<T>(
  address: string,
  isIt: (value: unknown) => value is T,
  init?: RequestInit,
): Promise<Result<T> | undefined> {
  try {
    const response = await fetch(address, { ...init, signal: AbortSignal.timeout(patienceMs) });
    const answer: unknown = await response.json();
    if (!isRecord(answer)) return undefined;
    if (answer.ok === true) return isIt(answer.value) ? success(answer.value) : undefined;
    return isFailure(answer.error) ? { ok: false, error: answer.error } : undefined;
  } catch {
    return undefined; // no network, no server, or not its answer
  }
}

/** What was asked, unless it takes longer than it may: then it is given up here, and goes on by itself. */
async function inTime<T>(work: Promise<T>, ms: number): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('too slow')), ms);
  });
  try {
    return await Promise.race([work, late]);
  } finally {
    clearTimeout(timer);
  }
}

const isFailure = (value: unknown): value is Failure =>
  isRecord(value) && typeof value.code === 'string' && typeof value.message === 'string';

/** A person's session as the server has placed it. */
type Held = { readonly client: FloorClient; readonly session: string; readonly placed: readonly Placed[] };

/** The same on every tablet: those who open a class at once tap into the same sessions. */
const sessionInClass = (appointment: string, client: string): string => ownId(client, appointment);

/** Who is in it, as the pack has them; undefined where it has none such. */
function peopleOf({ clients, classes }: DayPack, { kind, id }: Whom): readonly FloorClient[] | undefined {
  if (kind === 'client') {
    const client = clients.find((one) => one.id === id);
    return client && [client];
  }
  const people = classes.find((one) => one.id === id)?.people ?? [];
  const found = people.flatMap(({ client }) => clients.find((one) => one.id === client) ?? []);
  return found.length > 0 ? found : undefined;
}

export class FloorLink {
  #state: FloorState = nothing(newId());
  #listeners = new Set<() => void>();
  #tablet: Tablet | undefined;
  #key: Keys | undefined;
  #device = newId();
  #seq = 0;
  /** Everything of this person that waits, of any session, in order. */
  #queue: SessionEvent[] = [];
  #whom: Whom | undefined;
  #held: Held[] = [];
  #writing: Promise<unknown> = Promise.resolve();
  #asking = false;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #failures = 0;
  #closed = false;

  readonly read = (): FloorState => this.#state;
  readonly listen = (heard: () => void): (() => void) => {
    this.#listeners.add(heard);
    return () => this.#listeners.delete(heard);
  };

  #change(change: Partial<FloorState>): void {
    this.#state = { ...this.#state, ...change };
    for (const heard of this.#listeners) heard();
  }

  /** Opens the Floor for a client or a class: from the tablet at once where it can, from the server as soon as it answers. */
  async open(whom: Whom): Promise<void> {
    this.#closed = false;
    this.#whom = whom;
    this.#tablet = await inTime(openTablet(), opensWithinMs).catch(() => undefined);
    if (!this.#tablet || !globalThis.crypto?.subtle) this.#change({ storage: 'none' });
    const kept = this.#tablet && (await readDay(this.#tablet));
    const held = isOwnPack(kept) && kept.until > Date.now() ? kept : undefined;
    if (kept && !held) await this.#forget();
    const people = held && peopleOf(held, whom);
    if (held && people) {
      this.#key = this.#tablet && (await findKey(this.#tablet, held.who.id));
      await this.#begin(held, people);
      void this.#refresh(whom);
      return;
    }
    await this.#refresh(whom);
  }

  /** Reads the day again: somebody came to a class, or its plan is another. */
  readonly renew = async (): Promise<void> => {
    if (this.#whom) await this.#refresh(this.#whom);
  };

  async #refresh(whom: Whom): Promise<void> {
    const answer = await ask(`/api/floor/day${whom.kind === 'client' ? `?client=${whom.id}` : ''}`, isPack);
    if (this.#closed) return;
    if (answer?.ok) return this.#take(answer.value, whom);
    const isSignedOut = answer?.error.code === 'signedOut';
    if (isSignedOut) await this.#forget();
    if (this.#state.stage === 'ready') return this.#change({ line: isSignedOut ? 'signedOut' : 'down' });
    this.#change({
      stage: isSignedOut ? 'signIn' : answer?.error.code === 'notFound' ? 'noClient' : 'unavailable',
    });
  }

  /** Nobody is signed in here any more: the tablet keeps no client, only what waits, locked. This page goes on with what it holds. */
  async #forget(): Promise<void> {
    await wipeTablet().catch(() => undefined);
  }

  async #take(pack: DayPack, whom: Whom): Promise<void> {
    const people = peopleOf(pack, whom);
    if (!people) return this.#change({ stage: 'noClient' });
    const before = this.#state.pack;
    const isReady = this.#state.stage === 'ready';
    try {
      if (this.#tablet && crypto.subtle) {
        const held = await readDay(this.#tablet);
        if (isPack(held) && held.who.id !== pack.who.id) await wipeTablet();
        this.#key = await keepKey(this.#tablet, pack.who.id, pack.key);
        await keepDay(this.#tablet, { ...pack, key: '' });
      }
    } catch {
      this.#change({ storage: 'full' });
    }
    if (!isReady || before?.who.id !== pack.who.id) return this.#begin(pack, people);
    this.#change({ pack });
    const held = await Promise.all(people.map((client) => this.#holdAgain(client)));
    this.#held = held;
    this.#refold();
  }

  /** Somebody as the pack has her now, with her session as it is in hand. */
  async #holdAgain(client: FloorClient): Promise<Held> {
    const known = this.#held.find((one) => one.client.id === client.id);
    return known ? { ...known, client } : this.#hold(client, this.#sessionOf(client) ?? newId());
  }

  /** In a class each has the session that the class gives her. */
  #sessionOf({ id }: FloorClient): string | undefined {
    return this.#whom?.kind === 'class' ? sessionInClass(this.#whom.id, id) : undefined;
  }

  async #hold(client: FloorClient, session: string): Promise<Held> {
    const placed = this.#tablet ? (await readPlaced(this.#tablet, session)).filter(isPlaced) : [];
    return { client, session, placed };
  }

  async #begin(pack: DayPack, people: readonly FloorClient[]): Promise<void> {
    const user = pack.who.id;
    let aside: Aside[] = [];
    if (this.#tablet) {
      this.#device = await deviceId(this.#tablet, newId);
      if (this.#key) {
        this.#queue = (await readWaiting(this.#tablet, this.#key, user)).filter(isEvent);
        aside = (await readAside(this.#tablet, this.#key, user)).filter(isAside);
      }
    }
    this.#seq = Math.max(this.#seq, ...this.#queue.map(({ seq }) => seq));
    this.#change({ pack, aside });
    if (this.#whom?.kind === 'class') await this.#beginClass(people);
    else await this.#beginAlone(people);
    this.#change({ stage: 'ready' });
    this.#again(0);
  }

  async #beginClass(people: readonly FloorClient[]): Promise<void> {
    this.#held = await Promise.all(people.map((client) => this.#hold(client, this.#sessionOf(client) ?? newId())));
    this.#refold();
    const isNew = this.#held.every(({ placed }) => placed.length === 0) && this.#queue.length === 0;
    if (isNew) await this.#exchange(); // another tablet may have begun it: see it before showing a start
  }

  async #beginAlone([client]: readonly FloorClient[]): Promise<void> {
    if (!client) return;
    const started = this.#queue.findLast(({ what }) => what.kind === 'started' && what.client === client.id);
    const open = this.#tablet && (await this.#tablet.get('day', `open:${client.id}`));
    const noted = typeof open === 'string' ? open : undefined;
    this.#held = [await this.#hold(client, started?.session ?? noted ?? client.open ?? newId())];
    this.#refold();
    const { endedAt } = this.#state.session;
    if (endedAt !== null && Date.now() - endedAt > closedForMs) await this.another(); // yesterday's, or this morning's
    if (!started && !noted && client.open) await this.#exchange(); // another tablet began it: see it before showing a start
  }

  #threadOf({ client, session, placed }: Held): Thread {
    const isPlacedHere = new Set(placed.map(({ event }) => event.id));
    const events = [
      ...placed.map(({ event }) => event),
      ...this.#queue.filter((event) => event.session === session && !isPlacedHere.has(event.id)),
    ];
    return { client, events, session: foldSession(session, events) };
  }

  /** Folds again the sessions that changed; all of them where it is not said which. */
  #refold(changed?: ReadonlySet<string>): void {
    const before = new Map(this.#state.threads.map((one) => [one.session.id, one]));
    const threads = this.#held.map((held) => {
      const known = before.get(held.session);
      const isSame = known && changed && !changed.has(held.session) && known.client === held.client;
      return isSame ? known : this.#threadOf(held);
    });
    const [first] = threads;
    const named = this.#held.flatMap(({ placed }) => placed.map(({ name, event }) => [event.by, name] as const));
    this.#change({
      threads,
      ...(first ? { client: first.client, events: first.events, session: first.session } : {}),
      waiting: this.#queue.length,
      names: { ...this.#state.names, ...Object.fromEntries(named) },
    });
  }

  /**
   * One thing happened. Resolves with its id once it is kept and shown. What depends on the taps before it (which side is
   * next) is given as a question to the session: taps come faster than a screen is painted. `clientId`: whose it is, in a class.
   */
  tap(what: Payload | ((session: Session) => Payload), clientId?: string): Promise<string> {
    const kept = this.#writing.then(async () => {
      const { threads } = this.#state;
      const session = threads.find(({ client }) => client.id === clientId)?.session ?? this.#state.session;
      const event = this.#make(typeof what === 'function' ? what(session) : what, session.id);
      await this.#keep(event);
      return event.id;
    });
    this.#writing = kept.catch(() => undefined);
    return kept;
  }

  /** Leaves a closed session for a new one with the same client. */
  async another(): Promise<void> {
    const [held] = this.#held;
    if (!held) return;
    await this.#tablet?.delete('day', `open:${held.client.id}`);
    this.#held = [{ client: held.client, session: newId(), placed: [] }];
    this.#refold();
  }

  #make(what: Payload, session: string): SessionEvent {
    const { pack } = this.#state;
    if (!pack) throw new Error('the Floor is not open yet');
    this.#seq = Math.max(this.#seq + 1, Date.now() * 1000);
    return {
      id: newId(),
      v: eventVersion,
      session,
      device: this.#device,
      seq: this.#seq,
      at: Date.now(),
      by: pack.who.id,
      what,
    };
  }

  async #keep(event: SessionEvent): Promise<void> {
    const [tablet, key] = [this.#tablet, this.#key];
    if (tablet && key)
      await this.#onTablet(
        keepWaiting(tablet, key, event.by, event).then(async () => {
          if (event.what.kind === 'started' && !event.what.class)
            await tablet.put('day', event.session, `open:${event.what.client}`);
          this.#storage('kept');
        }),
      );
    this.#queue.push(event);
    this.#refold(new Set([event.session]));
    this.#again(0);
  }

  /**
   * Writes to the tablet's storage. What it can't take, or doesn't answer in time, the page still holds and goes on sending:
   * her taps never wait for a disc. What comes late comes: the server takes the same tap only once.
   */
  async #onTablet(writing: Promise<unknown>): Promise<void> {
    const written = writing.catch(() => this.#storage('full'));
    await inTime(written, tabletWithinMs).catch(() => this.#storage('slow'));
  }

  #storage(storage: FloorState['storage']): void {
    if (this.#state.storage !== storage) this.#change({ storage });
  }

  /** Asks again after a while; at once when something was tapped or the network came back. */
  #again(afterMs: number): void {
    if (this.#closed) return;
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#exchange(), afterMs);
  }

  readonly hurry = (): void => this.#again(0);

  /** What is sent, and which session is followed for what others tapped; nothing to ask when there is neither. */
  #question(sent: readonly SessionEvent[]): object | undefined {
    const isClass = this.#whom?.kind === 'class';
    const isFollowed = ({ session, client }: Thread) =>
      isClass || session.client !== null || client.open === session.id;
    const follow = this.#state.threads.filter(isFollowed).map(({ session: { id } }) => ({
      session: id,
      after: this.#held.find(({ session }) => session === id)?.placed.at(-1)?.n ?? 0,
    }));
    if (sent.length === 0 && follow.length === 0) return undefined;
    return { sentAt: Date.now(), follow, events: sent };
  }

  async #exchange(): Promise<void> {
    if (this.#asking || this.#closed || !this.#state.pack) return;
    this.#asking = true;
    const sent = this.#queue.slice(0, sendAtOnce);
    const question = this.#question(sent);
    const isHeard = question ? await this.#askAndHear(question, sent).catch(() => false) : true;
    this.#asking = false;
    this.#failures = isHeard ? 0 : this.#failures + 1;
    const more = question && isHeard && this.#queue.length > 0;
    this.#again(more ? 0 : Math.min(slowestMs, askEveryMs * 2 ** Math.min(3, this.#failures)));
  }

  /** Sends and hears the answer; false where none came. */
  async #askAndHear(question: object, sent: readonly SessionEvent[]): Promise<boolean> {
    const answer = await ask('/api/floor/exchange', isAnswer, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(question),
    });
    if (answer?.ok) {
      await this.#hear(answer.value, sent);
      return true;
    }
    const isSignedOut = answer?.error.code === 'signedOut';
    if (isSignedOut && this.#state.line !== 'signedOut') await this.#forget();
    this.#change({ line: isSignedOut ? 'signedOut' : 'down' });
    return false;
  }

  async #hear({ acked, refused, news }: Answer, sent: readonly SessionEvent[]): Promise<void> {
    const done = new Set(acked.map(({ id }) => id));
    const bad = new Map(refused.map(({ id, error }) => [id, error.message]));
    const fresh = news.filter(({ n, event }) => {
      const held = this.#held.find(({ session }) => session === event.session);
      return held !== undefined && n > (held.placed.at(-1)?.n ?? 0);
    });
    const changed = new Set([...fresh.map(({ event }) => event.session), ...sent.map(({ session }) => session)]);
    this.#held = this.#held.map((held) => {
      const own = fresh.filter(({ event }) => event.session === held.session);
      return own.length > 0 ? { ...held, placed: [...held.placed, ...own] } : held;
    });
    const asides = sent.flatMap((event): Aside[] => {
      const why = bad.get(event.id);
      return why === undefined ? [] : [{ why, event }];
    });
    await this.#onTablet(this.#writeHeard(fresh, [...done], asides));
    // An acknowledged tap of this session leaves the queue once its place in the order is known.
    const known = new Set(this.#held.flatMap(({ placed }) => placed.map(({ event }) => event.id)));
    const isOurs = new Set(this.#held.map(({ session }) => session));
    this.#queue = this.#queue.filter(
      ({ id, session }) => !bad.has(id) && !(done.has(id) && (!isOurs.has(session) || known.has(id))),
    );
    if (this.#state.line !== 'open') this.#change({ line: 'open' });
    if (asides.length > 0) this.#change({ aside: [...this.#state.aside, ...asides] });
    if (changed.size > 0 || asides.length > 0) this.#refold(changed);
  }

  async #writeHeard(fresh: readonly Placed[], done: readonly string[], asides: readonly Aside[]): Promise<void> {
    const [tablet, key] = [this.#tablet, this.#key];
    if (!tablet) return;
    for (const session of new Set(fresh.map(({ event }) => event.session)))
      await keepPlaced(
        tablet,
        session,
        fresh.filter(({ event }) => event.session === session),
      );
    if (done.length > 0) await forgetWaiting(tablet, done);
    if (key) for (const { why, event } of asides) await setAside(tablet, key, event.by, event, why);
  }

  /** Puts away what the server refused, once it was read. */
  async dropAside(): Promise<void> {
    if (this.#tablet)
      await forgetAside(
        this.#tablet,
        this.#state.aside.map(({ event }) => event.id),
      );
    this.#change({ aside: [] });
  }

  close(): void {
    this.#closed = true;
    clearTimeout(this.#timer);
    this.#tablet?.close();
  }
}
