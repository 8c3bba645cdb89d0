// Looks: pictures, marks, readings, what was tried, and the dose that came of it.
import { DataTypes, Model } from 'sequelize';
import type { StoredDose, StoredMarks } from '../types';
import type { RepeatedMarks } from '@/core/agreement/repeats';
import type { EarlierRole, Role as PictureRole } from '@/core/alignment/look-values';
import type { Setting } from '@/core/alignment/setting';
import type { View } from '@/core/anatomy/positions';
import { id, studioId, json } from './columns';
import type { Attributes, Creation, CreationOptional, Define } from './columns';

const { BOOLEAN, DATE, DOUBLE, INTEGER, STRING, UUID } = DataTypes;

export class Picture extends Model<Attributes<Picture>, Creation<Picture>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string | null;
  declare title: string;
  /** Null where they lie beside the database. */
  declare bytes: Buffer | null;
  declare place: CreationOptional<string | null>;
  declare format: string;
  declare width: number;
  declare height: number;
  declare originalWidth: number;
  declare originalHeight: number;
  declare createdAt: Date;
}

/** Bytes beside the database that are to go, and from when on. */
export class MediaOwed extends Model<Attributes<MediaOwed>, Creation<MediaOwed>> {
  declare key: string;
  declare dueAt: Date;
}

export class Look extends Model<Attributes<Look>, Creation<Look>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare instructorId: string;
  declare exercise: string;
  declare level: number;
  declare view: string;
  declare headEnd: 'left' | 'right';
  declare school: string;
  declare stances: Record<string, string>;
  declare fault: string | null;
  declare correction: string | null;
  declare result: unknown;
  declare rulesVersion: string;
  declare startedAt: Date;
  declare keptAt: Date | null;
}

export class LookPicture extends Model<Attributes<LookPicture>, Creation<LookPicture>> {
  declare id: string;
  declare studioId: string;
  declare lookId: string;
  declare role: PictureRole | EarlierRole;
  declare view: CreationOptional<View>;
  declare setting: CreationOptional<Setting | null>;
  declare pictureId: string;
  declare marks: StoredMarks;
  declare updatedAt: CreationOptional<Date>;
}

export class LookReading extends Model<Attributes<LookReading>, Creation<LookReading>> {
  declare id: string;
  declare studioId: string;
  declare lookId: string;
  declare role: PictureRole | EarlierRole;
  declare method: 'hand' | 'eye' | 'seen';
  declare measure: string;
  declare taken: number;
  declare side: 'L' | 'R' | null;
  declare updatedAt: Date;
}

export class MarkingRounds extends Model<Attributes<MarkingRounds>, Creation<MarkingRounds>> {
  declare id: string;
  declare studioId: string;
  declare userId: string;
  declare rounds: RepeatedMarks;
  declare createdAt: Date;
}

export class Trial extends Model<Attributes<Trial>, Creation<Trial>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  /** Tried in a look, or on the Floor: there without a measure. */
  declare lookId: string | null;
  declare sessionId: CreationOptional<string | null>;
  /** Its turn in its look. */
  declare number: CreationOptional<number>;
  declare exercise: string;
  declare fault: string;
  declare correction: string;
  declare measure: string | null;
  declare verdict: 'better' | 'same' | 'worse';
  declare changeValue: number | null;
  declare mdc: number | null;
  declare triedAt: Date;
}

export class Dose extends Model<Attributes<Dose>, Creation<Dose>> implements StoredDose {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare lookId: string | null;
  declare sessionId: CreationOptional<string | null>;
  /** Half-way to the next level. */
  declare half: CreationOptional<boolean>;
  declare exercise: string;
  declare level: number;
  declare repetitions: number;
  declare sets: number;
  declare sides: number;
  declare directions: number;
  declare pattern: string;
  declare pace: number;
  declare changeOverS: number;
  declare setS: number;
  declare breathsPerMinute: number;
  declare instructorId: string;
  declare createdAt: Date;
}

export function looksTables(define: Define): void {
  define(Picture, 'pictures', {
    id,
    studioId,
    clientId: UUID,
    title: STRING,
    bytes: DataTypes.BLOB('medium'),
    place: STRING,
    format: STRING,
    width: INTEGER,
    height: INTEGER,
    originalWidth: INTEGER,
    originalHeight: INTEGER,
    createdAt: DATE(3),
  });
  define(MediaOwed, 'media_owed', { key: { type: STRING, primaryKey: true }, dueAt: DATE(3) });
  define(Look, 'looks', {
    id,
    studioId,
    clientId: UUID,
    instructorId: UUID,
    exercise: STRING,
    level: INTEGER,
    view: STRING,
    headEnd: STRING,
    school: STRING,
    stances: json('stances'),
    fault: STRING,
    correction: STRING,
    result: json('result'),
    rulesVersion: STRING,
    startedAt: DATE(3),
    keptAt: DATE(3),
  });
  define(LookPicture, 'look_pictures', {
    id,
    studioId,
    lookId: UUID,
    role: STRING,
    view: STRING,
    setting: json('setting'),
    pictureId: UUID,
    marks: json('marks'),
    updatedAt: DATE(3),
  });
  define(LookReading, 'look_readings', {
    id,
    studioId,
    lookId: UUID,
    role: STRING,
    method: STRING,
    measure: STRING,
    taken: DOUBLE,
    side: { type: STRING, allowNull: true },
    updatedAt: DATE(3),
  });
  define(MarkingRounds, 'marking_rounds', {
    id,
    studioId,
    userId: UUID,
    rounds: json('rounds'),
    createdAt: DATE(3),
  });
  define(Trial, 'trials', {
    id,
    studioId,
    clientId: UUID,
    lookId: UUID,
    sessionId: UUID,
    number: { type: INTEGER, defaultValue: 1 },
    exercise: STRING,
    fault: STRING,
    correction: STRING,
    measure: STRING,
    verdict: STRING,
    changeValue: DOUBLE,
    mdc: DOUBLE,
    triedAt: DATE(3),
  });
  define(Dose, 'doses', {
    id,
    studioId,
    clientId: UUID,
    lookId: UUID,
    sessionId: UUID,
    half: BOOLEAN,
    exercise: STRING,
    level: INTEGER,
    repetitions: INTEGER,
    sets: INTEGER,
    sides: INTEGER,
    directions: INTEGER,
    pattern: STRING,
    pace: DOUBLE,
    changeOverS: DOUBLE,
    setS: DOUBLE,
    breathsPerMinute: DOUBLE,
    instructorId: UUID,
    createdAt: DATE(3),
  });
}
