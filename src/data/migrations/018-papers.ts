// Papers of a client: consents and waivers with the words that were signed, contacts and guardians, and a report of each stop.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { BOOLEAN, DATE, DATEONLY, INTEGER, JSON: JSON_TYPE, STRING, TEXT, UUID } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.addColumn('clients', 'contacts', maybe(JSON_TYPE));
  await query.createTable('paper_texts', {
    id,
    studio_id: belongs('studios'),
    kind: needed(STRING(20)),
    version: needed(INTEGER),
    words: needed(TEXT),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('paper_texts', ['studio_id', 'kind', 'version'], { unique: true, name: 'paper_texts_once' });
  await query.createTable('papers', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    kind: needed(STRING(20)),
    gives: needed(BOOLEAN),
    version: needed(INTEGER),
    words: needed(TEXT),
    signed_name: needed(STRING(120)),
    signed_as: needed(STRING(10)),
    signed_on: needed(DATEONLY),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('papers', ['studio_id', 'client_id', 'kind', 'made_at']);
  await query.createTable('incidents', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    // One report of each stop, whoever writes it.
    stop_id: { type: UUID, allowNull: false, unique: true },
    doing: needed(STRING(300)),
    happened: needed(TEXT),
    done: needed(TEXT),
    told: needed(STRING(400)),
    at_time: needed(STRING(5)),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
    changed_by: maybe(STRING(120)),
    changed_at: maybe(DATE(3)),
    revision: { ...needed(INTEGER), defaultValue: 0 },
  });
  await query.addIndex('incidents', ['studio_id', 'client_id']);
}

export async function down(query: QueryInterface): Promise<void> {
  for (const table of ['incidents', 'papers', 'paper_texts']) await query.dropTable(table);
  await query.removeColumn('clients', 'contacts');
}
