// A look: one bench visit with its pictures, marks, what was tried and the dose that came of it.
import { Op, col, fn, literal } from 'sequelize';
import type { Transaction } from 'sequelize';
import { v7 as newId } from 'uuid';
import { readKept } from '@/core/knowledge/kept';
import type { KeptReading } from '@/core/knowledge/kept';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import type { View } from '@/core/anatomy/positions';
import { roles } from '@/core/alignment/look-values';
import type { Role } from '@/core/alignment/look-values';
import { isOneOf } from '@/core/keyed';
import type { Setting } from '@/core/alignment/setting';
import { Dose, Look, LookPicture, LookReading, Picture, Stop, Trial, User } from '../models';
import { oweBytes } from '../media/pictures';
import { ready } from '../ready';
import { transact } from '../transact';
import { claimClient } from './claims';
import { countTrials } from './evidence';
import { noClient, rowsSeenBy } from './seen-by';
import type {
  DoseCard,
  LookCard,
  LookPictureCard,
  StoredDose,
  StoredMarks,
  TakenReading,
  TrialCard,
  Who,
} from '../types';

export const noLook = () => failure('notFound', 'There is no such look in this studio.', 'look');

export type NewLook = {
  readonly clientId: string;
  readonly exercise: string;
  readonly level: number;
  readonly headEnd: 'left' | 'right';
  readonly school: string;
  readonly stances: Record<string, string>;
  readonly rulesVersion: string;
  readonly startedAt?: Date;
};

/** Begins a look; one begun under this id before is left as it is. A stop sign seen meanwhile begins none. */
export function startLook(who: Who, look: NewLook, id = newId()): Promise<Result<string>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, look.clientId, transaction))) return noClient();
    if (await Look.findByPk(id, { attributes: ['id'], transaction })) return success(id);
    if (await isStopped(who, look.clientId, transaction)) return stopped();
    await Look.create(
      {
        id,
        studioId: who.studioId,
        instructorId: who.userId,
        view: 'side',
        fault: null,
        correction: null,
        result: null,
        keptAt: null,
        ...look,
        startedAt: look.startedAt ?? new Date(),
      },
      { transaction },
    );
    return success(id);
  });
}

export const isStopped = async ({ studioId }: Who, clientId: string, transaction: Transaction): Promise<boolean> =>
  (await Stop.count({ where: { studioId, clientId, clearedOn: null }, transaction })) > 0;

export const stopped = () =>
  failure('stopped', 'A stop sign was seen: nothing goes on until clearance is on file.', 'client');

async function toCards(who: Who, looks: readonly Look[]): Promise<LookCard[]> {
  const { studioId } = who;
  const marked = await LookPicture.findAll({ where: { studioId, lookId: looks.map(({ id }) => id) } });
  const pictures = await Picture.findAll({
    where: { studioId, id: [...new Set(marked.map(({ pictureId }) => pictureId))] },
    attributes: { exclude: ['bytes'] },
  });
  const instructors = await User.findAll({ where: { studioId }, attributes: ['id', 'name'] });
  const readings = await LookReading.findAll({ where: { studioId, lookId: looks.map(({ id }) => id) } });
  const trials = await Trial.findAll({
    where: { studioId, lookId: looks.map(({ id }) => id) },
    order: [['number', 'ASC']],
  });
  const cardsOf = (lookId: string): LookPictureCard[] =>
    marked
      .filter((one) => one.lookId === lookId)
      .flatMap(({ role, view, setting, marks, pictureId }) => {
        const picture = pictures.find(({ id }) => id === pictureId);
        if (!picture || !isOneOf(roles, role)) return []; // those of earlier tries stay, and are not in hand
        const { id, title, width, height, originalWidth, originalHeight } = picture;
        return [{ role, view, setting, marks, id, title, width, height, originalWidth, originalHeight }];
      });
  return looks.map((look) => ({
    id: look.id,
    clientId: look.clientId,
    exercise: look.exercise,
    level: look.level,
    headEnd: look.headEnd,
    school: look.school,
    stances: look.stances,
    fault: look.fault,
    correction: look.correction,
    rulesVersion: look.rulesVersion,
    startedAt: look.startedAt,
    keptAt: look.keptAt,
    result: readKept(look.result),
    instructor: instructors.find(({ id }) => id === look.instructorId)?.name ?? '',
    pictures: cardsOf(look.id),
    readings: readings
      .filter(({ lookId }) => lookId === look.id)
      .flatMap(({ role, method, measure, taken, side }) =>
        isOneOf(roles, role) ? [{ role, method, measure, taken, ...(side ? { side } : {}) }] : [],
      ),
    tried: trials
      .filter(({ lookId }) => lookId === look.id)
      .map(({ id, exercise, fault, correction, measure, verdict, changeValue, mdc, triedAt }) => ({
        ...{ id, exercise, fault, correction, measure, verdict, changeValue, mdc, triedAt },
      })),
  }));
}

