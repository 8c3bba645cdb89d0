// In which units a studio reads bodies.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { needed } from './columns';

export async function up(query: QueryInterface): Promise<void> {
  await query.addColumn('studios', 'units', { ...needed(DataTypes.STRING(10)), defaultValue: 'metric' });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.removeColumn('studios', 'units');
}
