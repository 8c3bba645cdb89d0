// Sign-in: passwords, server-side sessions, and a limit on tries that all app servers share.
import { hash, verify } from '@node-rs/argon2';
import { createHash, randomBytes } from 'node:crypto';
import { Op } from 'sequelize';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Session, Studio, User } from '../models';
import { ready } from '../ready';
import type { Who } from '../types';
import { forgetTries, takeTry } from './tries';

const sessionDays = 14;
const dayMs = 86_400_000;
export const hashPassword = (password: string): Promise<string> => hash(password);

let decoy: Promise<string> | undefined; // unknown addresses take as long as known ones

const wrong = () => failure('signInRefused', 'That address and password do not go together.', 'password');

const tooMany = (waitMs: number) => {
  const seconds = Math.max(1, Math.ceil(waitMs / 1000));
  const wait =
    seconds < 90 ? `${seconds} ${seconds === 1 ? 'second' : 'seconds'}` : `${Math.ceil(seconds / 60)} minutes`;
  return failure('tooManyTries', `Too many tries. Wait ${wait}, then try again.`, 'password');
};

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
};

/**
 * Signs in; the same answer for an unknown address and a wrong password. Guesses are counted before a password is looked at.
 * Returns the token for the cookie.
 */
export async function signIn(
  email: string,
  password: string,
  { place, isLocal }: Asking = { place: 'here', isLocal: true },
): Promise<Result<{ token: string; expiresAt: Date }>> {
  ready();
  const account = email.trim().toLowerCase();
  const answer = await inTurn(account, async () => {
    const wait = await takeTry(account, place);
    if (wait > 0) return tooMany(wait);
    const user = await User.findOne({ where: { email: account } });
    decoy ??= hashPassword('a password that nobody has');
    const matches = await verify(user?.passwordHash ?? (await decoy), password);
    if (!user || !matches) return wrong();
    if (!isLocal && (await isDemo(user.studioId)))
      return failure(
        'demoElsewhere',
        'The demo studio opens on the machine that it runs on, and nowhere else.',
        'email',
      );
    await forgetTries(account, place);
    return success(await openSession(user));
  });
  return answer ?? failure('busy', 'Many are signing in just now. Wait a moment, then try again.', 'password');
}

const isDemo = async (studioId: string): Promise<boolean> =>
  (await Studio.count({ where: { id: studioId, demo: true } })) > 0;

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

/** When a session's token runs out, ms since 1970; undefined when it has. */
export async function sessionEnd(token: string): Promise<number | undefined> {
  ready();
  return (await Session.findByPk(tokenId(token)))?.expiresAt.getTime();
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