export async function findLook(who: Who, id: string): Promise<Result<LookCard>> {
  ready();
  const look = await Look.findOne({ where: { ...rowsSeenBy(who), id } });
  const [card] = look ? await toCards(who, [look]) : [];
  return card ? success(card) : noLook();
}

export const looksPerPage = 8;

/** A client's looks, newest first, a page at a time; those begun and left without a single picture are passed over. */
export async function listLooks(who: Who, clientId: string, page = 1): Promise<{ looks: LookCard[]; total: number }> {
  ready();
  const hasPicture = literal(
    '(kept_at IS NOT NULL OR EXISTS (SELECT 1 FROM look_pictures WHERE look_pictures.look_id = looks.id)' +
      ' OR EXISTS (SELECT 1 FROM look_readings WHERE look_readings.look_id = looks.id))',
  );
  const { rows, count } = await Look.findAndCountAll({
    where: { [Op.and]: [{ ...rowsSeenBy(who), clientId }, hasPicture] },
    order: [
      ['startedAt', 'DESC'],
      ['id', 'DESC'],
    ],
    limit: looksPerPage,
    offset: (page - 1) * looksPerPage,
  });
  return { looks: await toCards(who, rows), total: count };
}

/** These looks, in no order. */
export async function findLooks(who: Who, ids: readonly string[]): Promise<LookCard[]> {
  ready();
  if (ids.length === 0) return [];
  return toCards(who, await Look.findAll({ where: { ...rowsSeenBy(who), id: [...ids] } }));
}

/** Puts a picture in its place in the look, with its marks; a second one of the same view replaces the first. */
export async function setLookPicture(
  who: Who,
  lookId: string,
  role: Role,
  pictureId: string,
  marks: StoredMarks,
  { view = 'side', setting = null }: { view?: View; setting?: Setting | null } = {},
): Promise<Result<null>> {
  return transact(async (transaction) => {
    const look = await Look.findOne({ where: { ...rowsSeenBy(who), id: lookId }, transaction, lock: true });
    if (!look) return noLook();
    if (look.keptAt)
      return failure('alreadyKept', 'This look is kept and closed; start a new one to measure again.', 'look');
    const mayShow = { [Op.or]: [null, look.clientId] }; // a demo picture, or one of this client
    const where = { id: pictureId, studioId: who.studioId, clientId: mayShow };
    if ((await Picture.count({ where, transaction })) === 0)
      return failure('notFound', 'There is no such picture of this client.', 'picture');
    const found = await LookPicture.findOne({ where: { lookId, role, view, studioId: who.studioId }, transaction });
    const replaced = found && found.pictureId !== pictureId ? found.pictureId : undefined;
    if (found) await found.update({ pictureId, marks, setting, updatedAt: new Date() }, { transaction });
    else
      await LookPicture.create(
        { id: newId(), studioId: who.studioId, lookId, role, view, setting, pictureId, marks, updatedAt: new Date() },
        { transaction },
      );
    if (replaced) await dropUnusedPicture(who, replaced, transaction);
    return success(null);
  });
}

