// How often somebody may guess: counted in a table that all app servers share, before any password is looked at.
import { createHash } from 'node:crypto';
import { Op, literal } from 'sequelize';
import { failure } from '@/core/result';
import { RateLimit } from '../models';
import { transact } from '../transact';

/** Guesses from one place at one account that are looked at without a wait; then each waits longer than the one before. */
export const triesAllowed = 5;
/** Guesses at one account from everywhere together, and from one place at any account. */
const mostAtAccount = 40;
const mostFromPlace = 60;
const firstWaitMs = 4000;
/** The right person is never kept out for longer. */
const longestWaitMs = 120_000;
/** A count without a guess for so long begins anew. */
const forgottenMs = 15 * 60_000;
const dayMs = 86_400_000;
const knownForMs = 90 * dayMs;

const short = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 40);

type Counter = { readonly id: string; readonly free: number };

const bothOf = (account: string, place: string): string => `both:${short(`${place} ${account}`)}`;
const accountOf = (account: string): string => `account:${short(account)}`;
const placeOf = (place: string): string => `place:${short(place)}`;
/** Kept where this account was opened before: guessers elsewhere do not slow its owner there. */
const knownOf = (account: string, place: string): string => `known:${short(`${place} ${account}`)}`;

/** The counters of a guess; `free`: guesses before the waits begin. */
function countersOf(account: string, place: string, isKnown: boolean): Counter[] {
  return [
    { id: bothOf(account, place), free: triesAllowed },
    { id: placeOf(place), free: mostFromPlace },
    ...(isKnown ? [] : [{ id: accountOf(account), free: mostAtAccount }]),
  ];
}

const waitAfter = (points: number, free: number): number =>
  points < free ? 0 : Math.min(longestWaitMs, firstWaitMs * 2 ** Math.min(10, points - free));

/**
 * Takes one guess, if it may be made now; returns the milliseconds to wait otherwise, and then counts nothing. Two at once
 * are counted one after the other.
 */
export function takeTry(account: string, place: string): Promise<number> {
  return transact(async (transaction) => {
    const now = Date.now();
    const held: { counter: Counter; row: RateLimit | null; points: number }[] = [];
    const known = await RateLimit.findByPk(knownOf(account, place), { transaction });
    const isKnown = known?.expiresAt ? known.expiresAt.getTime() > now : false;
    for (const counter of countersOf(account, place, isKnown)) {
      const row = await RateLimit.findByPk(counter.id, { transaction, lock: true });
      const last = row?.expiresAt ? row.expiresAt.getTime() - forgottenMs : 0;
      const points = row?.expiresAt && row.expiresAt.getTime() > now ? row.points : 0;
      const wait = last + waitAfter(points, counter.free) - now;
      if (points > 0 && wait > 0) return wait;
      held.push({ counter, row, points });
    }
    const expiresAt = new Date(now + forgottenMs);
    for (const { counter, row, points } of held)
      if (row) await row.update({ points: points + 1, expiresAt }, { transaction });
      else await RateLimit.create({ id: counter.id, points: points + 1, expiresAt }, { transaction });
    return 0;
  });
}

/**
 * Takes one of so many guesses of a day, from wherever; false where they are used up. For what is short enough to be met by
 * patience: there the waits alone would not do.
 */
export function takeOfDay(what: string, most: number): Promise<boolean> {
  return transact(async (transaction) => {
    const now = Date.now();
    const id = `day:${short(what)}`;
    const row = await RateLimit.findByPk(id, { transaction, lock: true });
    const isOpen = row?.expiresAt ? row.expiresAt.getTime() > now : false;
    if (row && isOpen) {
      if (row.points >= most) return false;
      await row.update({ points: row.points + 1 }, { transaction });
      return true;
    }
    const fresh = { points: 1, expiresAt: new Date(now + dayMs) };
    if (row) await row.update(fresh, { transaction });
    else await RateLimit.create({ id, ...fresh }, { transaction });
    return true;
  });
}

/** What was guessed right: the day begins anew. */
export async function forgetOfDay(what: string): Promise<void> {
  await transact((transaction) => RateLimit.destroy({ where: { id: `day:${short(what)}` }, transaction }));
}

/** After the right password: this guess was none, the place is known; and what has run out anywhere is cleared away. */
export function forgetTries(account: string, place: string): Promise<void> {
  return transact(async (transaction) => {
    await RateLimit.destroy({ where: { id: bothOf(account, place) }, transaction });
    await RateLimit.update(
      { points: literal('points - 1') },
      { where: { id: [accountOf(account), placeOf(place)], points: { [Op.gt]: 0 } }, transaction },
    );
    const expiresAt = new Date(Date.now() + knownForMs);
    await RateLimit.upsert({ id: knownOf(account, place), points: 1, expiresAt }, { transaction });
    await RateLimit.destroy({ where: { expiresAt: { [Op.lt]: new Date() } }, limit: 500, transaction });
  });
}

/** What is said of a guess that may not be made yet. */
export const tooMany = (waitMs: number, path: string) => {
  const seconds = Math.max(1, Math.ceil(waitMs / 1000));
  const wait =
    seconds < 90 ? `${seconds} ${seconds === 1 ? 'second' : 'seconds'}` : `${Math.ceil(seconds / 60)} minutes`;
  return failure('tooManyTries', `Too many tries. Wait ${wait}, then try again.`, path);
};
