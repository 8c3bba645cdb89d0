// Devices beside an instructor's own, joined by a code: what each is to watch, and what it said.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { CHAR, DATE, INTEGER, JSON: JSON_TYPE } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('beside_links', {
    id,
    studio_id: belongs('studios'),
    user_id: belongs('users'),
    /** SHA-256 of the code, until it is used or has run out; and of what the device that used it carries. */
    code: maybe(CHAR(64)),
    token: maybe(CHAR(64)),
    wants: needed(JSON_TYPE),
    said: { ...needed(INTEGER), defaultValue: 0 },
    code_until: needed(DATE(3)),
    until: needed(DATE(3)),
  });
  await query.addIndex('beside_links', ['code'], { unique: true });
  await query.addIndex('beside_links', ['token'], { unique: true });
  await query.addIndex('beside_links', ['until']);
  await query.createTable('beside_messages', {
    id,
    studio_id: belongs('studios'),
    link_id: belongs('beside_links'),
    n: needed(INTEGER),
    body: needed(JSON_TYPE),
    at: needed(DATE(3)),
  });
  await query.addIndex('beside_messages', ['link_id', 'n'], { unique: true });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('beside_messages');
  await query.dropTable('beside_links');
}
