// Versions of what forms change; what a session still owes; one row of a condition and of a day's check; ids of the
// repertoire fit everywhere; indexes that follow the questions asked.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { maybe, needed } from './columns';

const { BOOLEAN, DATE, INTEGER, STRING } = DataTypes;

/** `revision`: of what a form changes. `claims`: written first by what must come one after the other. */
const versioned: readonly (readonly [string, string])[] = [
  ['studios', 'revision'],
  ['studios', 'claims'],
  ['clients', 'revision'],
  ['clients', 'claims'],
  ['client_conditions', 'revision'],
  ['own_entries', 'revision'],
  ['apparatus', 'revision'],
  ['taught_sessions', 'claims'],
];

/** Columns that hold an id of the repertoire: [table, column, may be empty]. */
const repertoireIds: readonly (readonly [string, string, boolean])[] = [
  ['studios', 'school', false],
  ['clients', 'school', true],
  ['client_conditions', 'condition', false],
  ['looks', 'exercise', false],
  ['looks', 'school', false],
  ['looks', 'fault', true],
  ['looks', 'correction', true],
  ['trials', 'exercise', false],
  ['trials', 'fault', false],
  ['trials', 'correction', false],
  ['doses', 'exercise', false],
  ['stops', 'sign', false],
];

const indexes: readonly (readonly [string, readonly string[]])[] = [
  ['taught_sessions', ['studio_id', 'owed', 'client_id']],
  ['looks', ['studio_id', 'client_id', 'kept_at']],
  ['looks', ['studio_id', 'instructor_id', 'kept_at']],
  ['doses', ['studio_id', 'client_id', 'created_at']],
  ['trials', ['studio_id', 'client_id', 'tried_at']],
  ['trials', ['studio_id', 'tried_at']],
  ['apparatus_checks', ['studio_id', 'day', 'apparatus']],
  ['rate_limits', ['expires_at']],
  ['sessions', ['expires_at']],
];

/** Of two rows of one condition the one that still acts stays, with both notes. */
const oneRowOfACondition = [
  `UPDATE client_conditions a JOIN client_conditions b ON a.client_id = b.client_id AND a.\`condition\` = b.\`condition\` AND a.id <> b.id
   SET a.note = LEFT(IF(a.note = '', b.note, CONCAT(a.note, '; ', b.note)), 300)
   WHERE b.note <> '' AND INSTR(a.note, b.note) = 0`,
  `DELETE a FROM client_conditions a JOIN client_conditions b ON a.client_id = b.client_id AND a.\`condition\` = b.\`condition\`
   AND ((a.cleared_on IS NOT NULL AND b.cleared_on IS NULL)
     OR ((a.cleared_on IS NULL) = (b.cleared_on IS NULL) AND a.id > b.id))`,
  `DELETE a FROM apparatus_checks a JOIN apparatus_checks b
   ON a.studio_id = b.studio_id AND a.day = b.day AND a.apparatus = b.apparatus AND a.id > b.id`,
];

export async function up(query: QueryInterface): Promise<void> {
  for (const [table, column] of versioned)
    await query.addColumn(table, column, { ...needed(INTEGER), defaultValue: 0 });
  // What follows from sessions of before may never have been written: all of them owe it.
  await query.addColumn('taught_sessions', 'owed', { ...needed(BOOLEAN), defaultValue: true });
  /** When the demo was wholly there; null for one that was cut short. */
  await query.addColumn('studios', 'seeded_at', maybe(DATE(3)));
  for (const [table, column, mayBeEmpty] of repertoireIds)
    await query.changeColumn(table, column, mayBeEmpty ? maybe(STRING(60)) : needed(STRING(60)));
  for (const statement of oneRowOfACondition) await query.sequelize.query(statement);
  await query.addIndex('client_conditions', ['client_id', 'condition'], { unique: true });
  for (const [table, columns] of indexes)
    await query.addIndex(table, [...columns], { unique: table === 'apparatus_checks' });
}

export async function down(query: QueryInterface): Promise<void> {
  for (const [table, columns] of indexes) await query.removeIndex(table, [...columns]);
  await query.removeIndex('client_conditions', ['client_id', 'condition']);
  await query.removeColumn('studios', 'seeded_at');
  await query.removeColumn('taught_sessions', 'owed');
  for (const [table, column] of versioned) await query.removeColumn(table, column);
}
