// Several views, the way back, and readings by hand and by eye in one look; own errors; how the pubic bone is marked.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, needed } from './columns';

const { DATE, DOUBLE, JSON: JSON_TYPE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.changeColumn('look_pictures', 'role', needed(STRING(10)));
  await query.addColumn('look_pictures', 'view', { ...needed(STRING(10)), defaultValue: 'side' });
  await query.addColumn('look_pictures', 'setting', { type: JSON_TYPE, allowNull: true });
  await query.addIndex('look_pictures', ['look_id', 'role', 'view'], { unique: true });
  await query.removeIndex('look_pictures', ['look_id', 'role']);
  await query.createTable('look_readings', {
    id,
    studio_id: belongs('studios'),
    look_id: belongs('looks'),
    role: needed(STRING(10)),
    method: needed(STRING(10)),
    measure: needed(STRING(40)),
    /** As it was read: degrees, fingers, mmHg; or the grade. */
    taken: needed(DOUBLE),
    updated_at: needed(DATE(3)),
  });
  await query.addIndex('look_readings', ['look_id', 'role', 'method', 'measure'], { unique: true });
  await query.createTable('marking_rounds', {
    id,
    studio_id: belongs('studios'),
    user_id: belongs('users'),
    rounds: needed(JSON_TYPE),
    created_at: needed(DATE(3)),
  });
  await query.addIndex('marking_rounds', ['user_id', 'created_at']);
  await query.addColumn('users', 'finger_mm', { type: DOUBLE, allowNull: true });
  await query.addColumn('clients', 'pubic_mark', { ...needed(STRING(12)), defaultValue: 'notAsked' });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.removeColumn('clients', 'pubic_mark');
  await query.removeColumn('users', 'finger_mm');
  await query.dropTable('marking_rounds');
  await query.dropTable('look_readings');
  await query.addIndex('look_pictures', ['look_id', 'role'], { unique: true });
  await query.removeIndex('look_pictures', ['look_id', 'role', 'view']);
  await query.removeColumn('look_pictures', 'setting');
  await query.removeColumn('look_pictures', 'view');
}
