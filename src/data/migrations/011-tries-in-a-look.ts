// Several corrections can be tried in one look, one after the other: each is a trial of its own, in its turn.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { needed } from './columns';

const { INTEGER } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.addColumn('trials', 'number', { ...needed(INTEGER), defaultValue: 1 });
  await query.addIndex('trials', ['look_id', 'number'], { unique: true });
  await query.removeIndex('trials', ['look_id']);
}

/** The newest try of each look is kept alone, as it was before. */
export async function down(query: QueryInterface): Promise<void> {
  await query.sequelize.query(
    'DELETE earlier FROM trials earlier JOIN trials later ON later.look_id = earlier.look_id AND later.number > earlier.number',
  );
  await query.sequelize.query("DELETE FROM look_pictures WHERE role LIKE 'tried%'");
  await query.sequelize.query("DELETE FROM look_readings WHERE role LIKE 'tried%'");
  await query.addIndex('trials', ['look_id'], { unique: true });
  await query.removeIndex('trials', ['look_id', 'number']);
  await query.removeColumn('trials', 'number');
}
