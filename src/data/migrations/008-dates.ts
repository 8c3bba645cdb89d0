// What is known of a condition's time and kind: since when, when a child is due, how long a clearance holds, of which kind.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { maybe } from './columns';

const { DATEONLY, STRING } = DataTypes;
const columns = { since: DATEONLY, due_on: DATEONLY, cleared_until: DATEONLY, kind_of: STRING(60) };

export async function up(query: QueryInterface): Promise<void> {
  for (const [name, type] of Object.entries(columns)) await query.addColumn('client_conditions', name, maybe(type));
}

export async function down(query: QueryInterface): Promise<void> {
  for (const name of Object.keys(columns)) await query.removeColumn('client_conditions', name);
}
