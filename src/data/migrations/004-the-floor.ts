// Taught sessions and their events; doses and trials that came of them; each instructor's key for what waits on a tablet.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { BIGINT, BOOLEAN, DATE, DOUBLE, INTEGER, JSON: JSON_TYPE, STRING, UUID } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('taught_sessions', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    instructor_id: needed(UUID),
    started_at: needed(DATE(3)),
    ended_at: maybe(DATE(3)),
    /** How many events it has: the number of the newest. */
    events: needed(INTEGER),
    /** What came of it, as folded by these rules; made anew whenever an event comes in that changes it. */
    outcome: maybe(JSON_TYPE),
    rules_version: needed(STRING(40)),
  });
  await query.addIndex('taught_sessions', ['studio_id', 'client_id', 'started_at']);
  await query.createTable('session_events', {
    id,
    studio_id: belongs('studios'),
    session_id: belongs('taught_sessions'),
    /** Its place in the session, given by the server. */
    n: needed(INTEGER),
    user_id: needed(UUID),
    device: needed(UUID),
    seq: needed(BIGINT),
    kind: needed(STRING(20)),
    /** When it was tapped: the tablet's clock set right by the server's. */
    made_at: needed(DATE(3)),
    received_at: needed(DATE(3)),
    /** As it was sent. */
    event: needed(JSON_TYPE),
  });
  await query.addIndex('session_events', ['session_id', 'n'], { unique: true });
  await query.addColumn('users', 'tablet_key', maybe(STRING(64)));
  await query.addColumn('doses', 'session_id', maybe(UUID));
  await query.addColumn('doses', 'half', { type: BOOLEAN, allowNull: false, defaultValue: false });
  await query.addColumn('trials', 'session_id', maybe(UUID));
  await query.changeColumn('trials', 'look_id', maybe(UUID));
  await query.changeColumn('trials', 'measure', maybe(STRING(40)));
  await query.changeColumn('trials', 'change_value', maybe(DOUBLE));
  await query.changeColumn('trials', 'mdc', maybe(DOUBLE));
  await query.addIndex('doses', ['session_id']);
  await query.addIndex('trials', ['session_id']);
}

export async function down(query: QueryInterface): Promise<void> {
  await query.bulkDelete('trials', { look_id: null });
  await query.removeColumn('trials', 'session_id');
  await query.removeColumn('doses', 'half');
  await query.removeColumn('doses', 'session_id');
  await query.removeColumn('users', 'tablet_key');
  await query.dropTable('session_events');
  await query.dropTable('taught_sessions');
}
