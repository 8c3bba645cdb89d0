import { Op } from 'sequelize';
import { v7 as newId } from 'uuid';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Appointment, Client, ClientCondition, Intake, OverruleRow, Stop, Studio, User } from '../models';
import { ready } from '../ready';
import type { AppointmentCard, ClientCard, IntakeCard, Room, StopCard, StudioCard, Who } from '../types';

export async function findStudio(who: Who): Promise<StudioCard> {
  ready();
  const studio = await Studio.findByPk(who.studioId, { rejectOnEmpty: true });
  const user = await User.findOne({ where: { id: who.userId, studioId: who.studioId } });
  const { id, name, school, stances, props, timeZone } = studio;
  const first: Room = { id: 'studio', name: 'Studio', props, apparatus: ['mat'] };
  const rooms = studio.rooms?.length ? studio.rooms : [first];
  return {
    id,
    name,
    school,
    stances,
    exerciseStances: studio.exerciseStances ?? {},
    tolerances: studio.tolerances ?? {},
    rooms,
    room: rooms.find((room) => room.id === user?.room) ?? rooms[0] ?? first,
    timeZone,
  };
}

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

async function toCards(who: Who, clients: readonly Client[]): Promise<ClientCard[]> {
  const where = { studioId: who.studioId, clientId: clients.map(({ id }) => id) };
  const [onFile, overrules, stops, intakes] = await Promise.all([
    ClientCondition.findAll({ where, order: [['condition', 'ASC']] }),
    OverruleRow.findAll({ where, order: [['madeAt', 'DESC']] }),
    Stop.findAll({ where: { ...where, clearedOn: null }, order: [['madeAt', 'DESC']] }),
    Intake.findAll({
      where,
      order: [
        ['signedOn', 'DESC'],
        ['madeAt', 'DESC'],
      ],
    }),
  ]);
  return clients.map((client) => ({
    id: client.id,
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
    pubicMark: client.pubicMark,
    note: client.note,
    conditions: onFile
      .filter(({ clientId }) => clientId === client.id)
      .map(({ condition, note, clearedOn, clearedBy }) => ({ condition, note, clearedOn, clearedBy })),
    overrules: overrules
      .filter(({ clientId }) => clientId === client.id)
      .map(({ id, exercise, level, rule, reason, madeBy, madeAt }) => ({
        id,
        exercise,
        level,
        rule,
        reason,
        madeBy,
        madeAt,
      })),
    stop: stopOf(stops.find(({ clientId }) => clientId === client.id)),
    intake: intakeOf(intakes.find(({ clientId }) => clientId === client.id)),
  }));
}

const notFound = () => failure('notFound', 'There is no such client in this studio.', 'client');

/** One client of the asker's own studio. */
export async function findClient(who: Who, id: string): Promise<Result<ClientCard>> {
  ready();
  const client = await Client.findOne({ where: { id, studioId: who.studioId } });
  const [card] = client ? await toCards(who, [client]) : [];
  return card ? success(card) : notFound();
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
    where: { studioId: who.studioId, ...(search ? { name: { [Op.like]: like } } : {}) },
    order: [
      ['name', 'ASC'],
      ['id', 'ASC'],
    ],
    limit: clientsPerPage,
    offset: (page - 1) * clientsPerPage,
  });
  return { clients: await toCards(who, rows), total: count };
}

export type NewClient = Omit<ClientCard, 'id' | 'conditions' | 'overrules' | 'stop' | 'intake' | 'stances'> & {
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

/** Keeps a new client and returns her id. */
export async function addClient(who: Who, { conditions, ...client }: NewClient): Promise<string> {
  const id = newId();
  await ready().transaction(async (transaction) => {
    await Client.create({ id, studioId: who.studioId, ...client, createdAt: new Date() }, { transaction });
    await ClientCondition.bulkCreate(fileConditions(who, id, conditions), { transaction });
  });
  return id;
}

/** Changes a client; notes and clearances of conditions that stay are kept. */
export async function updateClient(who: Who, id: string, { conditions, ...changed }: NewClient): Promise<Result<null>> {
  return ready().transaction(async (transaction) => {
    const client = await Client.findOne({ where: { id, studioId: who.studioId }, transaction, lock: true });
    if (!client) return notFound();
    await client.update(changed, { transaction });
    const onFile = await ClientCondition.findAll({ where: { studioId: who.studioId, clientId: id }, transaction });
    const gone = onFile.filter(({ condition }) => !conditions.includes(condition)).map((row) => row.id);
    await ClientCondition.destroy({ where: { studioId: who.studioId, id: gone }, transaction });
    const fresh = conditions.filter((wanted) => !onFile.some(({ condition }) => condition === wanted));
    await ClientCondition.bulkCreate(fileConditions(who, id, fresh), { transaction });
    return success(null);
  });
}

/** Appointments that start within [from, to), earliest first, with their clients. */
export async function listAppointments(
  who: Who,
  from: Date,
  to: Date,
): Promise<{ appointment: AppointmentCard; client: ClientCard }[]> {
  ready();
  const appointments = await Appointment.findAll({
    where: { studioId: who.studioId, startsAt: { [Op.gte]: from, [Op.lt]: to } },
    order: [['startsAt', 'ASC']],
  });
  const clients = await toCards(
    who,
    await Client.findAll({ where: { studioId: who.studioId, id: appointments.map(({ clientId }) => clientId) } }),
  );
  const instructors = await User.findAll({ where: { studioId: who.studioId }, attributes: ['id', 'name'] });
  return appointments.flatMap(({ id, clientId, instructorId, startsAt, minutes, note }) => {
    const client = clients.find((card) => card.id === clientId);
    const instructor = instructors.find((user) => user.id === instructorId)?.name ?? '';
    return client ? [{ appointment: { id, clientId, instructor, startsAt, minutes, note }, client }] : [];
  });
}

/** Every client of the studio, by name. */
export async function listAllClients(who: Who): Promise<ClientCard[]> {
  ready();
  return toCards(who, await Client.findAll({ where: { studioId: who.studioId }, order: [['name', 'ASC']] }));
}

/** Names of everybody on the books. */
export async function listNames(who: Who): Promise<string[]> {
  ready();
  const rows = await Client.findAll({ where: { studioId: who.studioId }, attributes: ['name'] });
  return rows.map(({ name }) => name);
}

/** Sets one of a client's own stances, or lets the school or studio hold again. */
export async function setClientStance(
  who: Who,
  id: string,
  stance: string,
  choice: string | null,
): Promise<Result<null>> {
  return ready().transaction(async (transaction) => {
    const client = await Client.findOne({ where: { id, studioId: who.studioId }, transaction, lock: true });
    if (!client) return notFound();
    const { [stance]: _, ...others } = client.stances ?? {};
    await client.update({ stances: choice === null ? others : { ...others, [stance]: choice } }, { transaction });
    return success(null);
  });
}
