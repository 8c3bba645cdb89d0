// What a class is to do: one plan an appointment, in versions.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, needed } from './columns';

const { DATE, INTEGER, JSON: JSON_TYPE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('class_plans', {
    id,
    studio_id: belongs('studios'),
    appointment_id: belongs('appointments'),
    plan: needed(JSON_TYPE),
    revision: needed(INTEGER),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('class_plans', ['appointment_id'], { unique: true });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('class_plans');
}
