// What the bench has not been able to send yet, locked in this browser so that a closed tab loses nothing. The key comes with
// the page of whoever is signed in; after sign-out nobody can read it here, and the next sign-in brings it back.
import { openDB } from 'idb';
import type { DBSchema, IDBPDatabase } from 'idb';
import { keyFrom, lock, unlock } from './tablet';
import type { Keys, Locked } from './tablet';

interface Shelves extends DBSchema {
  drafts: { key: string; value: Locked & { readonly at: number } };
}

/** Who holds drafts here, and with which key (base64, of the server). */
export type Keeper = { readonly user: string; readonly key: string };

/** A draft that nobody came back for in so long is thrown away. */
const keptForMs = 60 * 86_400_000;

type Store = { readonly shelves: IDBPDatabase<Shelves>; readonly key: Keys };

async function openStore({ key }: Keeper): Promise<Store | undefined> {
  try {
    const shelves = await openDB<Shelves>('level-spine-drafts', 1, {
      upgrade: (database) => void database.createObjectStore('drafts'),
    });
    const change = shelves.transaction('drafts', 'readwrite');
    for (const name of await change.store.getAllKeys()) {
      const row = await change.store.get(name);
      if (row && row.at < Date.now() - keptForMs) await change.store.delete(name);
    }
    await change.done;
    return { shelves, key: await keyFrom(key) };
  } catch {
    return undefined; // no store, or none for pages like this: the page alone holds the drafts, and goes on sending them
  }
}

/** The drafts of one person, each under a name; what is asked first is done first. */
export class Drafts {
  readonly #user: string;
  readonly #store: Promise<Store | undefined>;
  #last: Promise<unknown>;

  constructor(keeper: Keeper) {
    this.#user = keeper.user;
    this.#store = openStore(keeper);
    this.#last = this.#store;
  }

  #inTurn<T>(work: (store: Store) => Promise<T>): Promise<T | undefined> {
    const done = this.#last.then(async () => {
      const store = await this.#store;
      return store && work(store);
    });
    const settled = done.catch(() => undefined); // a full store: as none
    this.#last = settled;
    return settled;
  }

  #nameOf(name: string): string {
    return `${this.#user}/${name}`;
  }

  keep(name: string, draft: unknown): Promise<unknown> {
    return this.#inTurn(async ({ shelves, key }) =>
      shelves.put('drafts', { ...(await lock(key, draft)), at: Date.now() }, this.#nameOf(name)),
    );
  }

  forget(name: string): Promise<unknown> {
    return this.#inTurn(({ shelves }) => shelves.delete('drafts', this.#nameOf(name)));
  }

  /** What was held, as whatever it was; undefined when there is nothing, or nothing readable. */
  read(name: string): Promise<unknown> {
    return this.#inTurn(async ({ shelves, key }) => {
      const row = await shelves.get('drafts', this.#nameOf(name));
      return row && unlock(key, row);
    });
  }
}
