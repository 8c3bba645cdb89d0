// Rows as Sequelize knows them. Only this folder sees them; stores hand out plain values.
import { DataTypes, Model } from 'sequelize';
import type {
  CreationOptional,
  InferAttributes,
  InferCreationAttributes,
  ModelAttributes,
  ModelStatic,
  Sequelize,
} from 'sequelize';
import type { View } from '@/core/anatomy/positions';
import type { RangeId, RangeMethod, RangeSide } from '@/core/knowledge/ranges';
import type { EarlierRole, Role as PictureRole } from '@/core/alignment/look-values';
import type { RepeatedMarks } from '@/core/agreement/repeats';
import type { Setting } from '@/core/alignment/setting';
import type { LegLengths } from '@/core/body/segments';
import type { PubicMark } from '@/core/knowledge/consent';
import type { ApparatusKind } from '@/core/knowledge/load-tags';
import type { Contact, PaperKind, Signer } from '@/core/knowledge/papers';
import type { SessionEvent } from '@/core/progression/events';
import type { EditableKind } from '@/core/knowledge/own-entries';
import type { Units } from '@/core/units';
import type { RecordKind } from './record-kinds';
import type { IntakeAnswers, Role, Room, Sight, StoredDose, StoredMarks, Tolerances } from './types';

const { BIGINT, BOOLEAN, DATE, DATEONLY, DOUBLE, INTEGER, JSON: JSON_TYPE, STRING, TEXT, UUID } = DataTypes;
type Attributes<M extends Model> = InferAttributes<M>;
type Creation<M extends Model> = InferCreationAttributes<M>;

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

export class Appointment extends Model<Attributes<Appointment>, Creation<Appointment>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare instructorId: string;
  declare startsAt: Date;
  declare minutes: number;
  declare note: string;
}

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

/** How often a correction was tried against a fault with a client, and helped. */
export class ClientTrialCount extends Model<Attributes<ClientTrialCount>, Creation<ClientTrialCount>> {
  declare clientId: string;
  declare exercise: string;
  declare fault: string;
  declare correction: string;
  declare studioId: string;
  declare tried: number;
  declare helped: number;
  declare failedRunning: number;
}

/** The same of all clients of a studio. */
export class StudioTrialCount extends Model<Attributes<StudioTrialCount>, Creation<StudioTrialCount>> {
  declare studioId: string;
  declare exercise: string;
  declare fault: string;
  declare correction: string;
  declare tried: number;
  declare helped: number;
}

/** What is known of a client, made from all that was kept. */
export class ClientSummaryRow extends Model<Attributes<ClientSummaryRow>, Creation<ClientSummaryRow>> {
  declare clientId: string;
  declare studioId: string;
  declare madeFrom: string;
  declare summary: unknown;
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

const id = { type: UUID, primaryKey: true };
const studioId = { type: UUID, allowNull: false };
const revision = { type: INTEGER, allowNull: false, defaultValue: 0 };
/** Written first by what must come one after the other. */
const claims = { type: INTEGER, allowNull: false, defaultValue: 0 };

/** MariaDB keeps JSON as text: read it back as a value, whatever the driver handed over. */
const json = (name: string) => ({
  type: JSON_TYPE,
  get(this: Model): unknown {
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- Sequelize types attributes by a class that is only known to the caller
    const raw: unknown = this.getDataValue(name as never);
    return typeof raw === 'string' ? JSON.parse(raw) : raw;
  },
});

/** Ties the models to a connection; safe to call again for another one. */
// One table after another, each as its columns are: nothing is decided here.
// eslint-disable-next-line max-lines-per-function
export function defineModels(sequelize: Sequelize): void {
  const define = <M extends Model>(model: ModelStatic<M>, tableName: string, attributes: Record<string, unknown>) =>
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- Sequelize types attributes by a class that is only known to the caller
    model.init(attributes as unknown as ModelAttributes<M>, {
      sequelize,
      tableName,
      modelName: tableName,
      timestamps: false,
    }); // class names do not survive a build
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
  define(RateLimit, 'rate_limits', {
    id: { type: STRING(190), primaryKey: true },
    points: INTEGER,
    expiresAt: DATE(3),
  });
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
  define(Appointment, 'appointments', {
    id,
    studioId,
    clientId: UUID,
    instructorId: UUID,
    startsAt: DATE(3),
    minutes: INTEGER,
    note: STRING,
  });
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
  define(ClientTrialCount, 'client_trial_counts', {
    clientId: { type: UUID, primaryKey: true },
    exercise: { type: STRING, primaryKey: true },
    fault: { type: STRING, primaryKey: true },
    correction: { type: STRING, primaryKey: true },
    studioId,
    tried: INTEGER,
    helped: INTEGER,
    failedRunning: INTEGER,
  });
  define(StudioTrialCount, 'studio_trial_counts', {
    studioId: { type: UUID, primaryKey: true },
    exercise: { type: STRING, primaryKey: true },
    fault: { type: STRING, primaryKey: true },
    correction: { type: STRING, primaryKey: true },
    tried: INTEGER,
    helped: INTEGER,
  });
  define(ClientSummaryRow, 'client_summaries', {
    clientId: { type: UUID, primaryKey: true },
    studioId,
    madeFrom: STRING,
    summary: json('summary'),
  });
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
