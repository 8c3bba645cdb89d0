// Whose client each one is, and who else sees her until when.
import { Op } from 'sequelize';
import type { Transaction } from 'sequelize';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { endOfDay, todayIn } from '../days';
import { Client, ClientShare, Studio, User } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Role, Who } from '../types';
import { claimClient } from './claims';
import { note } from './record';
import { clientsSeenBy, noClient } from './seen-by';

export type Colleague = { readonly id: string; readonly name: string; readonly role: Role };
export type WhoSees = {
  readonly client: string;
  /** Whose client she is; null: the leads look after her. */
  readonly owner: Colleague | null;
  readonly shares: readonly {
    readonly id: string;
    readonly person: Colleague;
    readonly until: Date;
    readonly madeBy: string;
  }[];
  /** Everybody who works here now. */
  readonly people: readonly Colleague[];
  /** Whether the asker says who sees her. */
  readonly maySay: boolean;
};

const mostDays = 366;

const notHers = () => failure('notAllowed', 'A lead, or whose client this is, says who sees it.', '');

const isHers = ({ role, userId }: Who, { instructorId }: Client): boolean =>
  role === 'lead' || (role === 'instructor' && instructorId === userId);

/** Who sees a client, and whom she could be given to. */
export async function findWhoSees(who: Who, clientId: string): Promise<Result<WhoSees>> {
  ready();
  const { studioId } = who;
  const client = await Client.findOne({ where: { ...clientsSeenBy(who), id: clientId } });
  if (!client) return noClient();
  const [users, shares] = await Promise.all([
    User.findAll({ where: { studioId, leftAt: null }, order: [['name', 'ASC']] }),
    ClientShare.findAll({
      where: { studioId, clientId, untilAt: { [Op.gt]: new Date() } },
      order: [['untilAt', 'ASC']],
    }),
  ]);
  const people = users.map(({ id, name, role }): Colleague => ({ id, name, role }));
  const personOf = (id: string | null) => people.find((one) => one.id === id);
  return success({
    client: client.name,
    owner: personOf(client.instructorId) ?? null,
    shares: shares.flatMap(({ id, personId, untilAt: until, madeBy }) => {
      const person = personOf(personId);
      return person ? [{ id, person, until, madeBy }] : [];
    }),
    people,
    maySay: isHers(who, client),
  });
}

/** What those may do whose client she is: one after the other, and as it stands now. */
function aboutClient(
  who: Who,
  clientId: string,
  work: (client: Client, transaction: Transaction) => Promise<Result<null>>,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const client = await Client.findByPk(clientId, { transaction, rejectOnEmpty: true });
    return isHers(who, client) ? work(client, transaction) : notHers();
  });
}

const findColleague = ({ studioId }: Who, id: string, transaction: Transaction): Promise<User | null> =>
  User.findOne({ where: { id, studioId, leftAt: null }, transaction });

/** Gives a client to a colleague, who sees her from then on as her own. */
export const handOver = (who: Who, clientId: string, personId: string): Promise<Result<null>> =>
  aboutClient(who, clientId, async (client, transaction) => {
    const person = await findColleague(who, personId, transaction);
    if (!person || person.role === 'guest')
      return failure('notFound', 'Only who teaches here looks after a client.', 'person');
    if (client.instructorId === personId) return success(null);
    await client.update({ instructorId: personId }, { transaction });
    await ClientShare.destroy({ where: { clientId, personId }, transaction });
    await note(who, { kind: 'people', clientId, what: `given to ${person.name}` }, transaction);
    return success(null);
  });

/** Lets a colleague or a guest see a client until the end of a day; sent again, the newer day holds. */
export const shareClient = (
  who: Who,
  clientId: string,
  share: { readonly id: string; readonly personId: string; readonly until: string },
): Promise<Result<null>> =>
  aboutClient(who, clientId, async (client, transaction) => {
    const { id, personId, until } = share;
    const person = await findColleague(who, personId, transaction);
    if (!person) return failure('notFound', 'Nobody of that name works here.', 'person');
    if (client.instructorId === personId) return failure('isHers', `${person.name} has this client already.`, 'person');
    const studio = await Studio.findByPk(who.studioId, { transaction, rejectOnEmpty: true });
    const untilAt = endOfDay(studio.timeZone, until);
    if (until < todayIn(studio.timeZone)) return failure('past', 'This day is over.', 'until');
    if (untilAt.getTime() > Date.now() + mostDays * 86_400_000)
      return failure('tooLong', 'A client is shared for a year at most; for longer, hand over.', 'until');
    const { studioId } = who;
    await ClientShare.destroy({ where: { clientId, personId }, transaction });
    await ClientShare.create(
      { id, studioId, clientId, personId, untilAt, madeBy: who.name, madeAt: new Date() },
      { transaction },
    );
    await note(who, { kind: 'people', clientId, what: `shared with ${person.name} until ${until}` }, transaction);
    return success(null);
  });

/** Shares a client no longer. */
export const endShare = (who: Who, clientId: string, id: string): Promise<Result<null>> =>
  aboutClient(who, clientId, async (_, transaction) => {
    const share = await ClientShare.findOne({ where: { id, clientId }, transaction });
    if (!share) return failure('notFound', 'This client is not shared with that person any more.', 'id');
    const person = await User.findByPk(share.personId, { transaction });
    await share.destroy({ transaction });
    await note(
      who,
      { kind: 'people', clientId, what: `not shared with ${person?.name ?? 'her'} any more` },
      transaction,
    );
    return success(null);
  });

/** How many clients are nobody's: where instructors see their own, only leads find them. */
export async function countNobodys({ studioId }: Who): Promise<number> {
  ready();
  return Client.count({ where: { studioId, instructorId: null } });
}
