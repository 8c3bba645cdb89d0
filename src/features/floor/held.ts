// What comes out of the tablet's store, or from the server, is looked at once here; inside, its shape is trusted.
import { isRecord } from '@/core/keyed';
import { eventVersion } from '@/core/progression/words';
import type { SessionEvent } from '@/core/progression/events';
import type { Answer } from './exchange';
import { thisBuild } from './build';
import type { DayPack } from './pack';

const has = (value: Readonly<Record<string, unknown>>, names: readonly string[], type: string): boolean =>
  names.every((name) => typeof value[name] === type);

/** A day's pack as the server gives it. */
export const isPack = (value: unknown): value is DayPack =>
  isRecord(value) && typeof value.build === 'string' && isRecord(value.who) && Array.isArray(value.clients);

/** One that was kept, and that this very build made: another build's pages may look for other fields. */
export const isOwnPack = (value: unknown): value is DayPack => isPack(value) && value.build === thisBuild;

/** An event of this or another version: the server says what it makes of one that this page does not know. */
export const isEvent = (value: unknown): value is SessionEvent =>
  isRecord(value) &&
  has(value, ['id', 'session', 'device', 'by'], 'string') &&
  has(value, ['v', 'seq', 'at'], 'number') &&
  isRecord(value.what) &&
  typeof value.what.kind === 'string';

export type Placed = Answer['news'][number];

/** An event with its place, which this page can fold. */
export const isPlaced = (value: unknown): value is Placed =>
  isRecord(value) &&
  typeof value.n === 'number' &&
  typeof value.name === 'string' &&
  isEvent(value.event) &&
  value.event.v === eventVersion;

export type Aside = { readonly why: string; readonly event: SessionEvent };

export const isAside = (value: unknown): value is Aside =>
  isRecord(value) && typeof value.why === 'string' && isEvent(value.event);

const named = (value: unknown): boolean => isRecord(value) && typeof value.id === 'string';

export const isAnswer = (value: unknown): value is Answer =>
  isRecord(value) &&
  Array.isArray(value.acked) &&
  value.acked.every(named) &&
  Array.isArray(value.refused) &&
  value.refused.every((one) => named(one) && isRecord(one) && isRecord(one.error)) &&
  Array.isArray(value.news) &&
  value.news.every(isPlaced);
