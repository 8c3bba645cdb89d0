// Who looked at what is kept of clients, and who changed it: rows are added, and changed only when a client is erased.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { DATE, JSON: JSON_TYPE, STRING, UUID } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('records', {
    id,
    studio_id: belongs('studios'),
    client_id: maybe(UUID),
    person_id: maybe(UUID),
    person: needed(STRING(120)),
    at: needed(DATE(3)),
    kind: needed(STRING(20)),
    what: needed(STRING(300)),
    was: maybe(JSON_TYPE),
    became: maybe(JSON_TYPE),
    // What is noted once a day at most.
    once: { ...maybe(STRING(120)), unique: true },
  });
  await query.addIndex('records', ['studio_id', 'at']);
  await query.addIndex('records', ['studio_id', 'client_id', 'at']);
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('records');
}
