// Films that are kept themselves, where somebody asked for it and the client agreed: in pieces, until a day that was named.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { DATE, INTEGER, STRING } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.createTable('kept_films', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    /** What was followed in it: the film goes where that goes. */
    film_id: belongs('look_films'),
    type: needed(STRING(20)),
    size: needed(INTEGER),
    /** By how many degrees it is turned to stand upright. */
    turn: needed(INTEGER),
    made_by: needed(STRING(120)),
    created_at: needed(DATE(3)),
    /** When its last piece had come; until then it is nothing. */
    whole_at: maybe(DATE(3)),
    goes_at: needed(DATE(3)),
  });
  await query.addIndex('kept_films', ['film_id']);
  await query.addIndex('kept_films', ['goes_at']);
  await query.createTable('kept_film_pieces', {
    id: { ...needed(STRING(44)), primaryKey: true },
    studio_id: belongs('studios'),
    kept_id: belongs('kept_films'),
    n: needed(INTEGER),
    bytes: needed('MEDIUMBLOB'),
  });
  await query.addIndex('kept_film_pieces', ['kept_id', 'n'], { unique: true });
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('kept_film_pieces');
  await query.dropTable('kept_films');
}
