// What is known of an instructor as a measuring instrument: her finger, her hand with the marks, her eye.
import { v7 as newId } from 'uuid';
import { leastFreedom, ownMarking } from '@/core/agreement/repeats';
import type { OwnEye, OwnMarking, RepeatedMarks } from '@/core/agreement/repeats';
import { MarkingRounds, User } from '../models';
import { ready } from '../ready';
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
  return { fingerMm: user?.fingerMm ?? null, marking: ownMarking(rows.map(({ rounds }) => rounds)) ?? null, eye: null };
}

/** The spread to reckon with: her own where she has marked often enough. */
export const markingInForce = ({ marking }: ObserverCard): number | undefined =>
  marking && marking.freedom >= leastFreedom ? Math.min(6, Math.max(0.3, marking.sdPx)) : undefined;

/** Keeps one picture marked several times. */
export async function addRounds({ userId, studioId }: Who, rounds: RepeatedMarks): Promise<void> {
  ready();
  await MarkingRounds.create({ id: newId(), studioId, userId, rounds, createdAt: new Date() });
}

export async function setFinger({ userId, studioId }: Who, fingerMm: number | null): Promise<void> {
  ready();
  await User.update({ fingerMm }, { where: { id: userId, studioId } });
}
