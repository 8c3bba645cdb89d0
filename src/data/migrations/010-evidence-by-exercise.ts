// How often a correction helped is counted by exercise: what works in a float need not work in a bridge. The counts are made
// anew from all trials; begun again after a kill, once more.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { recount } from '../recount';
import { belongs, needed } from './columns';

const { INTEGER, STRING } = DataTypes;
const key = <T extends object>(column: T): T & { primaryKey: true } => ({ ...column, primaryKey: true });

const pair = { fault: key(needed(STRING(60))), correction: key(needed(STRING(60))) };
const counts = { tried: needed(INTEGER), helped: needed(INTEGER) };

async function dropBoth(query: QueryInterface): Promise<void> {
  for (const table of ['studio_trial_counts', 'client_trial_counts']) await query.dropTable(table);
}

export async function up(query: QueryInterface): Promise<void> {
  await dropBoth(query);
  const exercise = key(needed(STRING(60)));
  await query.createTable('client_trial_counts', {
    client_id: key(belongs('clients')),
    exercise,
    ...pair,
    studio_id: belongs('studios'),
    ...counts,
    /** Times running, up to the newest, that it did not help. */
    failed_running: needed(INTEGER),
  });
  await query.createTable('studio_trial_counts', { studio_id: key(belongs('studios')), exercise, ...pair, ...counts });
  await recount(query.sequelize);
}

/** The tables as they were before; empty, as they are made anew on the way up. */
export async function down(query: QueryInterface): Promise<void> {
  await dropBoth(query);
  await query.createTable('client_trial_counts', {
    client_id: key(belongs('clients')),
    ...pair,
    studio_id: belongs('studios'),
    ...counts,
    failed_running: needed(INTEGER),
  });
  await query.createTable('studio_trial_counts', { studio_id: key(belongs('studios')), ...pair, ...counts });
}
