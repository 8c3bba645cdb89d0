import { isDeepStrictEqual } from 'node:util';
import { Op } from 'sequelize';
import type { Transaction } from 'sequelize';
import { v7 as newId } from 'uuid';
import { holds } from '@/core/book/places';
import { keysOf } from '@/core/keyed';
import { conditionsByAge, onDay } from '@/core/knowledge/conditions';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { Client, ClientCondition, Intake, OverruleRow, Stop, Studio, User } from '../models';
import { todayIn } from '../days';
import { ready } from '../ready';
import { transact } from '../transact';
import type { ClientCard, Expected, IntakeCard, PlaceCard, StopCard, Who } from '../types';
import { listBook } from './book';
import { claimClient, claimStudio } from './claims';
import { payOwed } from './follows';
import { readContacts } from './papers';
import { note, noteLooks } from './record';
import { clientsSeenBy, noClient } from './seen-by';

const stopOf = (row: Stop | undefined): StopCard | null =>
  row
    ? {
        id: row.id,
        sign: row.sign,
        seen: row.seen,
        madeBy: row.madeBy,
        madeAt: row.madeAt,
        clearedOn: row.clearedOn,
        clearedBy: row.clearedBy,
      }
    : null;

const intakeOf = (row: Intake | undefined): IntakeCard | null =>
  row ? { id: row.id, answers: row.answers, signedName: row.signedName, signedOn: row.signedOn } : null;

/** Rows of each client, in their order. */
function byClient<T extends { readonly clientId: string }>(rows: readonly T[]): (id: string) => readonly T[] {
  const found = new Map<string, T[]>();
  for (const row of rows) {
    const own = found.get(row.clientId);
    if (own) own.push(row);
    else found.set(row.clientId, [row]);
  }
  return (id) => found.get(id) ?? [];
}

/** Conditions as they are today: those on file, and what the year of birth asks for. */
function conditionsOf(client: Client, rows: readonly ClientCondition[], today: string): ClientCard['conditions'] {
  const onFile = rows.map(({ condition, note, clearedOn, clearedBy, clearedUntil, since, dueOn, kindOf, revision }) =>
    onDay({ condition, note, clearedOn, clearedBy, clearedUntil, since, dueOn, kindOf, revision }, today),
  );
  const byAge = conditionsByAge(client.birthYear, today);
  return [...onFile, ...byAge.filter(({ condition }) => !onFile.some((one) => one.condition === condition))];
}

async function toCards(who: Who, clients: readonly Client[], transaction?: Transaction): Promise<ClientCard[]> {
  const ids = clients.map(({ id }) => id);
  if (!transaction) await payOwed(who, ids);
  const where = { studioId: who.studioId, clientId: ids };
  const within = transaction ? { transaction } : {};
  const [onFile, overrules, stops, intakes] = [
    await ClientCondition.findAll({ where, order: [['condition', 'ASC']], ...within }),
    await OverruleRow.findAll({ where, order: [['madeAt', 'DESC']], ...within }),
    await Stop.findAll({ where: { ...where, clearedOn: null }, order: [['madeAt', 'DESC']], ...within }),
    await Intake.findAll({
      where,
      order: [
        ['signedOn', 'DESC'],
        ['madeAt', 'DESC'],
      ],
      ...within,
    }),
  ];
  const studio = await Studio.findByPk(who.studioId, { attributes: ['timeZone'], ...within });
  const today = todayIn(studio?.timeZone ?? 'UTC');
  const [onFileOf, overrulesOf, stopsOf, intakesOf] = [
    byClient(onFile),
    byClient(overrules),
    byClient(stops),
    byClient(intakes),
  ];
  return clients.map((client) => ({
    id: client.id,
    claims: client.claims,
    revision: client.revision,
    name: client.name,
    goal: client.goal,
    birthYear: client.birthYear,
    heightM: client.heightM,
    massKg: client.massKg,
    measuredMm: client.measuredMm ?? null,
    sex: client.sex,
    school: client.school,
    stances: client.stances ?? {},
    touchConsent: client.touchConsent,
    contacts: readContacts(client.contacts),
    pubicMark: client.pubicMark,
    note: client.note,
    conditions: conditionsOf(client, onFileOf(client.id), today),
    overrules: overrulesOf(client.id).map(({ id, exercise, level, rule, reason, madeBy, madeAt }) => ({
      id,
      exercise,
      level,
      rule,
      reason,
      madeBy,
      madeAt,
    })),
    stop: stopOf(stopsOf(client.id)[0]),
    intake: intakeOf(intakesOf(client.id)[0]),
  }));
}

