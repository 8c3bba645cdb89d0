// How far a client's own joints go, each time that it was taken; struck ones stay, and count no more.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { DATE, DATEONLY, DOUBLE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('client_ranges', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    range: needed(STRING(30)),
    side: needed(STRING(4)),
    value: needed(DOUBLE),
    method: needed(STRING(10)),
    taken_on: needed(DATEONLY),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
    struck_at: maybe(DATE(3)),
  });
  await query.addIndex('client_ranges', ['studio_id', 'client_id', 'made_at']);
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('client_ranges');
}
