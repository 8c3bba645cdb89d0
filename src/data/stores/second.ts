// The second factor: numbers of an authenticator (RFC 6238: SHA-1, 6 digits, 30 s), and codes for when it is lost.
import { randomBytes } from 'node:crypto';
import { Op } from 'sequelize';
import { Secret, TOTP } from 'otpauth';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Studio, User } from '../models';
import { isPasswordOf } from '../passwords';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Who } from '../types';
import { hashOf } from './accounts';
import { note, noteAlone } from './record';
import { forgetOfDay, takeOfDay } from './tries';

const issuer = 'Level Spine';
const stepS = 30;
/** Clocks differ: the number before and the one after open too. */
const stepsOff = 1;
const codes = 10;

const totpOf = (secret: string, label: string): TOTP =>
  new TOTP({ issuer, label, secret: Secret.fromBase32(secret), period: stepS });

const stepAt = (ms: number): number => Math.floor(ms / 1000 / stepS);

/** The step of time whose number this is; undefined for none near now. */
function stepOf(secret: string, number: string, now: number): number | undefined {
  const delta = totpOf(secret, '').validate({ token: number, timestamp: now, window: stepsOff });
  return delta === null ? undefined : stepAt(now) + delta;
}

/** As they are written down: two groups of five, no letters that look alike. */
function newCodes(): string[] {
  const letters = 'abcdefghjkmnpqrstuvwxyz23456789';
  const one = () => [...randomBytes(10)].map((byte) => letters[byte % letters.length]).join('');
  return Array.from({ length: codes }, one).map((code) => `${code.slice(0, 5)}-${code.slice(5)}`);
}

const plainCode = (typed: string): string => typed.toLowerCase().replace(/[^a-z0-9]/g, '');
const hashesOf = (list: readonly string[]): string[] => list.map((code) => hashOf(plainCode(code)));

const wrongNumber = () =>
  failure('secondRefused', 'This number does not fit, or was used already. Wait for the next one.', 'code');

export type Second = { readonly since: Date | null; readonly codesLeft: number; readonly isWanted: boolean };

/** Whether somebody has a second factor, and whether her studio asks for it. */
export async function findSecond({ userId, studioId }: Who): Promise<Second> {
  ready();
  const user = await User.findByPk(userId, { rejectOnEmpty: true });
  const studio = await Studio.findByPk(studioId, { rejectOnEmpty: true });
  const { secondSince, recoveryCodes } = user;
  return { since: secondSince, codesLeft: recoveryCodes?.length ?? 0, isWanted: studio.wantsSecond ?? false };
}

/** Makes what an authenticator is given; it counts for nothing until a number of it was typed. */
export function beginSecond({ userId }: Who): Promise<Result<{ readonly secret: string; readonly uri: string }>> {
  return transact(async (transaction) => {
    const user = await User.findByPk(userId, { transaction, lock: true, rejectOnEmpty: true });
    if (user.secondSince) return failure('isOn', 'You have a second factor already.', '');
    const secret = new Secret({ size: 20 }).base32;
    await user.update({ secondSecret: secret, secondStep: 0 }, { transaction });
    return success({ secret, uri: totpOf(secret, user.email).toString() });
  });
}

/** Puts the second factor into force by its first number; returns the codes to write down, shown once. */
export function confirmSecond(who: Who, number: string, now = Date.now()): Promise<Result<readonly string[]>> {
  return transact(async (transaction) => {
    const user = await User.findByPk(who.userId, { transaction, lock: true, rejectOnEmpty: true });
    if (user.secondSince) return failure('isOn', 'You have a second factor already.', '');
    const step = user.secondSecret ? stepOf(user.secondSecret, number, now) : undefined;
    if (step === undefined) return wrongNumber();
    const fresh = newCodes();
    const since = { secondSince: new Date(now), secondStep: step, recoveryCodes: hashesOf(fresh) };
    await user.update(since, { transaction });
    await note(who, { kind: 'people', what: 'has a second factor from now on' }, transaction);
    return success(fresh);
  });
}

