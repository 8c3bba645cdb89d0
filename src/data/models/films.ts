// Films of a look's sets: what was followed in them, and those that are kept themselves.
import { DataTypes, Model } from 'sequelize';
import type { FilmRole, StoredFilm } from '../types';
import type { EarlierRole } from '@/core/alignment/look-values';
import type { Setting } from '@/core/alignment/setting';
import type { View } from '@/core/anatomy/positions';
import type { FilmTurn, FilmType } from '@/core/motion/kept-film';
import { id, studioId, json } from './columns';
import type { Attributes, Creation, CreationOptional, Define } from './columns';

const { DATE, INTEGER, STRING, UUID } = DataTypes;

export class LookFilm extends Model<Attributes<LookFilm>, Creation<LookFilm>> {
  declare id: string;
  declare studioId: string;
  declare lookId: string;
  declare role: FilmRole | EarlierRole;
  declare view: View;
  declare setting: Setting;
  declare film: StoredFilm;
  declare updatedAt: Date;
}

/** A film that is kept itself: whole once its last piece had come, and until a day. */
export class KeptFilm extends Model<Attributes<KeptFilm>, Creation<KeptFilm>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare filmId: string;
  declare type: FilmType;
  declare size: number;
  declare turn: FilmTurn;
  declare madeBy: string;
  declare createdAt: Date;
  declare wholeAt: CreationOptional<Date | null>;
  declare goesAt: Date;
}

export class KeptFilmPiece extends Model<Attributes<KeptFilmPiece>, Creation<KeptFilmPiece>> {
  declare id: string;
  declare studioId: string;
  declare keptId: string;
  declare n: number;
  declare bytes: Buffer;
}

export function filmTables(define: Define): void {
  define(LookFilm, 'look_films', {
    id,
    studioId,
    lookId: UUID,
    role: STRING,
    view: STRING,
    setting: json('setting'),
    film: json('film'),
    updatedAt: DATE(3),
  });
  define(KeptFilm, 'kept_films', {
    id,
    studioId,
    clientId: UUID,
    filmId: UUID,
    type: STRING,
    size: INTEGER,
    turn: INTEGER,
    madeBy: STRING,
    createdAt: DATE(3),
    wholeAt: { type: DATE(3), allowNull: true },
    goesAt: DATE(3),
  });
  define(KeptFilmPiece, 'kept_film_pieces', {
    id: { type: STRING, primaryKey: true },
    studioId,
    keptId: UUID,
    n: INTEGER,
    bytes: DataTypes.BLOB('medium'),
  });
}
