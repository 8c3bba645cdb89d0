// Raters: the same pictures for several people, and what each read in them, blind to the others.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, needed } from './columns';

const { DATE, INTEGER, JSON: JSON_TYPE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('rating_sessions', {
    id,
    studio_id: belongs('studios'),
    user_id: belongs('users'),
    title: needed(STRING(80)),
    method: needed(STRING(12)),
    pictures: needed(JSON_TYPE),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('rating_sessions', ['studio_id', 'made_at']);
  await query.createTable('ratings', {
    id,
    studio_id: belongs('studios'),
    session_id: belongs('rating_sessions'),
    user_id: belongs('users'),
    occasion: needed(INTEGER),
    place: needed(INTEGER),
    value: needed(JSON_TYPE),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('ratings', ['session_id', 'user_id', 'occasion', 'place'], { unique: true });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('ratings');
  await query.dropTable('rating_sessions');
}