/** What only the owner of an account does to her second factor, saying so by her password. */
async function withPassword(
  who: Who,
  password: string,
  what: string,
  change: Pick<Partial<User>, 'secondSecret' | 'secondSince' | 'recoveryCodes'>,
): Promise<Result<null>> {
  ready();
  const user = await User.findByPk(who.userId, { rejectOnEmpty: true });
  if (!(await isPasswordOf(user.passwordHash, password)))
    return failure('wrongPassword', 'This is not your password.', 'password');
  return transact(async (transaction) => {
    const [changed] = await User.update(change, {
      where: { id: who.userId, secondSince: { [Op.ne]: null } },
      transaction,
    });
    if (changed === 0) return failure('isOff', 'You have no second factor.', '');
    await note(who, { kind: 'people', what }, transaction);
    return success(null);
  });
}

/** New codes instead of those that are left; shown once. */
export async function renewCodes(who: Who, password: string): Promise<Result<readonly string[]>> {
  const fresh = newCodes();
  const what = 'made new codes for a lost authenticator';
  const done = await withPassword(who, password, what, { recoveryCodes: hashesOf(fresh) });
  return done.ok ? success(fresh) : done;
}

/** What takes a second factor away. */
export const withoutSecond = { secondSecret: null, secondSince: null, recoveryCodes: null };

/** Takes one's own second factor away; a studio that asks for it asks for another at once. */
export const endSecond = (who: Who, password: string): Promise<Result<null>> =>
  withPassword(who, password, 'took the second factor of her own away', withoutSecond);

/** From the server's own shell: for somebody who has lost authenticator and codes, and has no lead to ask. */
export async function takeSecondAway(email: string): Promise<boolean> {
  ready();
  const [changed] = await User.update(withoutSecond, { where: { email } });
  return changed > 0;
}

/** Wrong numbers of an account in a day: at three in a million each, a year of them meets it by two in a hundred. */
const mostNumbers = 20;
const numbersOf = ({ id }: User): string => `numbers of ${id}`;
const personOf = ({ id, studioId, name }: User) => ({ userId: id, studioId, name });

/** Uses a step of time up; false where it was used. */
async function takeStep({ id }: User, step: number): Promise<boolean> {
  const [changed] = await User.update({ secondStep: step }, { where: { id, secondStep: { [Op.lt]: step } } });
  return changed > 0;
}

async function checkNumber(user: User, number: string, now: number): Promise<Result<null>> {
  if (!(await takeOfDay(numbersOf(user), mostNumbers)))
    return failure('secondLocked', 'Too many wrong numbers today. Use one of your codes, or ask your lead.', 'code');
  const step = user.secondSecret ? stepOf(user.secondSecret, number, now) : undefined;
  if (step === undefined || !(await takeStep(user, step))) {
    const what = `a wrong number after the right password of ${user.name}`;
    await noteAlone(personOf(user), { kind: 'signIn', what });
    return wrongNumber();
  }
  await forgetOfDay(numbersOf(user));
  return success(null);
}

/** A code that was written down is used up under a lock. */
const checkCode = (user: User, typed: string): Promise<Result<null>> =>
  transact(async (transaction) => {
    const held = await User.findByPk(user.id, { transaction, lock: true, rejectOnEmpty: true });
    const hash = hashOf(plainCode(typed));
    const left = held.recoveryCodes ?? [];
    if (!left.includes(hash))
      return failure('secondRefused', 'This is none of your codes, or was used already.', 'code');
    const rest = left.filter((one) => one !== hash);
    await held.update({ recoveryCodes: rest }, { transaction });
    const what = `used a code for a lost authenticator; ${rest.length} left`;
    await note(personOf(user), { kind: 'signIn', what }, transaction);
    return success(null);
  });

/** Opens to a number or to a code that was written down, each once: of two at the same time with the same one, one is refused. */
export async function checkSecond(user: User, typed: string | undefined, now = Date.now()): Promise<Result<null>> {
  if (!typed?.trim())
    return failure('secondWanted', 'Type the number that your authenticator shows, or one of your codes.', 'code');
  const number = typed.replace(/\s/g, '');
  return /^\d{6}$/.test(number) ? checkNumber(user, number, now) : checkCode(user, typed);
}
