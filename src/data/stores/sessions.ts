// Sign-in: passwords, server-side sessions, and a limit on tries that all app servers share.
import { hash, verify } from '@node-rs/argon2';
import { createHash, randomBytes } from 'node:crypto';
import { Op } from 'sequelize';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { RateLimit, Session, Studio, User } from '../models';
import { ready } from '../ready';
import type { Who } from '../types';

const sessionDays = 14;
const dayMs = 86_400_000;
export const triesAllowed = 5;
const blockSeconds = 15 * 60;

/** Milliseconds until another try is allowed; 0 while tries are left. Counted in a table that all app servers share. */
async function waitFor(key: string): Promise<number> {
  const row = await RateLimit.findByPk(key);
  if (!row?.expiresAt || row.points < triesAllowed) return 0;
  return Math.max(0, row.expiresAt.getTime() - Date.now());
}

async function countFailure(key: string): Promise<void> {
  const expiresAt = new Date(Date.now() + blockSeconds * 1000);
  await ready().transaction(async (transaction) => {
    const row = await RateLimit.findByPk(key, { transaction, lock: true });
    if (!row) await RateLimit.create({ id: key, points: 1, expiresAt }, { transaction });
    else if (!row.expiresAt || row.expiresAt.getTime() <= Date.now())
      await row.update({ points: 1, expiresAt }, { transaction });
    else await row.update({ points: row.points + 1 }, { transaction });
  });
}

const shortKey = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 40);

export const hashPassword = (password: string): Promise<string> => hash(password);

let decoy: Promise<string> | undefined; // unknown addresses take as long as known ones

const wrong = () => failure('signInRefused', 'That address and password do not go together.', 'password');

/** Signs in; the same answer for an unknown address and a wrong password. Returns the token for the cookie. */
export async function signIn(email: string, password: string): Promise<Result<{ token: string; expiresAt: Date }>> {
  ready();
  const address = email.trim().toLowerCase();
  const key = shortKey(address);
  const wait = await waitFor(key);
  if (wait > 0) return tooMany(wait);
  const user = await User.findOne({ where: { email: address } });
  decoy ??= hashPassword('a password that nobody has');
  const matches = await verify(user?.passwordHash ?? (await decoy), password);
  if (!user || !matches) {
    await countFailure(key);
    return wrong();
  }
  await RateLimit.destroy({ where: { id: key } });
  return success(await openSession(user));
}

const tooMany = (waitMs: number) =>
  failure(
    'tooManyTries',
    `Too many tries. Wait ${Math.max(1, Math.ceil(waitMs / 60_000))} minutes, then try again.`,
    'password',
  );

const tokenId = (token: string) => createHash('sha256').update(token).digest('hex');

async function openSession(user: User): Promise<{ token: string; expiresAt: Date }> {
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(Date.now() + sessionDays * dayMs);
  await Session.destroy({ where: { expiresAt: { [Op.lt]: new Date() } } });
  await Session.create({ id: tokenId(token), studioId: user.studioId, userId: user.id, expiresAt });
  return { token, expiresAt };
}

/** Who a session's token belongs to; undefined when it has ended. */
export async function whoIs(token: string): Promise<Who | undefined> {
  ready();
  const session = await Session.findOne({ where: { id: tokenId(token), expiresAt: { [Op.gt]: new Date() } } });
  const user = session && (await User.findByPk(session.userId));
  return user ? { userId: user.id, studioId: user.studioId, name: user.name, role: user.role } : undefined;
}

export async function signOut(token: string): Promise<void> {
  ready();
  await Session.destroy({ where: { id: tokenId(token) } });
}

/** Is the demo studio loaded? Then its sign-in may be shown. */
export async function isDemoLoaded(): Promise<boolean> {
  ready();
  return (await Studio.count({ where: { demo: true } })) > 0;
}
