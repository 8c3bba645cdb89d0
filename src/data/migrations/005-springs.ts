// A studio's apparatus with its springs, and what was set for a client; lengths of legs measured on a client.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { DATE, JSON: JSON_TYPE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('apparatus', {
    id,
    studio_id: belongs('studios'),
    room: needed(STRING(60)),
    kind: needed(STRING(20)),
    name: needed(STRING(60)),
    /** Springs, hooks, travel, bars and ropes. */
    rig: needed(JSON_TYPE),
    changed_by: needed(STRING(120)),
    changed_at: needed(DATE(3)),
  });
  await query.addIndex('apparatus', ['studio_id', 'room']);
  await query.createTable('spring_settings', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    apparatus_id: belongs('apparatus'),
    exercise: needed(STRING(60)),
    springs: needed(JSON_TYPE),
    note: needed(STRING(200)),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
  });
  /** Thigh and shank in mm, as far as they were measured. */
  await query.addColumn('clients', 'measured_mm', maybe(JSON_TYPE));
  await query.addIndex('spring_settings', ['studio_id', 'client_id', 'exercise', 'made_at']);
}

export async function down(query: QueryInterface): Promise<void> {
  await query.removeColumn('clients', 'measured_mm');
  await query.dropTable('spring_settings');
  await query.dropTable('apparatus');
}
