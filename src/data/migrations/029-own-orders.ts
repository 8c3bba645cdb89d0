// Orders of exercises that an instructor keeps to start plans from.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, needed } from './columns';

const { DATE, JSON: JSON_TYPE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('own_orders', {
    id,
    studio_id: belongs('studios'),
    user_id: belongs('users'),
    name: needed(STRING(80)),
    exercises: needed(JSON_TYPE),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('own_orders', ['user_id', 'name'], { unique: true });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('own_orders');
}
