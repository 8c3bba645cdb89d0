// What a client's next session is to be: one plan a client, taken up when the session begins.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { DATE, INTEGER, JSON: JSON_TYPE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('client_plans', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    plan: needed(JSON_TYPE),
    revision: needed(INTEGER),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
    /** A session began with it. */
    used_at: maybe(DATE(3)),
  });
  await query.addIndex('client_plans', ['client_id'], { unique: true });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('client_plans');
}
