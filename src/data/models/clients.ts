// A client: what is on file, who sees it, what was noted, what is booked.
import { DataTypes, Model } from 'sequelize';
import type { IntakeAnswers } from '../types';
import type { LegLengths } from '@/core/body/segments';
import type { PubicMark } from '@/core/knowledge/consent';
import type { Contact } from '@/core/knowledge/papers';
import type { RangeId, RangeMethod, RangeSide } from '@/core/knowledge/ranges';
import { id, studioId, revision, claims, json } from './columns';
import type { Attributes, Creation, CreationOptional, Define } from './columns';

const { BOOLEAN, DATE, DATEONLY, DOUBLE, INTEGER, STRING, TEXT, UUID } = DataTypes;

export class Client extends Model<Attributes<Client>, Creation<Client>> {
  declare id: string;
  declare studioId: string;
  declare name: string;
  declare goal: string;
  declare birthYear: number | null;
  declare heightM: number | null;
  declare massKg: number | null;
  declare measuredMm: CreationOptional<LegLengths | null>;
  declare sex: 'f' | 'm' | null;
  declare school: string | null;
  declare stances: CreationOptional<Record<string, string> | null>;
  declare touchConsent: boolean;
  declare pubicMark: CreationOptional<PubicMark>;
  declare note: string;
  /** Whom to call, and who signs for a child. */
  declare contacts: CreationOptional<Contact[] | null>;
  /** Whose client she is; null: nobody's but the leads'. */
  declare instructorId: CreationOptional<string | null>;
  declare createdAt: Date;
  declare claims: CreationOptional<number>;
  /** Raised by every change: who changes an older one is told. */
  declare revision: CreationOptional<number>;
}

/** A client whom somebody sees for a time who would not else. */
export class ClientShare extends Model<Attributes<ClientShare>, Creation<ClientShare>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare personId: string;
  declare untilAt: Date;
  declare madeBy: string;
  declare madeAt: Date;
}

export class ClientCondition extends Model<Attributes<ClientCondition>, Creation<ClientCondition>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare condition: string;
  declare note: string;
  declare clearedOn: string | null;
  declare clearedBy: string | null;
  /** The last day on which a clearance holds. */
  declare clearedUntil: CreationOptional<string | null>;
  /** When it began. */
  declare since: CreationOptional<string | null>;
  /** When a child is due. */
  declare dueOn: CreationOptional<string | null>;
  /** Which of its kinds it is. */
  declare kindOf: CreationOptional<string | null>;
  /** Raised by every change: who changes an older one is told. */
  declare revision: CreationOptional<number>;
}

export class OverruleRow extends Model<Attributes<OverruleRow>, Creation<OverruleRow>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare exercise: string;
  declare level: number | null;
  declare rule: string;
  declare reason: string;
  declare madeBy: string;
  declare madeAt: Date;
}

export class Stop extends Model<Attributes<Stop>, Creation<Stop>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare lookId: string | null;
  declare sign: string;
  declare seen: string;
  declare madeBy: string;
  declare madeAt: Date;
  declare clearedOn: string | null;
  declare clearedBy: string | null;
}

export class Intake extends Model<Attributes<Intake>, Creation<Intake>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare answers: IntakeAnswers;
  declare signedName: string;
  declare signedOn: string;
  declare madeBy: string;
  declare madeAt: Date;
}

export class ClientRange extends Model<Attributes<ClientRange>, Creation<ClientRange>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare range: RangeId;
  declare side: RangeSide;
  declare value: number;
  declare method: RangeMethod;
  declare takenOn: string;
  declare madeBy: string;
  declare madeAt: Date;
  /** Taken back: it stays, and counts no more. */
  declare struckAt: CreationOptional<Date | null>;
}

export function clientsTables(define: Define): void {
  define(Client, 'clients', {
    id,
    studioId,
    name: STRING,
    goal: STRING,
    birthYear: INTEGER,
    heightM: DOUBLE,
    massKg: DOUBLE,
    measuredMm: json('measuredMm'),
    sex: STRING,
    school: STRING,
    stances: json('stances'),
    touchConsent: BOOLEAN,
    pubicMark: STRING,
    note: TEXT,
    contacts: json('contacts'),
    instructorId: UUID,
    createdAt: DATE(3),
    claims,
    revision,
  });
  define(ClientShare, 'client_shares', {
    id,
    studioId,
    clientId: UUID,
    personId: UUID,
    untilAt: DATE(3),
    madeBy: STRING,
    madeAt: DATE(3),
  });
  define(ClientCondition, 'client_conditions', {
    id,
    studioId,
    clientId: UUID,
    condition: STRING,
    note: STRING,
    clearedOn: DATEONLY,
    clearedBy: STRING,
    clearedUntil: DATEONLY,
    since: DATEONLY,
    dueOn: DATEONLY,
    kindOf: STRING,
    revision,
  });
  define(OverruleRow, 'overrules', {
    id,
    studioId,
    clientId: UUID,
    exercise: STRING,
    level: INTEGER,
    rule: STRING,
    reason: STRING,
    madeBy: STRING,
    madeAt: DATE(3),
  });
  define(Stop, 'stops', {
    id,
    studioId,
    clientId: UUID,
    lookId: UUID,
    sign: STRING,
    seen: STRING,
    madeBy: STRING,
    madeAt: DATE(3),
    clearedOn: DATEONLY,
    clearedBy: STRING,
  });
  define(Intake, 'intakes', {
    id,
    studioId,
    clientId: UUID,
    answers: json('answers'),
    signedName: STRING,
    signedOn: DATEONLY,
    madeBy: STRING,
    madeAt: DATE(3),
  });
  define(ClientRange, 'client_ranges', {
    id,
    studioId,
    clientId: UUID,
    range: STRING,
    side: STRING,
    value: DOUBLE,
    method: STRING,
    takenOn: DATEONLY,
    madeBy: STRING,
    madeAt: DATE(3),
    struckAt: DATE(3),
  });
}
