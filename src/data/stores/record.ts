// Who looked at what is kept of clients, and who changed it. Rows are only ever added; nothing here changes one.
import { Op } from 'sequelize';
import type { Transaction } from 'sequelize';
import { v7 as newId } from 'uuid';
import { Client, RecordRow } from '../models';
import { ready } from '../ready';
import type { RecordKind } from '../record-kinds';
import type { Who } from '../types';

export type Noted = {
  readonly kind: RecordKind;
  readonly clientId?: string;
  /** In words for the person who reads it. */
  readonly what: string;
  /** What stood before, and what stands now, as far as it changed. */
  readonly was?: unknown;
  readonly became?: unknown;
};

type Person = Pick<Who, 'userId' | 'studioId' | 'name'>;

const rowOf = ({ studioId, userId, name }: Person, { kind, clientId, what, was, became }: Noted) => ({
  ...{ id: newId(), studioId, personId: userId || null, person: name.slice(0, 120), at: new Date(), kind },
  ...{ clientId: clientId ?? null, what: what.slice(0, 300), was: was ?? null, became: became ?? null },
});

/** Notes a change, in the transaction that makes it: none stands without the other. */
export async function note(person: Person, noted: Noted, transaction: Transaction): Promise<void> {
  await RecordRow.create(rowOf(person, noted), { transaction });
}

/** Notes what changes nothing that is kept: what was handed out, who signed in. */
export async function noteAlone(person: Person, noted: Noted): Promise<void> {
  ready();
  await RecordRow.create(rowOf(person, noted));
}

/** What this server has noted already today: it is not asked again. */
const notedToday = new Set<string>();
const mostRemembered = 20_000;

/** Notes that somebody looked at what is kept of clients: once a day for each, before it is shown. */
export async function noteLooks(who: Person, clientIds: readonly string[]): Promise<void> {
  if (!who.userId) return; // the product itself
  const day = new Date().toISOString().slice(0, 10);
  const keyOf = (id: string) => `looked ${day} ${who.userId} ${id}`;
  const fresh = [...new Set(clientIds)].filter((id) => !notedToday.has(keyOf(id)));
  if (fresh.length === 0) return;
  await RecordRow.bulkCreate(
    fresh.map((clientId) => ({
      ...rowOf(who, { kind: 'looked', clientId, what: 'looked at what is on file' }),
      once: keyOf(clientId),
    })),
    { ignoreDuplicates: true },
  );
  if (notedToday.size > mostRemembered) notedToday.clear();
  for (const id of fresh) notedToday.add(keyOf(id));
}

export type RecordCard = {
  readonly id: string;
  readonly at: Date;
  readonly person: string;
  readonly kind: RecordKind;
  readonly what: string;
  readonly client: { readonly id: string; readonly name: string } | null;
  readonly was: unknown;
  readonly became: unknown;
};

export type RecordAsked = {
  readonly clientId?: string | undefined;
  readonly personId?: string | undefined;
  readonly kind?: RecordKind | undefined;
  /** Part of the words. */
  readonly find?: string | undefined;
  readonly page?: number | undefined;
};

export const recordsPerPage = 60;

/** The record of a studio, the newest first, a page at a time. */
export async function listRecord(
  { studioId }: Who,
  { clientId, personId, kind, find = '', page = 1 }: RecordAsked,
): Promise<{ rows: RecordCard[]; total: number }> {
  ready();
  const like = `%${find.trim().replace(/[\\%_]/g, '\\$&')}%`;
  const { rows, count } = await RecordRow.findAndCountAll({
    where: {
      studioId,
      ...(clientId ? { clientId } : {}),
      ...(personId ? { personId } : {}),
      ...(kind ? { kind } : {}),
      ...(find.trim() ? { what: { [Op.like]: like } } : {}),
    },
    order: [
      ['at', 'DESC'],
      ['id', 'DESC'],
    ],
    limit: recordsPerPage,
    offset: (page - 1) * recordsPerPage,
  });
  const ids = [...new Set(rows.flatMap((row) => row.clientId ?? []))];
  const names = await Client.findAll({ where: { studioId, id: ids }, attributes: ['id', 'name'] });
  const nameOf = new Map(names.map(({ id, name }) => [id, name]));
  return {
    total: count,
    rows: rows.map((row): RecordCard => {
      const name = row.clientId === null ? undefined : nameOf.get(row.clientId);
      const client = row.clientId === null ? null : { id: row.clientId, name: name ?? 'a client who was erased' };
      const { id, at, person, kind: of, what, was, became } = row;
      return { id, at, person, kind: of, what, client, was, became };
    }),
  };
}