/** Keeps what a hand or an eye told of a moment; null takes it back. */
export async function setLookReading(
  who: Who,
  lookId: string,
  { role, method, measure, taken, side = null }: Omit<TakenReading, 'taken'> & { readonly taken: number | null },
): Promise<Result<null>> {
  return transact(async (transaction) => {
    const { studioId } = who;
    const look = await Look.findOne({ where: { ...rowsSeenBy(who), id: lookId }, transaction, lock: true });
    if (!look) return noLook();
    if (look.keptAt)
      return failure('alreadyKept', 'This look is kept and closed; start a new one to measure again.', 'look');
    const where = { studioId, lookId, role, method, measure };
    const found = await LookReading.findOne({ where, transaction });
    if (taken === null) await found?.destroy({ transaction });
    else if (found) await found.update({ taken, side, updatedAt: new Date() }, { transaction });
    else await LookReading.create({ id: newId(), ...where, taken, side, updatedAt: new Date() }, { transaction });
    return success(null);
  });
}

/** A client's picture that no look shows any more is not kept. */
async function dropUnusedPicture({ studioId }: Who, id: string, transaction: Transaction): Promise<void> {
  if ((await LookPicture.count({ where: { studioId, pictureId: id }, transaction })) > 0) return;
  const where = { studioId, id, clientId: { [Op.ne]: null } };
  await oweBytes(where, transaction);
  await Picture.destroy({ where, transaction });
}

export async function chooseCorrection(
  who: Who,
  lookId: string,
  fault: string | null,
  correction: string | null,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    const look = await Look.findOne({ where: { ...rowsSeenBy(who), id: lookId }, transaction, lock: true });
    if (!look) return noLook();
    if (look.keptAt)
      return failure('alreadyKept', 'This look is kept and closed; start a new one to try something else.', 'look');
    await look.update({ fault, correction }, { transaction });
    return success(null);
  });
}

export type TrialResult = {
  readonly fault: string;
  readonly correction: string;
  readonly measure: string;
  readonly verdict: TrialCard['verdict'];
  readonly changeValue: number;
  readonly mdc: number;
};

type KeptLook = {
  readonly result: KeptReading;
  readonly trial: TrialResult | undefined;
  readonly dose: StoredDose;
  readonly at?: Date;
};

/**
 * Closes a look: its results as computed, the correction's outcome, and the dose. `doseId` comes with the form: sent twice, it
 * is kept once. Where a stop sign was noted meanwhile there is no dose, and nothing is kept.
 */
export async function keepLook(who: Who, lookId: string, kept: KeptLook, doseId = newId()): Promise<Result<null>> {
  ready();
  const found = await Look.findOne({ where: { ...rowsSeenBy(who), id: lookId } });
  if (!found) return noLook();
  const { studioId, clientId, exercise } = found;
  const at = kept.at ?? new Date();
  const trialId = newId();
  return transact(async (transaction) => {
    await claimClient(who, clientId, transaction);
    const look = await Look.findOne({ where: { ...rowsSeenBy(who), id: lookId }, transaction, lock: true });
    if (!look) return noLook();
    if (look.keptAt) {
      const same = await Dose.count({ where: { id: doseId, lookId }, transaction });
      return same > 0 ? success(null) : failure('alreadyKept', 'This look is already kept.', 'look');
    }
    if (await isStopped(who, clientId, transaction)) return stopped();
    await look.update({ result: kept.result, keptAt: at }, { transaction });
    const number = 1 + ((await Trial.max<number | null, Trial>('number', { where: { lookId }, transaction })) ?? 0);
    if (kept.trial)
      await Trial.create(
        { id: trialId, studioId, clientId, lookId, number, exercise, ...kept.trial, triedAt: at },
        { transaction },
      );
    if (kept.trial) await countTrials({ studioId, clientId }, [{ ...kept.trial, exercise }], transaction);
    await Dose.create(
      { id: doseId, studioId, clientId, lookId, instructorId: who.userId, ...kept.dose, createdAt: at },
      { transaction },
    );
    return success(null);
  });
}

