// What a shared tablet keeps of the Floor, in IndexedDB: the day's pack and the sessions' events while someone is signed
// in; locked, and longer than that, what has not reached the server yet.
import { openDB } from 'idb';
import type { DBSchema, IDBPDatabase } from 'idb';

export type Locked = { readonly iv: Uint8Array<ArrayBuffer>; readonly data: ArrayBuffer };
/** One key locks; it opens, and those before it do. */
export type Keys = { readonly lock: CryptoKey; readonly open: readonly CryptoKey[] };
type Waiting = Locked & { readonly id: string; readonly user: string; readonly seq: number };
type Aside = Locked & { readonly id: string; readonly user: string; readonly why: string };
type Placed = { readonly session: string; readonly n: number; readonly value: unknown };

interface Shelves extends DBSchema {
  waiting: { key: string; value: Waiting; indexes: { order: [string, number] } };
  aside: { key: string; value: Aside; indexes: { user: string } };
  placed: { key: [string, number]; value: Placed };
  day: { key: string; value: unknown };
  keys: { key: string; value: Keys | CryptoKey };
  device: { key: string; value: string };
}

const name = 'level-spine-floor';

export const openTablet = (): Promise<IDBPDatabase<Shelves>> =>
  openDB<Shelves>(name, 1, {
    upgrade(database) {
      database.createObjectStore('waiting', { keyPath: 'id' }).createIndex('order', ['user', 'seq']);
      database.createObjectStore('aside', { keyPath: 'id' }).createIndex('user', 'user');
      database.createObjectStore('placed', { keyPath: ['session', 'n'] });
      database.createObjectStore('day');
      database.createObjectStore('keys');
      database.createObjectStore('device');
    },
  });

export type Tablet = IDBPDatabase<Shelves>;

const bytesOf = (base64: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));

/** Keys as the server gave them, the one in use first, made unreadable. */
export async function keyFrom(base64: string): Promise<Keys> {
  const [lockWith, ...earlier] = await Promise.all(
    base64
      .split(' ')
      .map((one) => crypto.subtle.importKey('raw', bytesOf(one), 'AES-GCM', false, ['encrypt', 'decrypt'])),
  );
  if (!lockWith) throw new Error('no key was given');
  return { lock: lockWith, open: [lockWith, ...earlier] };
}

/** The key of whoever signed in; kept until sign-out. */
export async function keepKey(tablet: Tablet, user: string, base64: string): Promise<Keys> {
  const key = await keyFrom(base64);
  await tablet.put('keys', key, user);
  return key;
}

export async function findKey(tablet: Tablet, user: string): Promise<Keys | undefined> {
  const kept = await tablet.get('keys', user);
  return kept instanceof CryptoKey ? { lock: kept, open: [kept] } : kept; // kept before there were several
}

export async function lock({ lock: key }: Keys, value: unknown): Promise<Locked> {
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const data = await crypto.subtle.encrypt(
    { name: 'AES-GCM', iv },
    key,
    new TextEncoder().encode(JSON.stringify(value)),
  );
  return { iv, data };
}

export async function unlock({ open }: Keys, { iv, data }: Locked): Promise<unknown> {
  for (const [i, key] of open.entries())
    try {
      const text = await crypto.subtle.decrypt({ name: 'AES-GCM', iv }, key, data);
      return JSON.parse(new TextDecoder().decode(text));
    } catch (error) {
      if (i === open.length - 1) throw error; // under none of them
    }
  return undefined;
}

type Named = { readonly id: string; readonly seq: number };

export async function keepWaiting(tablet: Tablet, key: Keys, user: string, event: Named): Promise<void> {
  await tablet.put('waiting', { id: event.id, user, seq: event.seq, ...(await lock(key, event)) });
}

/** What this person tapped that the server has not acknowledged, in order. */
export async function readWaiting(tablet: Tablet, key: Keys, user: string): Promise<unknown[]> {
  const rows = await tablet.getAllFromIndex('waiting', 'order', IDBKeyRange.bound([user, 0], [user, Infinity]));
  return Promise.all(rows.map((row) => unlock(key, row)));
}

export async function forgetWaiting(tablet: Tablet, ids: readonly string[]): Promise<void> {
  const change = tablet.transaction('waiting', 'readwrite');
  await Promise.all([...ids.map((id) => change.store.delete(id)), change.done]);
}

/** What the server refused is not sent again, and not thrown away. */
export async function setAside(tablet: Tablet, key: Keys, user: string, event: Named, why: string): Promise<void> {
  const locked = await lock(key, event);
  const change = tablet.transaction(['waiting', 'aside'], 'readwrite');
  await Promise.all([
    change.objectStore('aside').put({ id: event.id, user, why, ...locked }),
    change.objectStore('waiting').delete(event.id),
    change.done,
  ]);
}

export async function readAside(
  tablet: Tablet,
  key: Keys,
  user: string,
): Promise<{ readonly why: string; readonly event: unknown }[]> {
  const rows = await tablet.getAllFromIndex('aside', 'user', user);
  return Promise.all(rows.map(async (row) => ({ why: row.why, event: await unlock(key, row) })));
}

export const forgetAside = async (tablet: Tablet, ids: readonly string[]): Promise<void> => {
  const change = tablet.transaction('aside', 'readwrite');
  await Promise.all([...ids.map((id) => change.store.delete(id)), change.done]);
};

export async function keepPlaced(
  tablet: Tablet,
  session: string,
  events: readonly { readonly n: number }[],
): Promise<void> {
  const change = tablet.transaction('placed', 'readwrite');
  await Promise.all([...events.map((value) => change.store.put({ session, n: value.n, value })), change.done]);
}

export async function readPlaced(tablet: Tablet, session: string): Promise<unknown[]> {
  const rows = await tablet.getAll('placed', IDBKeyRange.bound([session, 0], [session, Infinity]));
  return rows.map(({ value }) => value);
}

export const keepDay = (tablet: Tablet, pack: unknown): Promise<string> => tablet.put('day', pack, 'pack');
export const readDay = (tablet: Tablet): Promise<unknown> => tablet.get('day', 'pack');

/** This tablet, for life. */
export async function deviceId(tablet: Tablet, fresh: () => string): Promise<string> {
  const found = await tablet.get('device', 'id');
  if (found) return found;
  const made = fresh();
  await tablet.put('device', made, 'id');
  return made;
}

/** At sign-out, and when somebody else signs in: nothing of the clients stays but what waits, locked, to be sent. */
export async function wipeTablet(): Promise<void> {
  const tablet = await openTablet();
  const change = tablet.transaction(['placed', 'day', 'keys'], 'readwrite');
  await Promise.all([
    change.objectStore('placed').clear(),
    change.objectStore('day').clear(),
    change.objectStore('keys').clear(),
    change.done,
  ]);
  tablet.close();
}