/** One client of the asker's own studio. */
export async function findClient(who: Who, id: string): Promise<Result<ClientCard>> {
  ready();
  const client = await Client.findOne({ where: { ...clientsSeenBy(who), id } });
  if (client) await noteLooks(who, [client.id]);
  const [card] = client ? await toCards(who, [client]) : [];
  return card ? success(card) : noClient();
}

export const clientsPerPage = 50;

/** Clients by name, a page at a time; `search` narrows by part of the name. */
export async function listClients(
  who: Who,
  { search = '', page = 1 }: { search?: string; page?: number } = {},
): Promise<{ clients: ClientCard[]; total: number }> {
  ready();
  const like = `%${search.replace(/[\\%_]/g, '\\$&')}%`;
  const { rows, count } = await Client.findAndCountAll({
    where: { ...clientsSeenBy(who), ...(search ? { name: { [Op.like]: like } } : {}) },
    order: [
      ['name', 'ASC'],
      ['id', 'ASC'],
    ],
    limit: clientsPerPage,
    offset: (page - 1) * clientsPerPage,
  });
  await noteLooks(
    who,
    rows.map(({ id }) => id),
  );
  return { clients: await toCards(who, rows), total: count };
}

export type NewClient = Omit<
  ClientCard,
  'id' | 'claims' | 'revision' | 'conditions' | 'overrules' | 'stop' | 'intake' | 'stances' | 'contacts'
> & {
  readonly conditions: readonly string[];
  readonly stances?: Record<string, string>;
};

const fileConditions = (who: Who, clientId: string, conditions: readonly string[]) =>
  conditions.map((condition) => ({
    id: newId(),
    studioId: who.studioId,
    clientId,
    condition,
    note: '',
    clearedOn: null,
    clearedBy: null,
  }));

/** Keeps a new client and returns her id; one kept under this id before is left as she is. */
export async function addClient(who: Who, client: NewClient, id = newId()): Promise<string> {
  await transact(async (transaction) => {
    if (await Client.findByPk(id, { attributes: ['id'], transaction })) return;
    await createClient(who, id, client, transaction);
  });
  return id;
}

async function createClient(
  who: Who,
  id: string,
  { conditions, ...client }: NewClient,
  transaction: Transaction,
): Promise<void> {
  await Client.create(
    { id, studioId: who.studioId, ...client, instructorId: who.userId || null, createdAt: new Date() },
    { transaction },
  );
  await note(
    who,
    { kind: 'client', clientId: id, what: 'written down', became: { ...client, conditions } },
    transaction,
  );
  await ClientCondition.bulkCreate(fileConditions(who, id, conditions), { transaction });
}

/** Keeps the clients of a table, all or none; names that she sees on the books are passed over. Returns how many were kept. */
export function addClients(
  who: Who,
  clients: readonly { readonly id: string; readonly client: NewClient }[],
): Promise<number> {
  return transact(async (transaction) => {
    await claimStudio(who, transaction); // a table sent twice at once: the second finds the names of the first
    const kept = await Client.findAll({ where: { ...clientsSeenBy(who) }, attributes: ['id', 'name'], transaction });
    const names = new Set(kept.map(({ name }) => name.toLowerCase()));
    const fresh = clients.filter(({ client: { name } }) => !names.has(name.toLowerCase()));
    const { studioId } = who;
    const createdAt = new Date();
    await Client.bulkCreate(
      fresh.map(({ id, client: { conditions: _, ...client } }) => ({
        id,
        studioId,
        ...client,
        instructorId: who.userId || null,
        createdAt,
      })),
      { transaction },
    );
    await ClientCondition.bulkCreate(
      fresh.flatMap(({ id, client }) => fileConditions(who, id, client.conditions)),
      { transaction },
    );
    if (fresh.length > 0)
      await note(who, { kind: 'client', what: `${fresh.length} clients brought in from a table` }, transaction);
    return fresh.length;
  });
}

/** What a change makes of a client's card as it stands by now; conditions that stay keep their notes and clearances. */
export type ClientChange = Partial<NewClient>;

/** What a change makes different, as it was and as it becomes; undefined where it changes nothing. */
function changedIn(card: ClientCard, change: ClientChange) {
  const before: Partial<Record<keyof NewClient, unknown>> = {
    ...card,
    conditions: card.conditions.filter(({ byAge }) => !byAge).map(({ condition }) => condition),
  };
  const fields = keysOf(change).filter((field) => !isDeepStrictEqual(change[field] ?? null, before[field] ?? null));
  if (fields.length === 0) return undefined;
  const of = (from: Partial<Record<keyof NewClient, unknown>>) =>
    Object.fromEntries(fields.map((field) => [field, from[field] ?? null]));
  return { names: fields.join(', '), was: of(before), became: of(change) };
}

/**
 * Changes a client. `decide` is given the card as it stands, with nobody else changing it, and returns what to write, or why
 * not; it may be asked again, and so does nothing but answer.
 */
