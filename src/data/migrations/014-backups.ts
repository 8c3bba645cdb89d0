// When everything was last written away, and read back.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { id, maybe, needed } from './columns';

const { BIGINT, DATE, INTEGER, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('backups', {
    id,
    file: needed(STRING(200)),
    bytes: needed(BIGINT),
    row_count: needed(INTEGER),
    made_at: needed(DATE(3)),
    proven_at: maybe(DATE(3)),
  });
  await query.addIndex('backups', ['made_at']);
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('backups');
}
