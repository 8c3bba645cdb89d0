// A fault that an eye graded is a reading of its own: by the fault's id, which may be longer than a measure's, and with its side.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { maybe, needed } from './columns';

const { STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.changeColumn('look_readings', 'measure', needed(STRING(60)));
  await query.addColumn('look_readings', 'side', maybe(STRING(1)));
}

export async function down(query: QueryInterface): Promise<void> {
  await query.bulkDelete('look_readings', { method: 'seen' });
  await query.removeColumn('look_readings', 'side');
  await query.changeColumn('look_readings', 'measure', needed(STRING(40)));
}
