// How long a studio keeps what.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { maybe } from './columns';

export async function up(query: QueryInterface): Promise<void> {
  await query.addColumn('studios', 'keeping', maybe(DataTypes.JSON));
  await query.addIndex('pictures', ['studio_id', 'created_at']);
}

export async function down(query: QueryInterface): Promise<void> {
  await query.removeIndex('pictures', ['studio_id', 'created_at']);
  await query.removeColumn('studios', 'keeping');
}
