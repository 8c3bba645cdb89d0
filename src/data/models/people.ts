// Who works in a studio, and how they sign in.
import { DataTypes, Model } from 'sequelize';
import type { Role } from '../types';
import { id, studioId, json } from './columns';
import type { Attributes, Creation, CreationOptional, Define } from './columns';

const { DATE, DOUBLE, INTEGER, STRING, UUID } = DataTypes;

export class User extends Model<Attributes<User>, Creation<User>> {
  declare id: string;
  declare studioId: string;
  declare email: string;
  declare name: string;
  declare role: Role;
  declare passwordHash: string;
  declare fingerMm: CreationOptional<number | null>;
  /** The room where this instructor works now. */
  declare room: CreationOptional<string | null>;
  /** Locks what waits on a tablet to be sent: 32 bytes in base64, made at the first need. */
  declare tabletKey: CreationOptional<string | null>;
  /** Those before it, newest first: what waited on a tablet under one is still read by whoever signs in. */
  declare earlierKeys: CreationOptional<string[] | null>;
  declare createdAt: Date;
  /** What an authenticator shares with this account, base32; it counts from `secondSince` on. */
  declare secondSecret: CreationOptional<string | null>;
  declare secondSince: CreationOptional<Date | null>;
  /** The step of time whose number was used last. */
  declare secondStep: CreationOptional<number>;
  /** SHA-256 of codes that are not used up. */
  declare recoveryCodes: CreationOptional<string[] | null>;
  /** She lets the studio lead see what is learned of her eye, since then. */
  declare eyeSharedAt: CreationOptional<Date | null>;
  /** Works here no more: opens nothing, and stands by name in what was done. */
  declare leftAt: CreationOptional<Date | null>;
}

/** A link that works once: it lets a colleague in, or sets a new password. */
export class Invitation extends Model<Attributes<Invitation>, Creation<Invitation>> {
  declare id: string;
  declare studioId: string;
  /** SHA-256 of what the link carries. */
  declare token: string;
  declare kind: 'join' | 'password';
  /** Whose password; null for a colleague who is not here yet. */
  declare userId: string | null;
  declare email: string | null;
  declare name: string;
  declare role: Role;
  declare madeBy: string;
  declare madeAt: Date;
  declare expiresAt: Date;
  declare usedAt: CreationOptional<Date | null>;
}

export class Session extends Model<Attributes<Session>, Creation<Session>> {
  declare id: string;
  declare studioId: string;
  declare userId: string;
  declare expiresAt: Date;
  declare createdAt: CreationOptional<Date | null>;
  /** The last request, to within a few minutes. */
  declare seenAt: CreationOptional<Date | null>;
  /** What the browser says that it is. */
  declare device: CreationOptional<string | null>;
}

export class RateLimit extends Model<Attributes<RateLimit>, Creation<RateLimit>> {
  declare id: string;
  declare points: number;
  declare expiresAt: Date | null;
}

export function peopleTables(define: Define): void {
  define(User, 'users', {
    id,
    studioId,
    email: STRING,
    name: STRING,
    role: STRING,
    passwordHash: STRING,
    fingerMm: DOUBLE,
    room: STRING,
    tabletKey: STRING,
    earlierKeys: json('earlierKeys'),
    secondSecret: STRING,
    secondSince: DATE(3),
    secondStep: { type: INTEGER, allowNull: false, defaultValue: 0 },
    recoveryCodes: json('recoveryCodes'),
    createdAt: DATE(3),
    eyeSharedAt: DATE(3),
    leftAt: DATE(3),
  });
  define(Invitation, 'invitations', {
    id,
    studioId,
    token: STRING(64),
    kind: STRING,
    userId: UUID,
    email: STRING,
    name: STRING,
    role: STRING,
    madeBy: STRING,
    madeAt: DATE(3),
    expiresAt: DATE(3),
    usedAt: DATE(3),
  });
  define(Session, 'sessions', {
    id: { type: STRING(64), primaryKey: true },
    studioId,
    userId: UUID,
    expiresAt: DATE(3),
    createdAt: DATE(3),
    seenAt: DATE(3),
    device: STRING,
  });
  define(RateLimit, 'rate_limits', {
    id: { type: STRING(190), primaryKey: true },
    points: INTEGER,
    expiresAt: DATE(3),
  });
}
