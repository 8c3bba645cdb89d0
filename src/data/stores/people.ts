// Who works in a studio: roles, passwords, where one is signed in, and leaving.
import { Op } from 'sequelize';
import type { Transaction } from 'sequelize';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Appointment, CalendarLink, Client, ClientShare, Invitation, Series, Session, User } from '../models';
import { hashPassword, isPasswordOf, weighPassword } from '../passwords';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Role, Who } from '../types';
import { hashOf, keysAnew, leadOnly } from './accounts';
import { claimStudio } from './claims';
import { note } from './record';
import { withoutSecond } from './second';

export type PersonCard = {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
  readonly seenAt: Date | null;
  /** Browsers and tablets where she is signed in. */
  readonly signedIn: number;
  /** Appointments from now on. */
  readonly ahead: number;
  readonly leftAt: Date | null;
  readonly hasSecond: boolean;
  /** Clients of her own. */
  readonly clients: number;
};
export type InvitationCard = {
  readonly id: string;
  readonly name: string;
  readonly email: string | null;
  readonly role: Role;
  readonly kind: 'join' | 'password';
  readonly madeBy: string;
  readonly expiresAt: Date;
};

/** The asker's own account. */
export async function findPerson({ userId }: Who): Promise<{ readonly email: string }> {
  ready();
  return User.findByPk(userId, { attributes: ['id', 'email'], rejectOnEmpty: true });
}

/** Everybody who works or worked here, and the links that are still open. */
export async function listPeople({ studioId }: Who): Promise<{ people: PersonCard[]; invitations: InvitationCard[] }> {
  ready();
  const now = new Date();
  const [users, sessions, booked, own, open] = await Promise.all([
    User.findAll({ where: { studioId }, order: [['createdAt', 'ASC']] }),
    Session.findAll({ where: { studioId, expiresAt: { [Op.gt]: now } } }),
    Appointment.count({ where: { studioId, offAt: null, startsAt: { [Op.gt]: now } }, group: ['instructorId'] }),
    Client.count({ where: { studioId, instructorId: { [Op.ne]: null } }, group: ['instructorId'] }),
    Invitation.findAll({ where: { studioId, usedAt: null, expiresAt: { [Op.gt]: now } }, order: [['madeAt', 'DESC']] }),
  ]);
  const people = users.map(({ id, name, email, role, leftAt, secondSince }): PersonCard => {
    const here = sessions.filter(({ userId }) => userId === id);
    const seen = here.flatMap(({ seenAt }) => (seenAt ? [seenAt.getTime()] : []));
    const ahead = booked.find(({ instructorId }) => instructorId === id)?.count ?? 0;
    const seenAt = seen.length > 0 ? new Date(Math.max(...seen)) : null;
    const clients = own.find(({ instructorId }) => instructorId === id)?.count ?? 0;
    const hasSecond = secondSince !== null;
    return { id, name, email, role, seenAt, signedIn: here.length, ahead, clients, hasSecond, leftAt: leftAt ?? null };
  });
  const invitations = open.map(({ id, name, email, role, kind, madeBy, expiresAt }) => ({
    ...{ id, name, email, role, kind, madeBy, expiresAt },
  }));
  return { people, invitations };
}

/** Sets one's own new password; everywhere but here one is signed out. `keep`: the id of the session that asks. */
export async function changePassword(
  who: Who,
  { old, password }: { readonly old: string; readonly password: string },
  keep: string,
): Promise<Result<null>> {
  ready();
  const user = await User.findByPk(who.userId, { rejectOnEmpty: true });
  if (!(await isPasswordOf(user.passwordHash, old)))
    return failure('wrongPassword', 'This is not your password.', 'old');
  const weighed = weighPassword(password, [user.email, user.name]);
  if (!weighed.ok) return weighed;
  if (old === password) return failure('samePassword', 'This is the password that you have.', 'password');
  const passwordHash = await hashPassword(password);
  await transact(async (transaction) => {
    await user.reload({ transaction });
    await user.update({ passwordHash, ...keysAnew(user) }, { transaction });
    await Session.destroy({ where: { userId: user.id, id: { [Op.ne]: hashOf(keep) } }, transaction });
    await note(who, { kind: 'people', what: 'set a new password of her own' }, transaction);
  });
  return success(null);
}

