// Links that work once: they let a colleague in, or set a new password.
import { randomBytes } from 'node:crypto';
import { Op } from 'sequelize';
import type { Transaction } from 'sequelize';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Invitation, Session, Studio, User } from '../models';
import { hashPassword, isPasswordOf, weighPassword } from '../passwords';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Role, Who } from '../types';
import { accountOf, emailTaken, hashOf, isTakenBy, keysAnew, leadOnly } from './accounts';
import { note } from './record';
import { openSession } from './sessions';
import type { Opened } from './sessions';

const dayMs = 86_400_000;
/** A link works once, and for so long. */
const linkDays = 2;

type NewLink = { readonly id: string; readonly name: string; readonly email: string | null; readonly role: Role };

async function makeLink(
  { studioId, userId, name: madeBy }: Pick<Who, 'studioId' | 'userId' | 'name'>,
  link: NewLink & { readonly kind: 'join' | 'password'; readonly userId: string | null },
  transaction: Transaction,
): Promise<string> {
  const token = randomBytes(24).toString('base64url');
  const now = Date.now();
  const made = { madeBy, madeAt: new Date(now), expiresAt: new Date(now + linkDays * dayMs) };
  await Invitation.destroy({ where: { id: link.id, studioId }, transaction }); // a form sent twice leaves one link, the last
  await Invitation.create({ ...link, studioId, token: hashOf(token), ...made }, { transaction });
  const what = `a link for ${link.name}, ${link.kind === 'join' ? 'to come in' : 'for a new password'}`;
  await note({ studioId, userId, name: madeBy }, { kind: 'people', what }, transaction);
  return token;
}

/** Invites a colleague; returns what the link carries, which is shown once and kept nowhere. */
export async function invite(who: Who, link: NewLink): Promise<Result<string>> {
  if (who.role !== 'lead') return leadOnly();
  const email = link.email && accountOf(link.email);
  return transact(async (transaction) => {
    if (email && (await isTakenBy(email, transaction))) return emailTaken();
    return success(await makeLink(who, { ...link, email, kind: 'join', userId: null }, transaction));
  });
}

/** A link by which a colleague sets herself a new password. */
export async function invitePassword(who: Who, id: string, userId: string): Promise<Result<string>> {
  if (who.role !== 'lead') return leadOnly();
  return transact(async (transaction) => {
    const user = await User.findOne({ where: { id: userId, studioId: who.studioId, leftAt: null }, transaction });
    if (!user) return failure('notFound', 'Nobody of that name works here.', 'userId');
    const { name, email, role } = user;
    return success(await makeLink(who, { id, name, email, role, kind: 'password', userId }, transaction));
  });
}

/** The same from the server's own shell, for a lead who has nobody to ask. */
export async function invitePasswordFor(email: string, id: string): Promise<Result<string>> {
  ready();
  const user = await User.findOne({ where: { email: accountOf(email), leftAt: null } });
  if (!user) return failure('notFound', `Nobody signs in with ${email}.`, 'email');
  const { id: userId, studioId, name, role } = user;
  return transact(async (transaction) =>
    success(
      await makeLink(
        { studioId, userId: '', name: 'the server’s own shell' },
        { id, name, email: user.email, role, kind: 'password', userId },
        transaction,
      ),
    ),
  );
}

/** Takes a link back before it was used. */
export async function takeBackInvitation(who: Who, id: string): Promise<Result<null>> {
  if (who.role !== 'lead') return leadOnly();
  ready();
  const gone = await Invitation.destroy({ where: { id, studioId: who.studioId, usedAt: null } });
  return gone > 0 ? success(null) : failure('notFound', 'This link was used or taken back meanwhile.', 'id');
}

export type OpenInvitation = {
  readonly studio: string;
  readonly kind: 'join' | 'password';
  readonly name: string;
  readonly email: string | null;
  readonly role: Role;
};

const noLink = () =>
  failure('noLink', 'This link was used, was taken back, or is older than two days. Ask your lead for another.', '');

