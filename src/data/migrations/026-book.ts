// A book: appointments that come again, for one client or a class, with places; and addresses at which a calendar reads it.
import { DataTypes, QueryTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { BOOLEAN, DATE, DATEONLY, INTEGER, JSON: JSON_TYPE, STRING, UUID } = DataTypes;

const nought = { ...needed(INTEGER), defaultValue: 0 };

/** What ties an appointment to its one client. */
async function foreignKeys(query: QueryInterface): Promise<string[]> {
  const rows = await query.sequelize.query<{ name: string }>(
    `SELECT CONSTRAINT_NAME AS name FROM information_schema.KEY_COLUMN_USAGE
      WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME = 'appointments' AND COLUMN_NAME = 'client_id' AND REFERENCED_TABLE_NAME IS NOT NULL`,
    { type: QueryTypes.SELECT },
  );
  return rows.map(({ name }) => name);
}

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('series', {
    id,
    studio_id: belongs('studios'),
    instructor_id: belongs('users'),
    /** By the studio's clock: `2026-12-01T09:30`. */
    starts_at: needed(STRING(16)),
    rule: needed(STRING(200)),
    /** Before it was ended, so that ending can be taken back. */
    rule_before: maybe(STRING(200)),
    made_until: needed(DATEONLY),
    minutes: needed(INTEGER),
    room: maybe(STRING(60)),
    title: maybe(STRING(120)),
    capacity: needed(INTEGER),
    note: needed(STRING(300)),
    client_ids: needed(JSON_TYPE),
  });
  await query.addColumn('appointments', 'series_id', maybe(UUID));
  await query.addColumn('appointments', 'series_at', maybe(STRING(16)));
  await query.addColumn('appointments', 'is_moved', { ...needed(BOOLEAN), defaultValue: false });
  await query.addColumn('appointments', 'room', maybe(STRING(60)));
  await query.addColumn('appointments', 'title', maybe(STRING(120)));
  await query.addColumn('appointments', 'capacity', { ...needed(INTEGER), defaultValue: 1 });
  await query.addColumn('appointments', 'off_at', maybe(DATE(3)));
  await query.addColumn('appointments', 'off_by', maybe(STRING(120)));
  await query.addColumn('appointments', 'from_uid', maybe(STRING(220)));
  await query.addColumn('appointments', 'revision', nought);
  await query.addColumn('appointments', 'claims', nought);
  await query.addIndex('appointments', ['series_id', 'series_at'], { unique: true });
  await query.addIndex('appointments', ['studio_id', 'from_uid'], { unique: true });
  await query.createTable('appointment_places', {
    id,
    studio_id: belongs('studios'),
    appointment_id: belongs('appointments'),
    client_id: belongs('clients'),
    state: needed(STRING(10)),
    since: needed(DATE(3)),
    state_by: maybe(STRING(120)),
  });
  await query.addIndex('appointment_places', ['appointment_id', 'client_id'], { unique: true });
  const columns = await query.describeTable('appointments');
  if ('client_id' in columns) {
    // One place each: its id is the appointment's, so that doing it again does nothing.
    await query.sequelize.query(
      `INSERT IGNORE INTO appointment_places (id, studio_id, appointment_id, client_id, state, since)
        SELECT id, studio_id, id, client_id, 'booked', starts_at FROM appointments WHERE client_id IS NOT NULL`,
    );
    for (const name of await foreignKeys(query)) await query.removeConstraint('appointments', name);
    await query.sequelize.query('ALTER TABLE appointments DROP COLUMN client_id');
  }
  await query.createTable('calendar_links', {
    id,
    studio_id: belongs('studios'),
    user_id: belongs('users'),
    token_hash: needed(STRING(64)),
    shows_names: needed(BOOLEAN),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('calendar_links', ['user_id'], { unique: true });
  await query.addIndex('calendar_links', ['token_hash'], { unique: true });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('calendar_links');
  await query.addColumn('appointments', 'client_id', { ...belongs('clients'), allowNull: true });
  await query.sequelize.query(
    `UPDATE appointments a SET client_id = (SELECT p.client_id FROM appointment_places p WHERE p.appointment_id = a.id LIMIT 1)`,
    { type: QueryTypes.UPDATE },
  );
  await query.sequelize.query('DELETE FROM appointments WHERE client_id IS NULL OR off_at IS NOT NULL');
  await query.dropTable('appointment_places');
  await query.removeIndex('appointments', ['series_id', 'series_at']);
  await query.removeIndex('appointments', ['studio_id', 'from_uid']);
  for (const column of [
    'series_id',
    'series_at',
    'is_moved',
    'room',
    'title',
    'capacity',
    'off_at',
    'off_by',
    'from_uid',
    'revision',
    'claims',
  ])
    await query.removeColumn('appointments', column);
  await query.dropTable('series');
}
