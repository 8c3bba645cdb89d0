// Who works in a studio: links that let a colleague in or set a new password, people who have left, and where each is signed in.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { DATE, JSON: JSON_TYPE, STRING, UUID } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('invitations', {
    id,
    studio_id: belongs('studios'),
    token: { ...needed(STRING(64)), unique: true },
    kind: needed(STRING(10)),
    user_id: maybe(UUID),
    email: maybe(STRING(190)),
    name: needed(STRING(120)),
    role: needed(STRING(20)),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
    expires_at: needed(DATE(3)),
    used_at: maybe(DATE(3)),
  });
  await query.addIndex('invitations', ['studio_id', 'expires_at']);
  await query.addColumn('users', 'left_at', maybe(DATE(3)));
  await query.addColumn('users', 'earlier_keys', maybe(JSON_TYPE));
  await query.addColumn('sessions', 'created_at', maybe(DATE(3)));
  await query.addColumn('sessions', 'seen_at', maybe(DATE(3)));
  await query.addColumn('sessions', 'device', maybe(STRING(120)));
  await query.addIndex('sessions', ['studio_id', 'user_id']);
}

export async function down(query: QueryInterface): Promise<void> {
  await query.removeIndex('sessions', ['studio_id', 'user_id']);
  for (const column of ['created_at', 'seen_at', 'device']) await query.removeColumn('sessions', column);
  await query.removeColumn('users', 'earlier_keys');
  await query.removeColumn('users', 'left_at');
  await query.dropTable('invitations');
}