/** What an open link is for. */
export async function findInvitation(token: string): Promise<Result<OpenInvitation>> {
  ready();
  const found = await Invitation.findOne({
    where: { token: hashOf(token), usedAt: null, expiresAt: { [Op.gt]: new Date() } },
  });
  const studio = found && (await Studio.findByPk(found.studioId, { attributes: ['id', 'name'] }));
  if (!found || !studio) return noLink();
  const { kind, name, email, role } = found;
  return success({ studio: studio.name, kind, name, email, role });
}

export type Accepting = {
  /** Made with the form: sent twice, it makes one person. */
  readonly id: string;
  readonly token: string;
  readonly name: string;
  readonly email: string;
  readonly password: string;
};

/**
 * Uses a link up: a colleague comes in, or has a new password and is signed out everywhere else. Signs her in. Sent a second
 * time, after an answer that was lost, it opens to the same password.
 */
export async function acceptInvitation(form: Accepting, device: string | undefined): Promise<Result<Opened>> {
  ready();
  const email = accountOf(form.email);
  if (!(await leadsSomewhere(form.token))) return noLink(); // before anything that takes the machine time
  const weighed = weighPassword(form.password, [email, form.name]);
  if (!weighed.ok) return weighed;
  const passwordHash = await hashPassword(form.password);
  const used = await transact(async (transaction): Promise<Result<User>> => {
    const token = hashOf(form.token);
    const [changed] = await Invitation.update(
      { usedAt: new Date() },
      { where: { token, usedAt: null, expiresAt: { [Op.gt]: new Date() } }, transaction },
    );
    const link = await Invitation.findOne({ where: { token }, transaction });
    if (!link) return noLink();
    if (changed === 0) return again(link, form, transaction);
    if (link.kind === 'password') return renew(link, passwordHash, transaction);
    if (await isTakenBy(email, transaction)) throw new Refused(emailTaken());
    const row = { id: form.id, studioId: link.studioId, email, name: form.name, role: link.role };
    const user = await User.create({ ...row, passwordHash, createdAt: new Date() }, { transaction });
    await note(personOf(user), { kind: 'people', what: `came in by a link of ${link.madeBy}` }, transaction);
    return success(user);
  }).catch((error: unknown) => {
    if (error instanceof Refused) return error.result;
    throw error;
  });
  if (!used.ok) return used;
  // Whoever has a second factor comes in by it, as always.
  if (used.value.secondSince)
    return failure('signInNow', 'The new password holds. Sign in with it, and with your second factor.', '');
  return success(await openSession(used.value, device));
}

/** How long after its use a link still answers the form that used it, and guesses at nothing. */
const answersAgainMs = 10 * 60_000;

/** Whether a link is open, or was used a moment ago. */
async function leadsSomewhere(token: string): Promise<boolean> {
  const link = await Invitation.findOne({ where: { token: hashOf(token) } });
  if (!link) return false;
  return link.usedAt ? Date.now() - link.usedAt.getTime() < answersAgainMs : link.expiresAt > new Date();
}

const personOf = ({ id: userId, studioId, name }: User) => ({ userId, studioId, name });

/** Leaves a transaction without what it wrote. */
class Refused extends Error {
  constructor(readonly result: Result<never>) {
    super('refused');
  }
}

/** A link that was used: by this very form, or by somebody else. */
async function again(link: Invitation, form: Accepting, transaction: Transaction): Promise<Result<User>> {
  const where = link.kind === 'password' ? { id: link.userId ?? '' } : { id: form.id, studioId: link.studioId };
  const user = await User.findOne({ where: { ...where, leftAt: null }, transaction });
  return user && (await isPasswordOf(user.passwordHash, form.password)) ? success(user) : noLink();
}

async function renew(link: Invitation, passwordHash: string, transaction: Transaction): Promise<Result<User>> {
  const user = await User.findOne({
    where: { id: link.userId ?? '', studioId: link.studioId, leftAt: null },
    transaction,
  });
  if (!user) return noLink();
  await user.update({ passwordHash, ...keysAnew(user) }, { transaction });
  await Session.destroy({ where: { userId: user.id }, transaction });
  await note(personOf(user), { kind: 'people', what: `set a new password by a link of ${link.madeBy}` }, transaction);
  return success(user);
}
