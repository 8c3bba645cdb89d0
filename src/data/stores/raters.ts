// Sessions of raters: the same pictures for everybody of a studio, each blind to what others read until she has read all of them.
import { v7 as newId } from 'uuid';
import type { Question, RatingValue, Reading } from '@/core/eye/question';
import type { RatingMethod } from '@/core/eye/raters';
import { ratingOf } from '@/core/eye/room';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Rating, RatingSession, User } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Who } from '../types';

export type RatingCard = {
  readonly id: string;
  readonly title: string;
  readonly method: RatingMethod;
  readonly count: number;
  readonly madeAt: Date;
  readonly madeBy: string;
  /** May be taken away by whoever asks. */
  readonly isOwn: boolean;
};

/** Somebody's readings of all pictures, on one occasion. */
export type Read = {
  readonly userId: string;
  readonly name: string;
  readonly occasion: 1 | 2;
  readonly values: readonly RatingValue[];
  readonly finishedAt: Date;
};

export type RatingView = {
  readonly card: RatingCard;
  readonly pictures: readonly Question[];
  /** Her own so far, place by place. */
  readonly mine: Readonly<Record<1 | 2, readonly (RatingValue | undefined)[]>>;
  readonly mineFinishedAt: Date | null;
  /** How many have read all. */
  readonly finished: number;
  /** Everybody's that are whole; empty until hers is. */
  readonly all: readonly Read[];
};

/** The second time is so long after the first. */
export const againAfterDays = 7;
const dayMs = 86_400_000;

const gone = () => failure('notFound', 'This session of raters is not here.', 'id');

/** Begins a session under an id made where it was begun; sent again it is the one that is there. */
export async function beginRating(
  { userId, studioId }: Who,
  { id, title, method }: { readonly id: string; readonly title: string; readonly method: RatingMethod },
  pictures: readonly Question[],
): Promise<Result<{ readonly id: string }>> {
  const row = { id, studioId, userId, title, method, pictures: [...pictures], madeAt: new Date() };
  await transact((transaction) => RatingSession.bulkCreate([row], { ignoreDuplicates: true, transaction }));
  const found = await RatingSession.findOne({ where: { id, studioId }, attributes: ['id'] });
  return found ? success({ id }) : gone();
}

const namesOf = async (studioId: string): Promise<ReadonlyMap<string, string>> =>
  new Map((await User.findAll({ where: { studioId }, attributes: ['id', 'name'] })).map(({ id, name }) => [id, name]));

function cardOf(row: RatingSession, names: ReadonlyMap<string, string>, who: Who): RatingCard {
  const { id, title, method, pictures, madeAt, userId } = row;
  const isOwn = userId === who.userId || who.role === 'lead';
  return { id, title, method, count: pictures.length, madeAt, madeBy: names.get(userId) ?? '', isOwn };
}

const mostSessions = 60;

/** The studio's sessions, newest first, each with whether she has read all of it. */
export async function listRatings(
  who: Who,
): Promise<(RatingCard & { readonly mine: number; readonly raters: number })[]> {
  ready();
  const { studioId, userId } = who;
  const [rows, names] = await Promise.all([
    RatingSession.findAll({ where: { studioId }, order: [['madeAt', 'DESC']], limit: mostSessions }),
    namesOf(studioId),
  ]);
  const ratings = await Rating.findAll({
    where: { studioId, sessionId: rows.map(({ id }) => id), occasion: 1 },
    attributes: ['sessionId', 'userId', 'place'],
  });
  return rows.map((row) => {
    const own = ratings.filter(({ sessionId }) => sessionId === row.id);
    const people = [...new Set(own.map((one) => one.userId))];
    const countOf = (id: string) => own.filter((one) => one.userId === id).length;
    return {
      ...cardOf(row, names, who),
      mine: countOf(userId),
      raters: people.filter((id) => countOf(id) === row.pictures.length).length,
    };
  });
}

const isOccasion = (occasion: number): occasion is 1 | 2 => occasion === 1 || occasion === 2;

