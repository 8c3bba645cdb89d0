// A studio: what it sets for itself, its own entries, its record, its backups.
import { DataTypes, Model } from 'sequelize';
import type { RecordKind } from '../record-kinds';
import type { Room, Sight, Tolerances } from '../types';
import type { EditableKind } from '@/core/knowledge/own-entries';
import type { Units } from '@/core/units';
import { id, studioId, revision, claims, json } from './columns';
import type { Attributes, Creation, CreationOptional, Define } from './columns';

const { BIGINT, BOOLEAN, DATE, INTEGER, STRING, UUID } = DataTypes;

export class Studio extends Model<Attributes<Studio>, Creation<Studio>> {
  declare id: string;
  declare name: string;
  declare school: string;
  declare stances: Record<string, string>;
  declare props: string[];
  declare rooms: CreationOptional<Room[] | null>;
  declare tolerances: CreationOptional<Tolerances | null>;
  declare exerciseStances: CreationOptional<Record<string, Record<string, string>> | null>;
  declare timeZone: string;
  declare sees: CreationOptional<Sight>;
  declare units: CreationOptional<Units>;
  /** Nobody works here without a second factor. */
  declare wantsSecond: CreationOptional<boolean>;
  /** How long what is kept. */
  declare keeping: CreationOptional<Record<string, number | null> | null>;
  declare demo: boolean;
  declare createdAt: Date;
  declare claims: CreationOptional<number>;
  /** Raised by every change: who changes an older one is told. */
  declare revision: CreationOptional<number>;
  /** When the demo was wholly there. */
  declare seededAt: CreationOptional<Date | null>;
}

export class OwnEntryRow extends Model<Attributes<OwnEntryRow>, Creation<OwnEntryRow>> {
  declare id: string;
  declare studioId: string;
  declare kind: EditableKind;
  declare entryId: string;
  declare entry: unknown;
  declare base: unknown;
  declare changedBy: string;
  declare changedAt: Date;
  /** Raised by every change: who changes an older one is told. */
  declare revision: CreationOptional<number>;
}

/** Who looked at what is kept, and who changed it. */
export class RecordRow extends Model<Attributes<RecordRow>, Creation<RecordRow>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string | null;
  declare personId: string | null;
  declare person: string;
  declare at: Date;
  declare kind: RecordKind;
  declare what: string;
  declare was: unknown;
  declare became: unknown;
  declare once: CreationOptional<string | null>;
}

/** A backup that was made of the whole database. */
export class BackupRow extends Model<Attributes<BackupRow>, Creation<BackupRow>> {
  declare id: string;
  declare file: string;
  declare bytes: number;
  declare rowCount: number;
  declare madeAt: Date;
  /** When it was read back and held against what it must hold. */
  declare provenAt: CreationOptional<Date | null>;
}

export function studioTables(define: Define): void {
  define(Studio, 'studios', {
    id,
    name: STRING,
    school: STRING,
    stances: json('stances'),
    props: json('props'),
    rooms: json('rooms'),
    tolerances: json('tolerances'),
    exerciseStances: json('exerciseStances'),
    timeZone: STRING,
    sees: { type: STRING, allowNull: false, defaultValue: 'all' },
    units: { type: STRING, allowNull: false, defaultValue: 'metric' },
    keeping: json('keeping'),
    wantsSecond: { type: BOOLEAN, allowNull: false, defaultValue: false },
    demo: BOOLEAN,
    createdAt: DATE(3),
    claims,
    revision,
    seededAt: DATE(3),
  });
  define(OwnEntryRow, 'own_entries', {
    id,
    studioId,
    kind: STRING,
    entryId: STRING,
    entry: json('entry'),
    base: json('base'),
    changedBy: STRING,
    changedAt: DATE(3),
    revision,
  });
  define(RecordRow, 'records', {
    id,
    studioId,
    clientId: UUID,
    personId: UUID,
    person: STRING,
    at: DATE(3),
    kind: STRING,
    what: STRING(300),
    was: json('was'),
    became: json('became'),
    once: STRING,
  });
  define(BackupRow, 'backups', {
    id,
    file: STRING,
    bytes: BIGINT,
    rowCount: INTEGER,
    madeAt: DATE(3),
    provenAt: DATE(3),
  });
}
