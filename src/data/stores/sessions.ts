// Sign-in: passwords, server-side sessions, and a limit on tries that all app servers share.
import { randomBytes } from 'node:crypto';
import { Op, QueryTypes } from 'sequelize';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Session, Studio, User } from '../models';
import { hashPassword, isPasswordOf } from '../passwords';
import { ready } from '../ready';
import type { Role, Sight, Who } from '../types';
import { accountOf, hashOf } from './accounts';
import { noteAlone } from './record';
import { checkSecond } from './second';
import { forgetTries, takeTry, tooMany } from './tries';

const sessionDays = 14;
const dayMs = 86_400_000;
/** A session that nobody used for so long has ended. */
const idleDays = 4;
/** How exactly it is kept when a session was last used. */
const seenEveryMs = 5 * 60_000;

let decoy: Promise<string> | undefined; // unknown addresses take as long as known ones

const wrong = () => failure('signInRefused', 'That address and password do not go together.', 'password');

/** Passwords looked at on this server at a time, and guesses that wait for their turn: the rest is sent away at once. */
const mostWaiting = 24;
const mostOfAccount = 6;
const waiting = new Map<string, number>();
let turn: Promise<unknown> = Promise.resolve();

/** One password after another: guessers can't take the processors from those who work. */
async function inTurn<T>(account: string, work: () => Promise<T>): Promise<T | undefined> {
  const all = [...waiting.values()].reduce((sum, one) => sum + one, 0);
  const own = waiting.get(account) ?? 0;
  if (all >= mostWaiting || own >= mostOfAccount) return undefined;
  waiting.set(account, own + 1);
  const mine = turn.then(work);
  turn = mine.catch(() => undefined);
  try {
    return await mine;
  } finally {
    const left = (waiting.get(account) ?? 1) - 1;
    if (left > 0) waiting.set(account, left);
    else waiting.delete(account);
  }
}

export type Asking = {
  /** Where the asker is, as far as the server can tell. */
  readonly place: string;
  /** On this machine itself: there alone the demo's published password opens. */
  readonly isLocal: boolean;
  /** What the asker's browser says that it is. */
  readonly device?: string;
  /** The number of an authenticator, or a code, where one was asked for. */
  readonly code?: string | undefined;
};

/**
 * Signs in; the same answer for an unknown address and a wrong password. Guesses are counted before a password is looked at.
 * Returns the token for the cookie.
 */
export async function signIn(
  email: string,
  password: string,
  { place, isLocal, device, code }: Asking = { place: 'here', isLocal: true },
): Promise<Result<Opened>> {
  ready();
  const account = accountOf(email);
  const answer = await inTurn(account, async () => {
    const wait = await takeTry(account, place);
    if (wait > 0) return tooMany(wait, 'password');
    const user = await User.findOne({ where: { email: account } });
    decoy ??= hashPassword('a password that nobody has');
    const matches = await isPasswordOf(user?.passwordHash ?? (await decoy), password);
    if (user && !matches) {
      const person = { userId: '', studioId: user.studioId, name: 'somebody' };
      await noteAlone(person, { kind: 'signIn', what: `a wrong password for ${user.name} (${device ?? 'unknown'})` });
    }
    if (!user || user.leftAt || !matches) return wrong();
    const more = await checkFurther(user, isLocal, code);
    if (!more.ok) return more;
    await forgetTries(account, place);
    const person = { userId: user.id, studioId: user.studioId, name: user.name };
    await noteAlone(person, { kind: 'signIn', what: `signed in (${device ?? 'unknown'})` });
    return success(await openSession(user, device));
  });
  return answer ?? failure('busy', 'Many are signing in just now. Wait a moment, then try again.', 'password');
}

/** What is asked of somebody whose password is right. */
async function checkFurther(user: User, isLocal: boolean, code: string | undefined): Promise<Result<null>> {
  if (!isLocal && (await isDemo(user.studioId)))
    return failure('demoElsewhere', 'The demo studio opens on the machine that it runs on, and nowhere else.', 'email');
  return user.secondSince ? checkSecond(user, code) : success(null);
}

/** Whether a studio is the demo. */
export const isDemo = async (studioId: string): Promise<boolean> =>
  (await Studio.count({ where: { id: studioId, demo: true } })) > 0;

