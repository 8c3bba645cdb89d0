// The counts of corrections made anew from all trials: what the counts kept beside them must equal.
import { QueryTypes } from 'sequelize';
import type { Sequelize, Transaction } from 'sequelize';

const freshClients = `SELECT t.client_id, t.exercise, t.fault, t.correction, t.studio_id, COUNT(*) AS tried, SUM(t.verdict = 'better') AS helped,
    SUM(t.verdict <> 'better' AND t.tried_at > COALESCE((SELECT MAX(b.tried_at) FROM trials b WHERE b.studio_id = t.studio_id
      AND b.client_id = t.client_id AND b.exercise = t.exercise AND b.fault = t.fault AND b.correction = t.correction AND b.verdict = 'better'), '1000-01-01'))
      AS failed_running
  FROM trials t GROUP BY t.client_id, t.exercise, t.fault, t.correction, t.studio_id`;
const freshCounts = (
  where: string,
) => `SELECT studio_id, exercise, fault, correction, SUM(tried) AS tried, SUM(helped) AS helped
  FROM client_trial_counts ${where} GROUP BY studio_id, exercise, fault, correction`;
const freshStudios = freshCounts('');
const intoStudios = 'INSERT INTO studio_trial_counts (studio_id, exercise, fault, correction, tried, helped)';

/** Writes all counts anew. */
export async function recount(sequelize: Sequelize, transaction?: Transaction): Promise<void> {
  const within = transaction ? { transaction } : {};
  for (const statement of [
    'DELETE FROM studio_trial_counts',
    'DELETE FROM client_trial_counts',
    `INSERT INTO client_trial_counts (client_id, exercise, fault, correction, studio_id, tried, helped, failed_running) ${freshClients}`,
    `${intoStudios} ${freshStudios}`,
  ])
    await sequelize.query(statement, within);
}

/** Writes a studio's counts anew from its clients'. */
export async function recountStudio(sequelize: Sequelize, studioId: string, transaction: Transaction): Promise<void> {
  const within = { replacements: { studioId }, transaction };
  await sequelize.query('DELETE FROM studio_trial_counts WHERE studio_id = :studioId', within);
  await sequelize.query(`${intoStudios} ${freshCounts('WHERE studio_id = :studioId')}`, within);
}

/** How many kept counts differ from those that all trials make. */
export async function miscounted(sequelize: Sequelize): Promise<number> {
  const counted = (sql: string) => sequelize.query<{ n: number }>(sql, { type: QueryTypes.SELECT });
  const [[clients], [studios]] = await Promise.all([
    counted(`SELECT COUNT(*) AS n FROM (${freshClients}) f
      LEFT JOIN client_trial_counts k ON k.client_id = f.client_id AND k.exercise = f.exercise AND k.fault = f.fault AND k.correction = f.correction
      WHERE k.tried IS NULL OR k.tried <> f.tried OR k.helped <> f.helped OR k.failed_running <> f.failed_running`),
    counted(`SELECT COUNT(*) AS n FROM studio_trial_counts k
      LEFT JOIN (${freshStudios}) f ON k.studio_id = f.studio_id AND k.exercise = f.exercise AND k.fault = f.fault AND k.correction = f.correction
      WHERE k.tried <> COALESCE(f.tried, 0) OR k.helped <> COALESCE(f.helped, 0)`),
  ]);
  return Number(clients?.n ?? 0) + Number(studios?.n ?? 0);
}
