// What is known of an instructor as a measuring instrument: her finger, her hand with the marks, her eye.
import { isOneOf } from '@/core/keyed';
import { v7 as newId } from 'uuid';
import { QueryTypes } from 'sequelize';
import { leastFreedom, ownEye, ownMarking } from '@/core/agreement/repeats';
import { earnedEye } from '@/core/eye/own-eye';
import { estimatesOf } from '@/core/eye/seen';
import type { OwnMarking, RepeatedMarks } from '@/core/agreement/repeats';
import type { OwnEye } from '@/core/alignment/by-eye';
import { gradeDeg, gradedFromLevel, grades } from '@/core/alignment/by-eye';
import { trained } from '@/core/eye/trained';
import { keysOf } from '@/core/keyed';
import { readKept } from '@/core/knowledge/kept';
import { MarkingRounds, User } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Who } from '../types';
import { listTilts } from './eye';

export type ObserverCard = {
  readonly fingerMm: number | null;
  /** Own spread of marking; in force from `leastFreedom` repeats on. */
  readonly marking: OwnMarking | null;
  /** Her eye by measure: from training where that tells enough, else from her grades beside pictures. */
  readonly eyes: Readonly<Record<string, OwnEye>>;
};

const newestRounds = 20;

export async function findObserver({ userId, studioId }: Who): Promise<ObserverCard> {
  ready();
  const user = await User.findOne({ where: { id: userId, studioId } });
  const rows = await MarkingRounds.findAll({
    where: { userId, studioId },
    order: [['createdAt', 'DESC']],
    limit: newestRounds,
  });
  return {
    fingerMm: user?.fingerMm ?? null,
    marking: ownMarking(rows.map(({ rounds }) => rounds)) ?? null,
    eyes: await findEyes({ userId, studioId }),
  };
}

const newestGrades = 240;
/** Her grades of kept looks, with what these found: one statement, as the Floor asks it every morning. */
const gradesBesidePictures = `SELECT r.role, r.measure, r.taken, l.result FROM look_readings r JOIN looks l ON l.id = r.look_id
  WHERE l.studio_id = :studioId AND l.instructor_id = :userId AND l.kept_at IS NOT NULL
  AND r.method = 'eye' AND r.role IN ('top', 'retest') AND r.measure IN (:measures)
  ORDER BY l.kept_at DESC LIMIT :newestGrades`;
type Beside = {
  readonly role: string;
  readonly measure: string;
  readonly taken: number;
  readonly result: unknown;
};

/** Her eye by measure, as far as it is known. */
export async function findEyes(who: Pick<Who, 'userId' | 'studioId'>): Promise<Record<string, OwnEye>> {
  const [seen, pairs] = await Promise.all([listTilts(who), eyePairs(who)]);
  const besidePictures = keysOf(pairs).flatMap((measure): [string, OwnEye][] => {
    const own = ownEye(pairs[measure] ?? []);
    return own ? [[measure, own]] : [];
  });
  const inTraining = trained.flatMap((measure): [string, OwnEye][] => {
    const own = earnedEye(estimatesOf(seen, measure));
    return own ? [[measure, own]] : [];
  });
  return Object.fromEntries([...besidePictures, ...inTraining]);
}

type Pair = { readonly eye: number; readonly picture: number };

/** Her grades beside what pictures of the same moments measured, in kept looks, by measure. */
async function eyePairs({ userId, studioId }: Pick<Who, 'userId' | 'studioId'>): Promise<Record<string, Pair[]>> {
  const readings = await ready().query<Beside>(gradesBesidePictures, {
    type: QueryTypes.SELECT,
    replacements: { studioId, userId, measures: [...gradedFromLevel], newestGrades },
  });
  const pairs: Record<string, Pair[]> = {};
  for (const { role, measure, taken, result } of readings) {
    const kept = readKept(typeof result === 'string' ? JSON.parse(result) : result);
    const eye = isOneOf(grades, taken) ? gradeDeg[taken] : undefined;
    if (!kept || eye === undefined) continue;
    const { methods, baseline, retest } = kept;
    const found = (role === 'top' ? baseline : retest).find((one) => one.measure === measure);
    if (found && methods[measure] === 'picture') (pairs[measure] ??= []).push({ eye, picture: found.value });
  }
  return pairs;
}

/** The spread to reckon with: her own where she has marked often enough. */
export const markingInForce = ({ marking }: ObserverCard): number | undefined =>
  marking && marking.freedom >= leastFreedom ? Math.min(6, Math.max(0.3, marking.sdPx)) : undefined;

/** Keeps one picture marked several times; under one id once. */
export async function addRounds({ userId, studioId }: Who, rounds: RepeatedMarks, id = newId()): Promise<void> {
  const row = { id, studioId, userId, rounds, createdAt: new Date() };
  await transact((transaction) => MarkingRounds.bulkCreate([row], { ignoreDuplicates: true, transaction }));
}

export async function setFinger({ userId, studioId }: Who, fingerMm: number | null): Promise<void> {
  ready();
  await User.update({ fingerMm }, { where: { id: userId, studioId } });
}
