import type { Role } from '@/data/types';

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
  readonly left: string | null;
};
