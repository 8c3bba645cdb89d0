// What follows from histories, kept beside them so that no page reads a history to tell one thing of it: how often a
// correction helped, by client and in the studio; and what is known of each client.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, needed } from './columns';

const { INTEGER, JSON: JSON_TYPE, STRING } = DataTypes;
const key = <T extends object>(column: T): T & { primaryKey: true } => ({ ...column, primaryKey: true });

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
}

export async function down(query: QueryInterface): Promise<void> {
  for (const table of ['client_summaries', 'studio_trial_counts', 'client_trial_counts']) await query.dropTable(table);
  await query.removeIndex('trials', 'trials_of_a_pair');
}
