import type { Role, Sight } from '@/data/types';

/** Somebody who works or worked here, as a page shows it. */
export type PersonLine = {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
  /** When she was last seen; null where she is signed in nowhere. */
  readonly seen: string | null;
  readonly signedIn: number;
  readonly ahead: number;
  readonly hasSecond: boolean;
  /** Clients of her own. */
  readonly clients: number;
  readonly left: string | null;
};

export const roleNames: Readonly<Record<Role, string>> = { guest: 'guest', instructor: 'instructor', lead: 'lead' };
export const roleChoices = [
  { id: 'guest', name: 'guest', about: 'Reads what is shared with her, and changes nothing.' },
  { id: 'instructor', name: 'instructor', about: 'Teaches, and keeps what was done.' },
  { id: 'lead', name: 'lead', about: 'Also sets how the studio works, and who works in it.' },
];

export type PeoplePage = {
  readonly studio: string;
  readonly own: string;
  readonly mayChange: boolean;
  readonly people: readonly PersonLine[];
  readonly invitations: readonly {
    readonly id: string;
    readonly name: string;
    readonly role: PersonLine['role'];
    readonly kind: 'join' | 'password';
    readonly madeBy: string;
    readonly until: string;
  }[];
  readonly mayRemoveDemo: boolean;
  readonly sees: Sight;
  /** Clients that are nobody's. */
  readonly nobodys: number;
  readonly wantsSecond: boolean;
  /** Whether the asker has a second factor herself. */
  readonly hasSecond: boolean;
};
