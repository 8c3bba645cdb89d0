// The book: appointments, the series they come from, who holds a place, and addresses at which a calendar reads it.
import { DataTypes, Model } from 'sequelize';
import type { PlaceState } from '@/core/book/places';
import { claims, id, json, revision, studioId } from './columns';
import type { Attributes, Creation, CreationOptional, Define } from './columns';

const { BOOLEAN, DATE, DATEONLY, INTEGER, STRING, UUID } = DataTypes;

/** What comes again; its appointments are made some months ahead. */
export class Series extends Model<Attributes<Series>, Creation<Series>> {
  declare id: string;
  declare studioId: string;
  declare instructorId: string;
  /** By the studio's clock. */
  declare startsAt: string;
  declare rule: string;
  /** The rule before it was ended. */
  declare ruleBefore: CreationOptional<string | null>;
  /** The last day up to which its appointments are made. */
  declare madeUntil: string;
  declare minutes: number;
  declare room: string | null;
  declare title: string | null;
  declare capacity: number;
  declare note: string;
  declare clientIds: string[];
}

export class Appointment extends Model<Attributes<Appointment>, Creation<Appointment>> {
  declare id: string;
  declare studioId: string;
  declare instructorId: string;
  declare startsAt: Date;
  declare minutes: number;
  declare note: string;
  declare seriesId: CreationOptional<string | null>;
  /** When the series has it, by the studio's clock. */
  declare seriesAt: CreationOptional<string | null>;
  /** Changed by itself: what becomes of the series later leaves it as it is. */
  declare isMoved: CreationOptional<boolean>;
  declare room: CreationOptional<string | null>;
  /** A class; null: for who holds its places. */
  declare title: CreationOptional<string | null>;
  declare capacity: CreationOptional<number>;
  declare offAt: CreationOptional<Date | null>;
  declare offBy: CreationOptional<string | null>;
  /** What it is called in the calendar file that it came from. */
  declare fromUid: CreationOptional<string | null>;
  declare revision: CreationOptional<number>;
  declare claims: CreationOptional<number>;
}

export class AppointmentPlace extends Model<Attributes<AppointmentPlace>, Creation<AppointmentPlace>> {
  declare id: string;
  declare studioId: string;
  declare appointmentId: string;
  declare clientId: string;
  declare state: PlaceState;
  /** Since when somebody is in it: who waited longest comes first. */
  declare since: Date;
  declare stateBy: CreationOptional<string | null>;
}

export class CalendarLink extends Model<Attributes<CalendarLink>, Creation<CalendarLink>> {
  declare id: string;
  declare studioId: string;
  declare userId: string;
  declare tokenHash: string;
  declare showsNames: boolean;
  declare madeAt: Date;
}

export function bookTables(define: Define): void {
  const common = { minutes: INTEGER, room: STRING, title: STRING, capacity: INTEGER, note: STRING };
  define(Series, 'series', {
    id,
    studioId,
    instructorId: UUID,
    startsAt: STRING,
    rule: STRING,
    ruleBefore: STRING,
    madeUntil: DATEONLY,
    ...common,
    clientIds: json('clientIds'),
  });
  define(Appointment, 'appointments', {
    id,
    studioId,
    instructorId: UUID,
    startsAt: DATE(3),
    ...common,
    seriesId: UUID,
    seriesAt: STRING,
    isMoved: { type: BOOLEAN, allowNull: false, defaultValue: false },
    offAt: DATE(3),
    offBy: STRING,
    fromUid: STRING,
    revision,
    claims,
  });
  define(AppointmentPlace, 'appointment_places', {
    id,
    studioId,
    appointmentId: UUID,
    clientId: UUID,
    state: STRING,
    since: DATE(3),
    stateBy: STRING,
  });
  define(CalendarLink, 'calendar_links', {
    id,
    studioId,
    userId: UUID,
    tokenHash: STRING,
    showsNames: BOOLEAN,
    madeAt: DATE(3),
  });
}