const toDose = (dose: Dose): DoseCard => {
  const { studioId: _studio, instructorId: _instructor, ...card } = dose.get({ plain: true });
  return card;
};

/** Doses that these looks led to. */
export async function listDosesOf(who: Who, lookIds: readonly string[]): Promise<DoseCard[]> {
  ready();
  if (lookIds.length === 0) return [];
  return (await Dose.findAll({ where: { studioId: who.studioId, lookId: [...lookIds] } })).map(toDose);
}

export type Step = {
  readonly exercise: string;
  readonly level: number;
  /** When the level was first reached. */
  readonly first: Date;
  /** Of the level that she stands on: since when, without another in between. */
  readonly since: Date | null;
};

/** The levels that a client has reached in each exercise, each once. */
export async function listSteps(who: Who, clientId: string): Promise<Step[]> {
  ready();
  const where = { ...rowsSeenBy(who), clientId };
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- a raw query is untyped: these are its columns
  const rows = (await Dose.findAll({
    where,
    attributes: [
      'exercise',
      'level',
      [fn('MIN', col('created_at')), 'first'],
      [fn('MAX', col('created_at')), 'newest'],
    ],
    group: ['exercise', 'level'],
    raw: true,
  })) as unknown as readonly { exercise: string; level: number; first: Date; newest: Date }[];
  return Promise.all(
    rows.map(async ({ exercise, level, first, newest }) => {
      const others = rows.filter((one) => one.exercise === exercise && one.level !== level);
      const left = others.reduce((last, one) => (one.newest > last ? one.newest : last), new Date(0));
      if (newest < left) return { exercise, level, first, since: null };
      const since =
        first > left
          ? first
          : await Dose.min<Date, Dose>('createdAt', {
              where: { ...where, exercise, level, createdAt: { [Op.gt]: left } },
            });
      return { exercise, level, first, since };
    }),
  );
}

/** What a client's newest kept looks found, oldest first: what trends and windows are drawn from. */
export async function listResults(
  who: Who,
  clientId: string,
  limit: number,
): Promise<{ id: string; on: Date; exercise: string; level: number; result: KeptReading }[]> {
  ready();
  const looks = await Look.findAll({
    where: { ...rowsSeenBy(who), clientId, keptAt: { [Op.ne]: null } },
    attributes: ['id', 'keptAt', 'exercise', 'level', 'result'],
    order: [['keptAt', 'DESC']],
    limit,
  });
  return looks.reverse().flatMap(({ id, keptAt, exercise, level, result: kept }) => {
    const result = readKept(kept);
    return keptAt && result ? [{ id, on: keptAt, exercise, level, result }] : [];
  });
}

/** What was tried in these taught sessions; oldest first. */
export async function listTrialsOf(who: Who, sessionIds: readonly string[]): Promise<TrialCard[]> {
  ready();
  if (sessionIds.length === 0) return [];
  const rows = await Trial.findAll({
    where: { studioId: who.studioId, sessionId: [...sessionIds] },
    order: [
      ['triedAt', 'ASC'],
      ['id', 'ASC'],
    ],
  });
  return rows.map(
    ({ lookId, sessionId, clientId, exercise, fault, correction, measure, verdict, changeValue, mdc, triedAt }) => ({
      lookId,
      sessionId,
      clientId,
      exercise,
      fault,
      correction,
      measure,
      verdict,
      changeValue,
      mdc,
      triedAt,
    }),
  );
}
