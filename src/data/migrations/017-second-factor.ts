// A second factor beside the password: numbers of an authenticator, codes for when it is lost, and studios that ask for it.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { maybe, needed } from './columns';

const { BOOLEAN, DATE, INTEGER, JSON: JSON_TYPE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.addColumn('studios', 'wants_second', { ...needed(BOOLEAN), defaultValue: false });
  await query.addColumn('users', 'second_secret', maybe(STRING(64)));
  await query.addColumn('users', 'second_since', maybe(DATE(3)));
  // The step of time whose number was used last: none opens twice.
  await query.addColumn('users', 'second_step', { ...needed(INTEGER), defaultValue: 0 });
  await query.addColumn('users', 'recovery_codes', maybe(JSON_TYPE));
}

export async function down(query: QueryInterface): Promise<void> {
  for (const column of ['recovery_codes', 'second_step', 'second_since', 'second_secret'])
    await query.removeColumn('users', column);
  await query.removeColumn('studios', 'wants_second');
}
