// What is known of an instructor as a measuring instrument: her finger, her hand with the marks, her eye.
import { isOneOf } from '@/core/keyed';
import { v7 as newId } from 'uuid';
import { Op } from 'sequelize';
import { leastFreedom, ownEye, ownMarking } from '@/core/agreement/repeats';
import type { OwnMarking, RepeatedMarks } from '@/core/agreement/repeats';
import type { OwnEye } from '@/core/alignment/by-eye';
import { gradeDeg, gradedFromLevel, grades } from '@/core/alignment/by-eye';
import { readKept } from '@/core/knowledge/kept';
import { Look, LookReading, MarkingRounds, User } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Who } from '../types';

export type ObserverCard = {
  readonly fingerMm: number | null;
  /** Own spread of marking; in force from `leastFreedom` repeats on. */
  readonly marking: OwnMarking | null;
  readonly eye: OwnEye | null;
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
  const pairs = await eyePairs(userId, studioId);
  return {
    fingerMm: user?.fingerMm ?? null,
    marking: ownMarking(rows.map(({ rounds }) => rounds)) ?? null,
    eye: ownEye(pairs) ?? null,
  };
}

const newestLooks = 120;

/** Her grades beside what pictures of the same moments measured, in kept looks. */
async function eyePairs(userId: string, studioId: string): Promise<{ eye: number; picture: number }[]> {
  const looks = await Look.findAll({
    where: { studioId, instructorId: userId, keptAt: { [Op.ne]: null } },
    attributes: ['id', 'result'],
    order: [['keptAt', 'DESC']],
    limit: newestLooks,
  });
  if (looks.length === 0) return [];
  const readings = await LookReading.findAll({
    where: { studioId, lookId: looks.map(({ id }) => id), method: 'eye', measure: [...gradedFromLevel] },
  });
  return readings.flatMap(({ lookId, role, measure, taken }) => {
    const kept = readKept(looks.find(({ id }) => id === lookId)?.result ?? null);
    const eye = isOneOf(grades, taken) ? gradeDeg[taken] : undefined;
    if (!kept || eye === undefined || (role !== 'top' && role !== 'retest')) return [];
    const { methods, baseline, retest } = kept;
    const found = (role === 'top' ? baseline : retest).find((one) => one.measure === measure);
    return found && methods[measure] === 'picture' ? [{ eye, picture: found.value }] : [];
  });
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
