// Taught sessions and their events.
import { DataTypes, Model } from 'sequelize';
import type { SessionEvent } from '@/core/progression/events';
import { id, studioId, claims, json } from './columns';
import type { Attributes, Creation, CreationOptional, Define } from './columns';

const { BIGINT, BOOLEAN, DATE, INTEGER, STRING, UUID } = DataTypes;

export class TaughtSession extends Model<Attributes<TaughtSession>, Creation<TaughtSession>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare instructorId: string;
  declare startedAt: Date;
  declare endedAt: Date | null;
  declare events: number;
  declare outcome: unknown;
  declare rulesVersion: string;
  declare claims: CreationOptional<number>;
  /** What follows from its events was not written yet. */
  declare owed: CreationOptional<boolean>;
}

export class SessionEventRow extends Model<Attributes<SessionEventRow>, Creation<SessionEventRow>> {
  declare id: string;
  declare studioId: string;
  declare sessionId: string;
  declare n: number;
  declare userId: string;
  declare device: string;
  declare seq: number;
  declare kind: string;
  declare madeAt: Date;
  declare receivedAt: Date;
  declare event: SessionEvent;
}

export function floorTables(define: Define): void {
  define(TaughtSession, 'taught_sessions', {
    id,
    studioId,
    clientId: UUID,
    instructorId: UUID,
    startedAt: DATE(3),
    endedAt: DATE(3),
    events: INTEGER,
    outcome: json('outcome'),
    rulesVersion: STRING,
    claims,
    owed: { type: BOOLEAN, allowNull: false, defaultValue: false },
  });
  define(SessionEventRow, 'session_events', {
    id,
    studioId,
    sessionId: UUID,
    n: INTEGER,
    userId: UUID,
    device: UUID,
    seq: BIGINT,
    kind: STRING,
    madeAt: DATE(3),
    receivedAt: DATE(3),
    event: json('event'),
  });
}