/** A session as the one who opened it holds it: the token for the cookie, and when it ends at the latest. */
export type Opened = { readonly token: string; readonly expiresAt: Date };

export async function openSession(
  { id: userId, studioId }: Pick<User, 'id' | 'studioId'>,
  device: string | undefined,
): Promise<Opened> {
  const token = randomBytes(32).toString('base64url');
  const now = new Date();
  const expiresAt = new Date(now.getTime() + sessionDays * dayMs);
  await Session.destroy({
    where: { [Op.or]: [{ expiresAt: { [Op.lt]: now } }, { seenAt: { [Op.lt]: idleSince(now) } }] },
  });
  const id = hashOf(token);
  await Session.create({ id, studioId, userId, expiresAt, createdAt: now, seenAt: now, device: device ?? null });
  return { token, expiresAt };
}

const idleSince = (now: Date): Date => new Date(now.getTime() - idleDays * dayMs);

/** Who is signed in, and whether her studio asks for a second factor that she has not got. */
export type SignedIn = Who & { readonly lacksSecond: boolean };

type SessionOf = {
  readonly session: string;
  readonly seenAt: Date | null;
  readonly userId: string;
  readonly studioId: string;
  readonly name: string;
  readonly role: Role;
  readonly sees: Sight;
  readonly lacksSecond: number;
};

/** Who a session's token belongs to; undefined when it has ended, or lain idle, or its owner has left. */
export async function whoIs(token: string): Promise<SignedIn | undefined> {
  const sequelize = ready();
  const now = new Date();
  const [found] = await sequelize.query<SessionOf>(
    `SELECT s.id AS session, s.seen_at AS seenAt, u.id AS userId, u.studio_id AS studioId, u.name, u.role, t.sees,
        t.wants_second AND u.second_since IS NULL AS lacksSecond
      FROM sessions s JOIN users u ON u.id = s.user_id AND u.left_at IS NULL JOIN studios t ON t.id = u.studio_id
      WHERE s.id = :id AND s.expires_at > :now`,
    { replacements: { id: hashOf(token), now }, type: QueryTypes.SELECT },
  );
  if (!found || (found.seenAt && found.seenAt < idleSince(now))) return undefined;
  if (!found.seenAt || now.getTime() - found.seenAt.getTime() > seenEveryMs)
    await Session.update({ seenAt: now }, { where: { id: found.session } });
  const { userId, studioId, name, role } = found;
  const sees = role === 'lead' ? 'all' : role === 'guest' ? 'own' : found.sees;
  return { userId, studioId, name, role, sees, lacksSecond: Number(found.lacksSecond) > 0 };
}

export type SessionCard = {
  readonly id: string;
  readonly device: string | null;
  readonly openedAt: Date | null;
  readonly seenAt: Date | null;
  /** The one that asks. */
  readonly isThis: boolean;
};

/** Where somebody is signed in, what was used last first. */
export async function listSessions({ userId, studioId }: Who, token: string | undefined): Promise<SessionCard[]> {
  ready();
  const now = new Date();
  const rows = await Session.findAll({
    where: { userId, studioId, expiresAt: { [Op.gt]: now } },
    order: [['seenAt', 'DESC']],
  });
  const own = token === undefined ? undefined : hashOf(token);
  return rows
    .filter(({ seenAt }) => !seenAt || seenAt >= idleSince(now))
    .map(({ id, device, createdAt, seenAt }) => ({ id, device, openedAt: createdAt, seenAt, isThis: id === own }));
}

/** Signs out elsewhere: one session of one's own, or all but the one that asks. */
export async function endSessions({ userId, studioId }: Who, token: string, only?: string): Promise<void> {
  ready();
  const id = only ?? { [Op.ne]: hashOf(token) };
  await Session.destroy({ where: { userId, studioId, id } });
}

/** When a session's token runs out, ms since 1970; undefined when it has. */
export async function sessionEnd(token: string): Promise<number | undefined> {
  ready();
  return (await Session.findByPk(hashOf(token)))?.expiresAt.getTime();
}

export async function signOut(token: string): Promise<void> {
  ready();
  await Session.destroy({ where: { id: hashOf(token) } });
}

/** Is the demo studio loaded? Then its sign-in may be shown. */
export async function isDemoLoaded(): Promise<boolean> {
  ready();
  return (await Studio.count({ where: { demo: true } })) > 0;
}