/** Readings that are whole, by person and occasion. */
function wholeOf(ratings: readonly Rating[], count: number, names: ReadonlyMap<string, string>): Read[] {
  const found = new Map<string, Rating[]>();
  for (const one of ratings)
    found.set(`${one.userId} ${one.occasion}`, [...(found.get(`${one.userId} ${one.occasion}`) ?? []), one]);
  return [...found.values()].flatMap((own) => {
    const [first] = own;
    if (!first || own.length < count || !isOccasion(first.occasion)) return [];
    const values = own.toSorted((a, b) => a.place - b.place).map(({ value }) => value);
    const finishedAt = new Date(Math.max(...own.map(({ madeAt }) => madeAt.getTime())));
    return [
      { userId: first.userId, name: names.get(first.userId) ?? '', occasion: first.occasion, values, finishedAt },
    ];
  });
}

/** A session as she may see it: others' readings only once hers are whole. */
export async function findRating(who: Who, id: string): Promise<Result<RatingView>> {
  ready();
  const { studioId, userId } = who;
  const row = await RatingSession.findOne({ where: { id, studioId } });
  if (!row) return gone();
  const [ratings, names] = await Promise.all([
    Rating.findAll({ where: { sessionId: id, studioId } }),
    namesOf(studioId),
  ]);
  const count = row.pictures.length;
  const whole = wholeOf(ratings, count, names);
  const own = (occasion: 1 | 2) =>
    Array.from(
      { length: count },
      (_, place) =>
        ratings.find((one) => one.userId === userId && one.occasion === occasion && one.place === place)?.value,
    );
  const mine = whole.find((one) => one.userId === userId && one.occasion === 1);
  return success({
    card: cardOf(row, names, who),
    pictures: row.pictures,
    mine: { 1: own(1), 2: own(2) },
    mineFinishedAt: mine?.finishedAt ?? null,
    finished: whole.filter(({ occasion }) => occasion === 1).length,
    all: mine ? whole.toSorted((a, b) => a.name.localeCompare(b.name) || a.occasion - b.occasion) : [],
  });
}

/** Whether a second reading may begin. */
export const mayReadAgain = (finishedAt: Date | null, now: Date): boolean =>
  finishedAt !== null && now.getTime() - finishedAt.getTime() >= againAfterDays * dayMs;

/**
 * Keeps what she reads in a picture. It can be changed until all of that occasion are read: from then on she sees what others read, and
 * it stands.
 */
export function keepRating(
  who: Who,
  {
    id,
    occasion,
    place,
    value: reading,
  }: { readonly id: string; readonly occasion: 1 | 2; readonly place: number; readonly value: Reading },
): Promise<Result<null>> {
  const [rowId, madeAt] = [newId(), new Date()];
  const { studioId, userId } = who;
  return transact(async (transaction) => {
    const session = await RatingSession.findOne({ where: { id, studioId }, transaction });
    if (!session) return gone();
    const question = session.pictures[place];
    const value = question && ratingOf(question, reading);
    if (!value) return failure('noPicture', 'This can’t be read in this picture.', 'value');
    const own = await Rating.findAll({ where: { sessionId: id, studioId, userId }, transaction, lock: true });
    const now = own.filter((one) => one.occasion === occasion);
    const found = now.find((one) => one.place === place);
    const first = own.filter((one) => one.occasion === 1);
    const finishedAt =
      first.length < session.pictures.length ? null : new Date(Math.max(...first.map((one) => one.madeAt.getTime())));
    if (occasion === 2 && !mayReadAgain(finishedAt, madeAt))
      return failure(
        'tooSoon',
        `Read them again ${againAfterDays} days after the first time: then memory counts for less.`,
        'occasion',
      );
    if (now.length >= session.pictures.length)
      return JSON.stringify(found?.value) === JSON.stringify(value)
        ? success(null)
        : failure('finished', 'You have read all of these; what you read stands.', 'place');
    if (found) await found.update({ value, madeAt }, { transaction });
    else
      await Rating.create(
        { id: rowId, studioId, sessionId: id, userId, occasion, place, value, madeAt },
        { transaction },
      );
    return success(null);
  });
}

/** Takes a session away: whoever made it, or a lead. Gone before is gone. */
export async function dropRating(who: Who, id: string): Promise<Result<null>> {
  ready();
  const { studioId, userId, role } = who;
  const found = await RatingSession.findOne({ where: { id, studioId }, attributes: ['id', 'userId'] });
  if (!found) return success(null);
  if (found.userId !== userId && role !== 'lead')
    return failure('notYours', 'Only who made it, or a lead, takes a session away.', 'id');
  await found.destroy();
  return success(null);
}
