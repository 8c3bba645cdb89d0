// Training of an eye: one's own rounds, what was shown, and the first answer to each, which counts. Nobody else's is ever read, but for
// what is learned of those who share it.
import { Op } from 'sequelize';
import type { Answer, Question } from '@/core/eye/question';
import type { RoundKind } from '@/core/eye/question';
import type { Seen } from '@/core/eye/seen';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { v7 as newId } from 'uuid';
import { dayOf } from '../days';
import { EyeQuestion, EyeRound, Studio, User } from '../models';
import type { PhotoSource } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Who } from '../types';

type Own = Pick<Who, 'userId' | 'studioId'>;

/** So many of the newest answers tell what is learned: an eye changes. */
const newestAnswers = 2000;
/** And so many tilts of it what a look is reckoned with. */
const newestTilts = 400;

export type RoundCard = { readonly id: string; readonly kind: RoundKind; readonly madeAt: Date };
export type QuestionCard = Question & {
  readonly id: string;
  readonly place: number;
  readonly answer: Answer | null;
};

const noRound = () => failure('notFound', 'This round is not here.', 'roundId');

/** Begins a round under an id made where it was begun: once, however often it is sent. */
export async function beginRound({ userId, studioId }: Own, id: string, kind: RoundKind): Promise<Result<RoundCard>> {
  const row = { id, studioId, userId, kind, madeAt: new Date() };
  await transact((transaction) => EyeRound.bulkCreate([row], { ignoreDuplicates: true, transaction }));
  return findRound({ userId, studioId }, id);
}

export async function findRound({ userId, studioId }: Own, id: string): Promise<Result<RoundCard>> {
  ready();
  const found = await EyeRound.findOne({ where: { id, studioId, userId } });
  return found ? success({ id, kind: found.kind, madeAt: found.madeAt }) : noRound();
}

const cardOf = ({ id, place, figure, asked, answer }: EyeQuestion): QuestionCard => ({
  ...{ id, place, figure, asked },
  answer: answer ?? null,
});

/** What was shown in one of her rounds, in order. */
export async function listQuestions({ userId, studioId }: Own, roundId: string): Promise<QuestionCard[]> {
  ready();
  const rows = await EyeQuestion.findAll({ where: { roundId, studioId, userId }, order: [['place', 'ASC']] });
  return rows.map(cardOf);
}

/** Keeps what is shown at a place of a round; where something is there already, that is what is shown. */
export async function keepQuestion(
  { userId, studioId }: Own,
  roundId: string,
  place: number,
  { figure, asked }: Question,
  source: PhotoSource | null = null,
): Promise<Result<QuestionCard>> {
  const round = await findRound({ userId, studioId }, roundId);
  if (!round.ok) return round;
  const { view, moving } = figure;
  const row = { id: newId(), studioId, userId, roundId, place, view, moving, figure, asked, source };
  await transact((transaction) => EyeQuestion.bulkCreate([row], { ignoreDuplicates: true, transaction }));
  const kept = await EyeQuestion.findOne({ where: { roundId, place, studioId, userId } });
  return kept ? success(cardOf(kept)) : noRound();
}

/** Keeps the first answer to a question; a later one, or the same sent again, changes nothing and is told the first. */
export function answerQuestion(
  { userId, studioId }: Own,
  roundId: string,
  place: number,
  answer: Answer,
  tookMs: number,
): Promise<Result<QuestionCard>> {
  const answeredAt = new Date();
  return transact(async (transaction) => {
    const where = { roundId, place, studioId, userId };
    const found = await EyeQuestion.findOne({ where, transaction, lock: true });
    if (!found) return noRound();
    if (found.asked.kind !== answer.kind)
      return failure('otherKind', 'This is no answer to what was asked.', 'answer.kind');
    if (!found.answer) await found.update({ answer, tookMs, answeredAt }, { transaction });
    return success(cardOf(found));
  });
}

/** As much of a row as tells what was learned: no figures, which are large. */
const told = ['asked', 'answer', 'view', 'moving', 'answeredAt'];

const seenOf = (rows: readonly EyeQuestion[], timeZone: string): Seen[] =>
  rows
    .toReversed()
    .flatMap(({ asked, answer, view, moving, answeredAt }) =>
      answer && answeredAt ? [{ asked, answer, view, moving, day: dayOf(timeZone, answeredAt) }] : [],
    );

/** Her newest answers, newest first. */
const newest = ({ userId, studioId }: Own, most: number): Promise<EyeQuestion[]> =>
  EyeQuestion.findAll({
    where: { userId, studioId, answeredAt: { [Op.ne]: null } },
    attributes: told,
    order: [
      ['answeredAt', 'DESC'],
      ['id', 'DESC'],
    ],
    limit: most,
  });

/** Her answers, oldest first. */
export async function listSeen({ userId, studioId }: Own, most = newestAnswers): Promise<Seen[]> {
  ready();
  const [studio, rows] = await Promise.all([
    Studio.findByPk(studioId, { attributes: ['timeZone'] }),
    newest({ userId, studioId }, most),
  ]);
  return seenOf(rows, studio?.timeZone ?? 'UTC');
}

/** The newest of them, as a look reckons with them: on whatever day they were given. */
export async function listTilts({ userId, studioId }: Own): Promise<Seen[]> {
  ready();
  return seenOf(await newest({ userId, studioId }, newestTilts), 'UTC');
}

/** Whether she lets the studio lead see what is learned of her eye. */
export async function isShared({ userId, studioId }: Own): Promise<boolean> {
  ready();
  const found = await User.findOne({ where: { id: userId, studioId }, attributes: ['eyeSharedAt'] });
  return found !== null && found.eyeSharedAt !== null;
}

export async function setShared({ userId, studioId }: Own, shared: boolean): Promise<void> {
  ready();
  await User.update({ eyeSharedAt: shared ? new Date() : null }, { where: { id: userId, studioId } });
}

export type SharedEye = { readonly userId: string; readonly name: string };

/** Colleagues who share what is learned of their eyes; for a lead alone. */
export async function listShared({ userId, studioId, role }: Who): Promise<SharedEye[]> {
  ready();
  if (role !== 'lead') return [];
  const rows = await User.findAll({
    where: { studioId, id: { [Op.ne]: userId }, eyeSharedAt: { [Op.ne]: null }, leftAt: null },
    attributes: ['id', 'name'],
    order: [['name', 'ASC']],
  });
  return rows.map(({ id, name }) => ({ userId: id, name }));
}