/** Leads who work here, but for one. */
const otherLeads = ({ studioId }: Who, id: string, transaction: Transaction): Promise<number> =>
  User.count({ where: { studioId, role: 'lead', leftAt: null, id: { [Op.ne]: id } }, transaction });

/** Clients of somebody are somebody else's from now on. */
async function passClients({ studioId }: Who, from: string, to: string, transaction: Transaction): Promise<void> {
  await Client.update({ instructorId: to }, { where: { studioId, instructorId: from }, transaction });
}

const roleNamed: Readonly<Record<Role, string>> = { guest: 'a guest', instructor: 'an instructor', lead: 'a lead' };

const noLead = () => failure('lastLead', 'A studio has at least one lead: make somebody else one first.', 'role');

/** What a lead does about a colleague, one after the other: two at once never leave a studio without a lead. */
function aboutColleague(
  who: Who,
  id: string,
  work: (user: User, transaction: Transaction) => Promise<Result<null>>,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    await claimStudio(who, transaction);
    const asker = await User.findOne({ where: { id: who.userId, leftAt: null }, transaction });
    if (asker?.role !== 'lead') return leadOnly(); // as it stands now, not as it was when the page came
    const user = await User.findOne({ where: { id, studioId: who.studioId, leftAt: null }, transaction });
    return user ? work(user, transaction) : failure('notFound', 'Nobody of that name works here.', 'id');
  });
}

export const setRole = (who: Who, id: string, role: Role): Promise<Result<null>> =>
  aboutColleague(who, id, async (user, transaction) => {
    if (role !== 'lead' && user.role === 'lead' && (await otherLeads(who, id, transaction)) === 0) return noLead();
    const what = `made ${user.name} ${roleNamed[role]}`;
    await note(who, { kind: 'people', what, was: user.role, became: role }, transaction);
    await user.update({ role }, { transaction });
    // A guest has no clients of her own: they go to whoever decided it.
    if (role === 'guest') await passClients(who, id, who.userId, transaction);
    return success(null);
  });

/** Takes a colleague's second factor away, who has lost it: she signs in by her password, and sets up another. */
export const clearSecond = (who: Who, id: string): Promise<Result<null>> =>
  aboutColleague(who, id, async (user, transaction) => {
    if (!user.secondSince) return failure('isOff', `${user.name} has no second factor.`, 'id');
    await user.update(withoutSecond, { transaction });
    await note(who, { kind: 'people', what: `took the second factor of ${user.name} away` }, transaction);
    return success(null);
  });

/** Signs a colleague out everywhere: a tablet was lost. */
export const shutOut = (who: Who, id: string): Promise<Result<null>> =>
  aboutColleague(who, id, async (user, transaction) => {
    await Session.destroy({ where: { userId: user.id }, transaction });
    await user.update(keysAnew(user), { transaction });
    await note(who, { kind: 'people', what: `signed ${user.name} out everywhere` }, transaction);
    return success(null);
  });

/** Somebody works here no more: she opens nothing, and her appointments from now on are a colleague's. */
export const letGo = (who: Who, id: string, heir: string): Promise<Result<null>> =>
  aboutColleague(who, id, async (user, transaction) => {
    if (user.role === 'lead' && (await otherLeads(who, id, transaction)) === 0) return noLead();
    const { studioId } = who;
    const next = await User.findOne({ where: { id: heir, studioId, leftAt: null }, transaction });
    if (!next || next.id === id) return failure('noHeir', 'Say who takes the appointments over.', 'heir');
    const now = new Date();
    await Appointment.update(
      { instructorId: heir },
      { where: { studioId, instructorId: id, startsAt: { [Op.gt]: now } }, transaction },
    );
    await Series.update({ instructorId: heir }, { where: { studioId, instructorId: id }, transaction });
    await CalendarLink.destroy({ where: { studioId, userId: id }, transaction });
    if (next.role === 'guest') return failure('noHeir', 'A guest takes nothing over.', 'heir');
    await passClients(who, id, heir, transaction);
    await ClientShare.destroy({ where: { personId: id }, transaction });
    await Session.destroy({ where: { userId: id }, transaction });
    await Invitation.destroy({ where: { userId: id, studioId, usedAt: null }, transaction });
    await user.update({ leftAt: now, tabletKey: null, earlierKeys: null }, { transaction });
    await note(who, { kind: 'people', what: `let ${user.name} go; ${next.name} takes over` }, transaction);
    return success(null);
  });
