// What was signed, in which words, and what was written of a stop.
import { DataTypes, Model } from 'sequelize';
import type { PaperKind, Signer } from '@/core/knowledge/papers';
import { id, studioId, revision } from './columns';
import type { Attributes, Creation, CreationOptional, Define } from './columns';

const { BOOLEAN, DATE, DATEONLY, INTEGER, STRING, TEXT, UUID } = DataTypes;

/** Words of a paper that a studio wrote for itself. */
export class PaperTextRow extends Model<Attributes<PaperTextRow>, Creation<PaperTextRow>> {
  declare id: string;
  declare studioId: string;
  declare kind: PaperKind;
  declare version: number;
  declare words: string;
  declare madeBy: string;
  declare madeAt: Date;
}

/** What a client agreed to or not, with the words that were signed; rows are only added. */
export class PaperRow extends Model<Attributes<PaperRow>, Creation<PaperRow>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare kind: PaperKind;
  declare gives: boolean;
  declare version: number;
  declare words: string;
  declare signedName: string;
  declare signedAs: Signer;
  declare signedOn: string;
  declare madeBy: string;
  declare madeAt: Date;
}

/** The report of a stop. */
export class Incident extends Model<Attributes<Incident>, Creation<Incident>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare stopId: string;
  declare doing: string;
  declare happened: string;
  declare done: string;
  declare told: string;
  declare atTime: string;
  declare madeBy: string;
  declare madeAt: Date;
  declare changedBy: CreationOptional<string | null>;
  declare changedAt: CreationOptional<Date | null>;
  declare revision: CreationOptional<number>;
}

export function papersTables(define: Define): void {
  define(PaperTextRow, 'paper_texts', {
    id,
    studioId,
    kind: STRING,
    version: INTEGER,
    words: TEXT,
    madeBy: STRING,
    madeAt: DATE(3),
  });
  define(PaperRow, 'papers', {
    id,
    studioId,
    clientId: UUID,
    kind: STRING,
    gives: BOOLEAN,
    version: INTEGER,
    words: TEXT,
    signedName: STRING,
    signedAs: STRING,
    signedOn: DATEONLY,
    madeBy: STRING,
    madeAt: DATE(3),
  });
  define(Incident, 'incidents', {
    id,
    studioId,
    clientId: UUID,
    stopId: UUID,
    doing: STRING,
    happened: TEXT,
    done: TEXT,
    told: STRING,
    atTime: STRING,
    madeBy: STRING,
    madeAt: DATE(3),
    changedBy: STRING,
    changedAt: DATE(3),
    revision,
  });
}
