// Apparatus, and what was set on it.
import { DataTypes, Model } from 'sequelize';
import type { ApparatusKind } from '@/core/knowledge/load-tags';
import { id, studioId, revision, json } from './columns';
import type { Attributes, Creation, CreationOptional, Define } from './columns';

const { DATE, DATEONLY, STRING, UUID } = DataTypes;

export class ApparatusCheck extends Model<Attributes<ApparatusCheck>, Creation<ApparatusCheck>> {
  declare id: string;
  declare studioId: string;
  declare apparatus: ApparatusKind;
  declare day: string;
  declare madeBy: string;
  declare madeAt: Date;
}

export class ApparatusRow extends Model<Attributes<ApparatusRow>, Creation<ApparatusRow>> {
  declare id: string;
  declare studioId: string;
  declare room: string;
  declare kind: string;
  declare name: string;
  declare rig: unknown;
  declare changedBy: string;
  declare changedAt: Date;
  /** Raised by every change: who changes an older one is told. */
  declare revision: CreationOptional<number>;
}

export class SpringSettingRow extends Model<Attributes<SpringSettingRow>, Creation<SpringSettingRow>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare apparatusId: string;
  declare exercise: string;
  declare springs: unknown;
  declare note: string;
  declare madeBy: string;
  declare madeAt: Date;
}

export function apparatusTables(define: Define): void {
  define(ApparatusCheck, 'apparatus_checks', {
    id,
    studioId,
    apparatus: STRING,
    day: DATEONLY,
    madeBy: STRING,
    madeAt: DATE(3),
  });
  define(ApparatusRow, 'apparatus', {
    id,
    studioId,
    room: STRING,
    kind: STRING,
    name: STRING,
    rig: json('rig'),
    changedBy: STRING,
    changedAt: DATE(3),
    revision,
  });
  define(SpringSettingRow, 'spring_settings', {
    id,
    studioId,
    clientId: UUID,
    apparatusId: UUID,
    exercise: STRING,
    springs: json('springs'),
    note: STRING,
    madeBy: STRING,
    madeAt: DATE(3),
  });
}
