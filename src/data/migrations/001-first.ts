import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { BOOLEAN, DATE, DATEONLY, DOUBLE, ENUM, INTEGER, JSON: JSON_TYPE, STRING, TEXT } = DataTypes;
const mayBelong = (table: string) => ({ ...belongs(table, 'SET NULL'), allowNull: true });
const studio = belongs('studios');

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('studios', {
    id,
    name: needed(STRING(120)),
    school: needed(STRING(40)),
    stances: needed(JSON_TYPE),
    props: needed(JSON_TYPE),
    time_zone: needed(STRING(60)),
    demo: needed(BOOLEAN),
    created_at: needed(DATE(3)),
  });
  await query.createTable('users', {
    id,
    studio_id: studio,
    email: { ...needed(STRING(190)), unique: true },
    name: needed(STRING(120)),
    role: needed(ENUM('instructor', 'lead')),
    password_hash: needed(STRING(200)),
    created_at: needed(DATE(3)),
  });
  await query.createTable('sessions', {
    id: { type: STRING(64), primaryKey: true },
    studio_id: studio,
    user_id: belongs('users'),
    expires_at: needed(DATE(3)),
  });
  await query.createTable('rate_limits', {
    id: { type: STRING(190), primaryKey: true },
    points: needed(INTEGER),
    expires_at: maybe(DATE(3)),
  });
  await query.createTable('clients', {
    id,
    studio_id: studio,
    name: needed(STRING(120)),
    goal: needed(STRING(300)),
    birth_year: maybe(INTEGER),
    height_m: maybe(DOUBLE),
    mass_kg: maybe(DOUBLE),
    sex: maybe(ENUM('f', 'm')),
    school: maybe(STRING(40)),
    touch_consent: needed(BOOLEAN),
    note: needed(TEXT),
    created_at: needed(DATE(3)),
  });
  await query.addIndex('clients', ['studio_id', 'name']);
  await query.createTable('client_conditions', {
    id,
    studio_id: studio,
    client_id: belongs('clients'),
    condition: needed(STRING(40)),
    note: needed(STRING(300)),
    cleared_on: maybe(DATEONLY),
    cleared_by: maybe(STRING(120)),
  });
  await query.createTable('appointments', {
    id,
    studio_id: studio,
    client_id: belongs('clients'),
    instructor_id: belongs('users'),
    starts_at: needed(DATE(3)),
    minutes: needed(INTEGER),
    note: needed(STRING(300)),
  });
  await query.addIndex('appointments', ['studio_id', 'starts_at']);
  await query.createTable('pictures', {
    id,
    studio_id: studio,
    client_id: { ...belongs('clients'), allowNull: true },
    title: needed(STRING(160)),
    bytes: needed('MEDIUMBLOB'),
    format: needed(STRING(20)),
    width: needed(INTEGER),
    height: needed(INTEGER),
    original_width: needed(INTEGER),
    original_height: needed(INTEGER),
    created_at: needed(DATE(3)),
  });
  await query.createTable('looks', {
    id,
    studio_id: studio,
    client_id: belongs('clients'),
    instructor_id: belongs('users', 'RESTRICT'),
    exercise: needed(STRING(40)),
    level: needed(INTEGER),
    view: needed(STRING(20)),
    head_end: needed(STRING(10)),
    school: needed(STRING(40)),
    stances: needed(JSON_TYPE),
    fault: maybe(STRING(40)),
    correction: maybe(STRING(40)),
    result: maybe(JSON_TYPE),
    rules_version: needed(STRING(20)),
    started_at: needed(DATE(3)),
    kept_at: maybe(DATE(3)),
  });
  await query.addIndex('looks', ['studio_id', 'client_id', 'started_at']);
  await query.createTable('look_pictures', {
    id,
    studio_id: studio,
    look_id: belongs('looks'),
    role: needed(ENUM('setup', 'top', 'retest')),
    picture_id: belongs('pictures', 'RESTRICT'),
    marks: needed(JSON_TYPE),
    updated_at: needed(DATE(3)),
  });
  await query.addIndex('look_pictures', ['look_id', 'role'], { unique: true });
  await query.createTable('trials', {
    id,
    studio_id: studio,
    client_id: belongs('clients'),
    look_id: belongs('looks'),
    exercise: needed(STRING(40)),
    fault: needed(STRING(40)),
    correction: needed(STRING(40)),
    measure: needed(STRING(40)),
    verdict: needed(ENUM('better', 'same', 'worse')),
    change_value: needed(DOUBLE),
    mdc: needed(DOUBLE),
    tried_at: needed(DATE(3)),
  });
  await query.addIndex('trials', ['look_id'], { unique: true });
  await query.addIndex('trials', ['studio_id', 'fault', 'tried_at']);
  await query.createTable('doses', {
    id,
    studio_id: studio,
    client_id: belongs('clients'),
    look_id: mayBelong('looks'),
    exercise: needed(STRING(40)),
    level: needed(INTEGER),
    repetitions: needed(INTEGER),
    sets: needed(INTEGER),
    sides: needed(INTEGER),
    directions: needed(INTEGER),
    pattern: needed(STRING(300)),
    pace: needed(DOUBLE),
    change_over_s: needed(DOUBLE),
    set_s: needed(DOUBLE),
    breaths_per_minute: needed(DOUBLE),
    instructor_id: belongs('users', 'RESTRICT'),
    created_at: needed(DATE(3)),
  });
  await query.addIndex('doses', ['studio_id', 'client_id', 'exercise', 'created_at']);
}

export async function down(query: QueryInterface): Promise<void> {
  const tables = [
    'doses',
    'trials',
    'look_pictures',
    'looks',
    'pictures',
    'appointments',
    'client_conditions',
    'clients',
    'rate_limits',
    'sessions',
    'users',
    'studios',
  ];
  for (const table of tables) await query.dropTable(table);
}
