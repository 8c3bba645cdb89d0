import { DataTypes, Model } from 'sequelize';
import type { CreationOptional } from 'sequelize';
import type { KeptPlan } from '@/core/planning/kept-plan';
import type { KeptWeeks } from '@/core/planning/weeks';
import { id, json, revision, studioId } from './columns';
import type { Attributes, Creation, Define } from './columns';

const { DATE, STRING, UUID } = DataTypes;

export class ClientPlan extends Model<Attributes<ClientPlan>, Creation<ClientPlan>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare plan: KeptPlan;
  declare revision: number;
  declare madeBy: string;
  declare madeAt: Date;
  /** A session began with it: the next one is planned anew. */
  declare usedAt: CreationOptional<Date | null>;
}

/** What a class is to do. */
export class ClassPlanRow extends Model<Attributes<ClassPlanRow>, Creation<ClassPlanRow>> {
  declare id: string;
  declare studioId: string;
  declare appointmentId: string;
  declare plan: KeptPlan;
  declare revision: number;
  declare madeBy: string;
  declare madeAt: Date;
}

/** Weeks ahead for a client. */
export class ClientWeeksRow extends Model<Attributes<ClientWeeksRow>, Creation<ClientWeeksRow>> {
  declare id: string;
  declare studioId: string;
  declare clientId: string;
  declare weeks: KeptWeeks;
  declare revision: number;
  declare madeBy: string;
  declare madeAt: Date;
}

/** An order of exercises that an instructor keeps to start plans from. */
export class OwnOrder extends Model<Attributes<OwnOrder>, Creation<OwnOrder>> {
  declare id: string;
  declare studioId: string;
  declare userId: string;
  declare name: string;
  declare exercises: string[];
  declare madeAt: Date;
}

export function planTables(define: Define): void {
  define(ClientPlan, 'client_plans', {
    id,
    studioId,
    clientId: UUID,
    plan: json('plan'),
    revision,
    madeBy: STRING,
    madeAt: DATE(3),
    usedAt: DATE(3),
  });
  define(OwnOrder, 'own_orders', {
    id,
    studioId,
    userId: UUID,
    name: STRING,
    exercises: json('exercises'),
    madeAt: DATE(3),
  });
  define(ClientWeeksRow, 'client_weeks', {
    id,
    studioId,
    clientId: UUID,
    weeks: json('weeks'),
    revision,
    madeBy: STRING,
    madeAt: DATE(3),
  });
  define(ClassPlanRow, 'class_plans', {
    id,
    studioId,
    appointmentId: UUID,
    plan: json('plan'),
    revision,
    madeBy: STRING,
    madeAt: DATE(3),
  });
}