export function changeClient<T>(
  who: Who,
  id: string,
  decide: (card: ClientCard) => { readonly change: ClientChange } | { readonly refused: T },
): Promise<Result<{ readonly refused: T } | null>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, id, transaction))) return noClient();
    const client = await Client.findByPk(id, { transaction });
    const [card] = client ? await toCards(who, [client], transaction) : [];
    if (!client || !card) return noClient();
    const decided = decide(card);
    if ('refused' in decided) return success(decided);
    const { conditions, ...changed } = decided.change;
    const differing = changedIn(card, decided.change);
    if (differing)
      await note(who, { kind: 'client', clientId: id, what: `changed: ${differing.names}`, ...differing }, transaction);
    await client.update({ ...changed, revision: client.revision + 1 }, { transaction });
    if (!conditions) return success(null);
    const gone = card.conditions.map(({ condition }) => condition).filter((one) => !conditions.includes(one));
    if (gone.length > 0)
      await ClientCondition.destroy({
        where: { studioId: who.studioId, clientId: id, condition: gone },
        transaction,
      });
    const fresh = conditions.filter((wanted) => !card.conditions.some(({ condition }) => condition === wanted));
    await ClientCondition.bulkCreate(fileConditions(who, id, fresh), { transaction });
    return success(null);
  });
}

/** Appointments within [from, to) that take place, earliest first, with those expected whom the asker sees; none without any. */
export async function listAppointments(who: Who, from: Date, to: Date): Promise<Expected[]> {
  const booked = (await listBook(who, from, to)).filter(({ isOff }) => !isOff);
  const isExpected = ({ state, name }: PlaceCard) => holds(state) && name !== null;
  const clientIds = booked.flatMap(({ places }) => places.filter(isExpected).map(({ clientId }) => clientId));
  const rows = await Client.findAll({ where: { ...clientsSeenBy(who), id: [...new Set(clientIds)] } });
  await noteLooks(
    who,
    rows.map(({ id }) => id),
  );
  const cards = new Map((await toCards(who, rows)).map((card) => [card.id, card]));
  const instructors = await User.findAll({ where: { studioId: who.studioId }, attributes: ['id', 'name'] });
  return booked.flatMap(({ id, instructorId, startsAt, minutes, room, note: said, title, capacity, places }) => {
    const instructor = instructors.find((user) => user.id === instructorId)?.name ?? '';
    const people = places.filter(isExpected).flatMap(({ clientId, state }) => {
      const client = cards.get(clientId);
      return client ? [{ client, state }] : [];
    });
    const appointment = { id, instructor, startsAt, minutes, room, note: said, title, capacity };
    return people.length > 0 ? [{ appointment, people }] : [];
  });
}

/** What a client is booked for: by herself first, else with others. */
export function bookedFor(booked: readonly Expected[], clientId: string): Expected['appointment'] | undefined {
  const hers = booked.filter(({ people }) => people.some(({ client }) => client.id === clientId));
  return (hers.find(({ appointment }) => appointment.title === null) ?? hers[0])?.appointment;
}

/** Every client whom the asker sees, by name. */
export async function listAllClients(who: Who): Promise<ClientCard[]> {
  ready();
  return toCards(who, await Client.findAll({ where: { ...clientsSeenBy(who) }, order: [['name', 'ASC']] }));
}

/** The first clients by name whose name holds a text: what a chooser shows. */
export async function findNames(who: Who, search = '', limit = 30): Promise<{ id: string; name: string }[]> {
  ready();
  const like = `%${search.trim().replace(/[\\%_]/g, '\\$&')}%`;
  const rows = await Client.findAll({
    where: { ...clientsSeenBy(who), ...(search.trim() ? { name: { [Op.like]: like } } : {}) },
    attributes: ['id', 'name'],
    order: [
      ['name', 'ASC'],
      ['id', 'ASC'],
    ],
    limit,
  });
  return rows.map(({ id, name }) => ({ id, name }));
}

/** Names of everybody on the books whom the asker sees. */
export async function listNames(who: Who): Promise<string[]> {
  ready();
  const rows = await Client.findAll({ where: { ...clientsSeenBy(who) }, attributes: ['name'] });
  return rows.map(({ name }) => name);
}

/** Sets one of a client's own stances, or lets the school or studio hold again. */
export async function setClientStance(
  who: Who,
  id: string,
  stance: string,
  choice: string | null,
): Promise<Result<null>> {
  const result = await changeClient<never>(who, id, ({ stances }) => {
    const { [stance]: _, ...others } = stances;
    return { change: { stances: choice === null ? others : { ...others, [stance]: choice } } };
  });
  return result.ok ? success(null) : result;
}
