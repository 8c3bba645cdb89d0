// Weeks ahead for a client: what was asked and expected, one a client, in versions.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, needed } from './columns';

const { DATE, INTEGER, JSON: JSON_TYPE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('client_weeks', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    weeks: needed(JSON_TYPE),
    revision: needed(INTEGER),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('client_weeks', ['client_id'], { unique: true });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('client_weeks');
}
