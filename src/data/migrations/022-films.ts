// Films of a look's sets: what was followed in them. The films themselves are not kept.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, needed } from './columns';

const { DATE, JSON: JSON_TYPE, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('look_films', {
    id,
    studio_id: belongs('studios'),
    look_id: belongs('looks'),
    /** The set before a correction, the one after it, or that of an earlier try. */
    role: needed(STRING(10)),
    view: needed(STRING(10)),
    setting: needed(JSON_TYPE),
    /** Size of the film, its mat line and known length, and the paths of its points. */
    film: needed(JSON_TYPE),
    updated_at: needed(DATE(3)),
  });
  await query.addIndex('look_films', ['look_id', 'role'], { unique: true });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('look_films');
}
