// Devices beside an instructor's own, and what they said.
import { DataTypes, Model } from 'sequelize';
import type { BesideMessage } from '@/core/progression/beside';
import { id, studioId, json } from './columns';
import type { Attributes, Creation, CreationOptional, Define } from './columns';

const { CHAR, DATE, INTEGER, UUID } = DataTypes;

export class BesideLink extends Model<Attributes<BesideLink>, Creation<BesideLink>> {
  declare id: string;
  declare studioId: string;
  declare userId: string;
  /** SHA-256 of the code; none once it was used. */
  declare code: string | null;
  /** SHA-256 of what the joined device carries. */
  declare token: string | null;
  /** What the device is to watch. */
  declare wants: unknown;
  /** How much it has said. */
  declare said: CreationOptional<number>;
  declare codeUntil: Date;
  declare until: Date;
}

export class BesideMessageRow extends Model<Attributes<BesideMessageRow>, Creation<BesideMessageRow>> {
  declare id: string;
  declare studioId: string;
  declare linkId: string;
  declare n: number;
  declare body: BesideMessage;
  declare at: Date;
}

export function besideTables(define: Define): void {
  define(BesideLink, 'beside_links', {
    id,
    studioId,
    userId: UUID,
    code: CHAR(64),
    token: CHAR(64),
    wants: json('wants'),
    said: INTEGER,
    codeUntil: DATE(3),
    until: DATE(3),
  });
  define(BesideMessageRow, 'beside_messages', {
    id,
    studioId,
    linkId: UUID,
    n: INTEGER,
    body: json('body'),
    at: DATE(3),
  });
}
