// Everything that is kept of one client: counted, handed out, erased.
import { Op, QueryTypes } from 'sequelize';
import type { Transaction } from 'sequelize';
import { keysOf } from '@/core/keyed';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Client, KeptFilm, Look, LookPicture, Picture, RecordRow } from '../models';
import { oweBytes, payBytes } from '../media/pictures';
import { ready } from '../ready';
import { recountStudio } from '../recount';
import { transact } from '../transact';
import type { FilmType } from '@/core/motion/kept-film';
import type { Who } from '../types';
import { leaveBook } from './book';
import { claimClient, claimStudio } from './claims';
import { note } from './record';
import { maySee, noClient } from './seen-by';

const leadOnly = () =>
  failure('notAllowed', 'Only a lead instructor hands out or erases what is kept of a client.', '');

/** What is kept of a client: the name that a stranger reads, and where it lies. */
const kinds = {
  conditions: 'client_conditions',
  sharedWith: 'client_shares',
  overrules: 'overrules',
  stopSigns: 'stops',
  intakeForms: 'intakes',
  papers: 'papers',
  reportsOfStops: 'incidents',
  appointments: 'appointment_places',
  looks: 'looks',
  pictures: 'pictures',
  keptFilms: 'kept_films',
  sessions: 'taught_sessions',
  corrections: 'trials',
  doses: 'doses',
  ranges: 'client_ranges',
  plans: 'client_plans',
  weeks: 'client_weeks',
  springs: 'spring_settings',
  record: 'records',
} as const;
export type Kept = keyof typeof kinds;

/** Where rows hang on a look or a session of hers. */
const below = {
  marks: ['look_pictures', 'look_id IN (SELECT id FROM looks WHERE client_id = :clientId)'],
  readings: ['look_readings', 'look_id IN (SELECT id FROM looks WHERE client_id = :clientId)'],
  films: ['look_films', 'look_id IN (SELECT id FROM looks WHERE client_id = :clientId)'],
  booked: ['appointments', 'id IN (SELECT appointment_id FROM appointment_places WHERE client_id = :clientId)'],
  sessionEvents: ['session_events', 'session_id IN (SELECT id FROM taught_sessions WHERE client_id = :clientId)'],
} as const;

/** How much of each kind is kept of a client. */
export async function countKept(
  who: Who,
  clientId: string,
): Promise<Result<readonly { readonly kind: Kept; readonly count: number }[]>> {
  const sequelize = ready();
  if (!(await maySee(who, clientId))) return noClient();
  const { studioId } = who;
  const parts = keysOf(kinds).map(
    (kind) =>
      `SELECT '${kind}' AS kind, COUNT(*) AS count FROM ${kinds[kind]} WHERE studio_id = :studioId AND client_id = :clientId`,
  );
  const rows = await sequelize.query<{ kind: Kept; count: number }>(parts.join(' UNION ALL '), {
    replacements: { studioId, clientId },
    type: QueryTypes.SELECT,
  });
  return success(rows.map(({ kind, count }) => ({ kind, count: Number(count) })));
}

type Line = Readonly<Record<string, unknown>>;

/** Says nothing to a stranger, or is no text. */
const inward = new Set(['studio_id', 'client_id', 'bytes', 'place', 'claims', 'revision', 'once']);

/** A column's name as it is read, and its value; what is kept as JSON is told as it is. */
function plain(row: Line): Line {
  const told = Object.entries(row).filter(([name]) => !inward.has(name));
  return Object.fromEntries(
    told.map(([name, value]) => [name.replace(/_(.)/g, (_, letter: string) => letter.toUpperCase()), unpacked(value)]),
  );
}

function unpacked(value: unknown): unknown {
  if (typeof value !== 'string' || !/^[[{]/.test(value)) return value;
  try {
    return JSON.parse(value);
  } catch {
    return value; // a note that begins like that
  }
}

export type WholeClient = {
  readonly name: string;
  readonly files: Readonly<Record<string, unknown>>;
  readonly pictures: readonly { readonly id: string; readonly title: string; readonly format: string }[];
  readonly films: readonly { readonly id: string; readonly type: FilmType }[];
};

/** Everything that is kept of a client, as plain values; pictures by name, their bytes are read one by one. */
export async function readWhole(who: Who, clientId: string): Promise<Result<WholeClient>> {
  if (who.role !== 'lead') return leadOnly();
  const sequelize = ready();
  const { studioId } = who;
  const client = await Client.findOne({ where: { id: clientId, studioId }, attributes: ['id', 'name'] });
  if (!client) return noClient();
  const rowsOf = async (table: string, where: string): Promise<Line[]> => {
    const columns = table === 'pictures' ? 'id, title, format, width, height, created_at' : '*';
    const rows = await sequelize.query<Line>(
      `SELECT ${columns} FROM ${table} WHERE studio_id = :studioId AND ${where}`,
      {
        replacements: { studioId, clientId },
        type: QueryTypes.SELECT,
      },
    );
    return rows.map(plain);
  };
  const files: Record<string, unknown> = { client: (await rowsOf('clients', 'id = :clientId'))[0] };
  for (const kind of keysOf(kinds)) files[kind] = await rowsOf(kinds[kind], 'client_id = :clientId');
  for (const kind of keysOf(below)) files[kind] = await rowsOf(below[kind][0], below[kind][1]);
  const pictures = await Picture.findAll({ where: { clientId, studioId }, attributes: ['id', 'title', 'format'] });
  const films = await KeptFilm.findAll({ where: { clientId, studioId, wholeAt: { [Op.ne]: null } } });
  return success({
    name: client.name,
    files,
    pictures: pictures.map(({ id, title, format }) => ({ id, title, format })),
    films: films.map(({ id, type }) => ({ id, type })),
  });
}

/** Takes every row of a client away; counts of the studio are the caller's to make anew. */
export async function eraseRows({ id: clientId, studioId }: Client, transaction: Transaction): Promise<void> {
  const looks = await Look.findAll({ where: { clientId, studioId }, attributes: ['id'], transaction });
  await LookPicture.destroy({ where: { studioId, lookId: looks.map(({ id }) => id) }, transaction });
  await Look.destroy({ where: { clientId, studioId }, transaction });
  await oweBytes({ clientId, studioId }, transaction);
  await leaveBook(studioId, clientId, transaction);
  await RecordRow.destroy({ where: { clientId, studioId }, transaction });
  await Client.destroy({ where: { id: clientId, studioId }, transaction }); // the rest goes with her
}

/**
 * Erases a client with everything that is kept of her; of the record stays only that somebody was erased, by whom and when.
 * `name`: as it was typed to say so.
 */
export async function eraseClient(who: Who, clientId: string, name: string): Promise<Result<null>> {
  if (who.role !== 'lead') return leadOnly();
  const erased = await transact(async (transaction): Promise<Result<null>> => {
    const { studioId } = who;
    await claimStudio(who, transaction);
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const client = await Client.findOne({ where: { id: clientId, studioId }, transaction });
    if (!client || client.name.trim().toLowerCase() !== name.trim().toLowerCase())
      return failure('otherName', 'This is not the client’s name as it stands on file.', 'name');
    await eraseRows(client, transaction);
    await recountStudio(ready(), studioId, transaction);
    await note(who, { kind: 'erased', what: 'a client was erased, with everything that was kept' }, transaction);
    return success(null);
  });
  await payBytes().catch(() => 0); // what is owed stays owed
  return erased;
}
