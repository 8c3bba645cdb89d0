// How often corrections helped: counted with the trials that make it, by client and in the studio.
import { Op, QueryTypes } from 'sequelize';
import type { Transaction } from 'sequelize';
import type { Evidence } from '@/core/corrections/evidence';
import { ClientTrialCount, StudioTrialCount, Trial } from '../models';
import { ready } from '../ready';
import type { Who } from '../types';

type Pair = { readonly exercise: string; readonly fault: string; readonly correction: string };

const addToStudio = `INSERT INTO studio_trial_counts (studio_id, exercise, fault, correction, tried, helped)
  VALUES (:studioId, :exercise, :fault, :correction, :tried, :helped)
  ON DUPLICATE KEY UPDATE tried = tried + :tried, helped = helped + :helped`;

/**
 * Counts a client's trials of these pairs, in each exercise, anew, after one was added or taken back, and moves the studio's counts by as much.
 * Called last in a transaction that holds the client: the studio's rows are shared by all, and held for a moment only.
 */
export async function countTrials(
  { studioId, clientId }: { readonly studioId: string; readonly clientId: string },
  pairs: readonly Pair[],
  transaction: Transaction,
): Promise<void> {
  const sorted = [
    ...new Map(pairs.map((pair) => [`${pair.exercise} ${pair.fault} ${pair.correction}`, pair])).entries(),
  ].sort(([a], [b]) => (a < b ? -1 : 1));
  const moves: (Pair & { readonly tried: number; readonly helped: number })[] = [];
  for (const [, { exercise, fault, correction }] of sorted) {
    const where = { studioId, clientId, exercise, fault, correction };
    const rows = await Trial.findAll({
      where,
      attributes: ['verdict'],
      order: [
        ['triedAt', 'ASC'],
        ['id', 'ASC'],
      ],
      transaction,
    });
    const tried = rows.length;
    const helped = rows.filter(({ verdict }) => verdict === 'better').length;
    const failedRunning = tried - 1 - rows.findLastIndex(({ verdict }) => verdict === 'better');
    const kept = await ClientTrialCount.findOne({ where: { clientId, exercise, fault, correction }, transaction });
    const before = { tried: kept?.tried ?? 0, helped: kept?.helped ?? 0 };
    const now = { tried, helped, failedRunning };
    if (tried === 0) await kept?.destroy({ transaction });
    else if (kept) await kept.update(now, { transaction });
    else await ClientTrialCount.create({ ...where, ...now }, { transaction });
    const move = { tried: tried - before.tried, helped: helped - before.helped };
    if (move.tried !== 0 || move.helped !== 0) moves.push({ exercise, fault, correction, ...move });
  }
  for (const move of moves)
    await ready().query(addToStudio, { replacements: { studioId, ...move }, type: QueryTypes.INSERT, transaction });
}

/** What was tried in the studio: with these clients each, and with all together. `faults` narrows it. */
export async function findEvidence(
  { studioId }: Who,
  clientIds: readonly string[],
  faults?: readonly string[],
): Promise<{ readonly studio: readonly Evidence[]; readonly of: (clientId: string) => readonly Evidence[] }> {
  ready();
  const narrowed = faults ? { fault: { [Op.in]: [...faults] } } : {};
  const [own, all] = await Promise.all([
    clientIds.length > 0
      ? ClientTrialCount.findAll({ where: { clientId: [...clientIds], studioId, ...narrowed } })
      : [],
    StudioTrialCount.findAll({ where: { studioId, tried: { [Op.gt]: 0 }, ...narrowed } }),
  ]);
  const toEvidence = (row: Pair & { tried: number; helped: number; failedRunning?: number }): Evidence => ({
    exercise: row.exercise,
    fault: row.fault,
    correction: row.correction,
    tried: row.tried,
    helped: row.helped,
    failedRunning: row.failedRunning ?? 0,
  });
  return {
    studio: all.map(toEvidence),
    of: (clientId) => own.filter((row) => row.clientId === clientId).map(toEvidence),
  };
}
