// Training an eye: rounds, what was shown in them and what was answered; and whom she lets see what is learned of hers.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { BOOLEAN, DATE, INTEGER, JSON: JSON_TYPE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('eye_rounds', {
    id,
    studio_id: belongs('studios'),
    user_id: belongs('users'),
    kind: needed(STRING(12)),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('eye_rounds', ['user_id', 'made_at']);
  await query.createTable('eye_questions', {
    id,
    studio_id: belongs('studios'),
    user_id: belongs('users'),
    round_id: belongs('eye_rounds'),
    place: needed(INTEGER),
    view: needed(STRING(12)),
    moving: needed(BOOLEAN),
    figure: needed(JSON_TYPE),
    asked: needed(JSON_TYPE),
    source: maybe(JSON_TYPE),
    answer: maybe(JSON_TYPE),
    took_ms: maybe(INTEGER),
    answered_at: maybe(DATE(3)),
  });
  await query.addIndex('eye_questions', ['round_id', 'place'], { unique: true });
  await query.addIndex('eye_questions', ['user_id', 'answered_at']);
  await query.addColumn('users', 'eye_shared_at', maybe(DATE(3)));
}

export async function down(query: QueryInterface): Promise<void> {
  await query.removeColumn('users', 'eye_shared_at');
  await query.dropTable('eye_questions');
  await query.dropTable('eye_rounds');
}
