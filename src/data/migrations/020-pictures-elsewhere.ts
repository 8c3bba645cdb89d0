// Pictures may lie beside the database: where each lies, and what is to be taken away there.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { maybe, needed } from './columns';

const { DATE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.addColumn('pictures', 'place', maybe(STRING(10)));
  await query.changeColumn('pictures', 'bytes', maybe('MEDIUMBLOB'));
  await query.createTable('media_owed', {
    key: { ...needed(STRING(120)), primaryKey: true },
    // When it may go: at once, or some time after it was laid there and no picture came of it.
    due_at: needed(DATE(3)),
  });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('media_owed');
  await query.changeColumn('pictures', 'bytes', needed('MEDIUMBLOB'));
  await query.removeColumn('pictures', 'place');
}
