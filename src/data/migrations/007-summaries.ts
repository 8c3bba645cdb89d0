// What follows from histories, kept beside them so that no page reads a history to tell one thing of it: how often a
// correction helped, by client and in the studio; and what is known of each client.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, needed } from './columns';

const { INTEGER, JSON: JSON_TYPE, STRING } = DataTypes;
const key = <T extends object>(column: T): T & { primaryKey: true } => ({ ...column, primaryKey: true });

const countClients = `INSERT INTO client_trial_counts (client_id, fault, correction, studio_id, tried, helped, failed_running)
  SELECT t.client_id, t.fault, t.correction, t.studio_id, COUNT(*), SUM(t.verdict = 'better'),
    SUM(t.verdict <> 'better' AND t.tried_at > COALESCE((SELECT MAX(b.tried_at) FROM trials b WHERE b.client_id = t.client_id
      AND b.fault = t.fault AND b.correction = t.correction AND b.verdict = 'better'), '1000-01-01'))
  FROM trials t GROUP BY t.client_id, t.fault, t.correction, t.studio_id`;
const countStudios = `INSERT INTO studio_trial_counts (studio_id, fault, correction, tried, helped)
  SELECT studio_id, fault, correction, SUM(tried), SUM(helped) FROM client_trial_counts GROUP BY studio_id, fault, correction`;

export async function up(query: QueryInterface): Promise<void> {
  await query.addIndex('trials', ['studio_id', 'client_id', 'fault', 'correction', 'tried_at'], {
    name: 'trials_of_a_pair',
  });
  await query.createTable('client_trial_counts', {
    client_id: key(belongs('clients')),
    fault: key(needed(STRING(60))),
    correction: key(needed(STRING(60))),
    studio_id: belongs('studios'),
    tried: needed(INTEGER),
    helped: needed(INTEGER),
    /** Times running, up to the newest, that it did not help. */
    failed_running: needed(INTEGER),
  });
  await query.createTable('studio_trial_counts', {
    studio_id: key(belongs('studios')),
    fault: key(needed(STRING(60))),
    correction: key(needed(STRING(60))),
    tried: needed(INTEGER),
    helped: needed(INTEGER),
  });
  await query.createTable('client_summaries', {
    client_id: key(belongs('clients')),
    studio_id: belongs('studios'),
    /** What it was made from: while these stand, it holds. */
    made_from: needed(STRING(80)),
    summary: needed(JSON_TYPE),
  });
  // Begun again after a kill, the counts are made anew.
  await query.sequelize.query('DELETE FROM studio_trial_counts');
  await query.sequelize.query('DELETE FROM client_trial_counts');
  await query.sequelize.query(countClients);
  await query.sequelize.query(countStudios);
}

export async function down(query: QueryInterface): Promise<void> {
  for (const table of ['client_summaries', 'studio_trial_counts', 'client_trial_counts']) await query.dropTable(table);
  await query.removeIndex('trials', 'trials_of_a_pair');
}
