// A studio's own entries, rooms and tolerances; a client's own stances, overrules, stops and intake forms.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { DATE, DATEONLY, INTEGER, JSON: JSON_TYPE, STRING, UUID } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.addColumn('studios', 'rooms', maybe(JSON_TYPE));
  await query.addColumn('studios', 'tolerances', maybe(JSON_TYPE));
  await query.addColumn('studios', 'exercise_stances', maybe(JSON_TYPE));
  await query.addColumn('users', 'room', maybe(STRING(60)));
  await query.addColumn('clients', 'stances', maybe(JSON_TYPE));
  await query.createTable('own_entries', {
    id,
    studio_id: belongs('studios'),
    kind: needed(STRING(20)),
    entry_id: needed(STRING(60)),
    entry: needed(JSON_TYPE),
    /** The shipped entry that it was made from; null for a new one. */
    base: maybe(JSON_TYPE),
    changed_by: needed(STRING(120)),
    changed_at: needed(DATE(3)),
  });
  await query.addIndex('own_entries', ['studio_id', 'kind', 'entry_id'], { unique: true });
  await query.createTable('overrules', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    exercise: needed(STRING(60)),
    level: maybe(INTEGER),
    rule: needed(STRING(120)),
    reason: needed(STRING(400)),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('overrules', ['studio_id', 'client_id']);
  await query.createTable('stops', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    look_id: maybe(UUID),
    sign: needed(STRING(40)),
    seen: needed(STRING(400)),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
    cleared_on: maybe(DATEONLY),
    cleared_by: maybe(STRING(120)),
  });
  await query.addIndex('stops', ['studio_id', 'client_id']);
  await query.createTable('intakes', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    answers: needed(JSON_TYPE),
    signed_name: needed(STRING(120)),
    signed_on: needed(DATEONLY),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('intakes', ['studio_id', 'client_id', 'signed_on']);
  await query.createTable('apparatus_checks', {
    id,
    studio_id: belongs('studios'),
    apparatus: needed(STRING(20)),
    day: needed(DATEONLY),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('apparatus_checks', ['studio_id', 'day']);
}

export async function down(query: QueryInterface): Promise<void> {
  for (const table of ['apparatus_checks', 'intakes', 'stops', 'overrules', 'own_entries'])
    await query.dropTable(table);
  await query.removeColumn('clients', 'stances');
  await query.removeColumn('users', 'room');
  await query.removeColumn('studios', 'exercise_stances');
  await query.removeColumn('studios', 'tolerances');
  await query.removeColumn('studios', 'rooms');
}
