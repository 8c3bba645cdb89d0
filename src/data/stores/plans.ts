// What a client's next session is to be: one plan a client, in versions; taken up by the session that begins after it was made.
import { Op } from 'sequelize';
import type { Transaction } from 'sequelize';
import { v7 as newId } from 'uuid';
import type { KeptPlan } from '@/core/planning/kept-plan';
import type { KeptWeeks } from '@/core/planning/weeks';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Appointment, ClassPlanRow, ClientPlan, ClientWeeksRow } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { ClassPlanCard, PlanCard, WeeksCard, Who } from '../types';
import { mayTouch } from './book';
import { claimClient } from './claims';
import { noClient, rowsSeenBy } from './seen-by';

const cardOf = ({ clientId, plan, revision, madeBy, madeAt, usedAt }: ClientPlan): PlanCard => ({
  ...{ clientId, plan, revision, madeBy, madeAt },
  isUsed: usedAt !== null,
});

/** What stands now; `isKept`: it is what was sent. */
export type Kept<Card> = { readonly card: Card; readonly isKept: boolean };

type Version<Row> = {
  /** What stands, if anything does. */
  readonly row: Row | null;
  /** The version that it was made from; 0: none. */
  readonly from: number;
  readonly isSame: (row: Row) => boolean;
  readonly first: () => Promise<Row>;
  readonly next: (row: Row) => Promise<Row>;
};

/**
 * Keeps something in place of the version that it was made from. The same sent again is kept once; where another version was kept
 * meanwhile, nothing is changed, and that one is handed back. Whose it is is claimed before: one at a time gets here.
 */
async function keepVersion<Row extends { readonly revision: number }>(version: Version<Row>) {
  const { row, from, isSame, first, next } = version;
  if (!row) return { row: await first(), isKept: true };
  if (row.revision === from + 1 && isSame(row)) return { row, isKept: true };
  if (row.revision !== from) return { row, isKept: false };
  return { row: await next(row), isKept: true };
}

const isLike = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Keeps a client's plan as a version. */
export function keepPlan(who: Who, clientId: string, plan: KeptPlan, from: number): Promise<Result<Kept<PlanCard>>> {
  const [id, madeAt] = [newId(), new Date()];
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const { studioId, name } = who;
    const made = { plan, madeBy: name, madeAt, usedAt: null };
    const { row, isKept } = await keepVersion({
      ...{ row: await ClientPlan.findOne({ where: { clientId, studioId }, transaction }), from },
      isSame: (one) => one.usedAt === null && isLike(one.plan, plan),
      first: () => ClientPlan.create({ id, studioId, clientId, revision: 1, ...made }, { transaction }),
      next: (one) => one.update({ ...made, revision: from + 1 }, { transaction }),
    });
    return success({ card: cardOf(row), isKept });
  });
}

/** The plans of these clients, as they are kept. */
export async function findPlans(who: Who, clientIds: readonly string[]): Promise<ReadonlyMap<string, PlanCard>> {
  ready();
  if (clientIds.length === 0) return new Map();
  const rows = await ClientPlan.findAll({ where: { ...rowsSeenBy(who), clientId: [...clientIds] } });
  return new Map(rows.map((row) => [row.clientId, cardOf(row)]));
}

/** A session began: what was planned before it is taken up by it. */
export async function takeUpPlan(
  { studioId }: Who,
  clientId: string,
  startedAt: Date,
  transaction: Transaction,
): Promise<void> {
  await ClientPlan.update(
    { usedAt: startedAt },
    { where: { clientId, studioId, usedAt: null, madeAt: { [Op.lte]: startedAt } }, transaction },
  );
}

const classCardOf = ({ appointmentId, plan, revision, madeBy, madeAt }: ClassPlanRow): ClassPlanCard => ({
  ...{ appointmentId, plan, revision, madeBy, madeAt },
});

/** Keeps the plan of a class as a version. It holds for whoever is in the class when it begins. */
export function keepClassPlan(
  who: Who,
  appointmentId: string,
  plan: KeptPlan,
  from: number,
): Promise<Result<Kept<ClassPlanCard>>> {
  const [id, madeAt] = [newId(), new Date()];
  return transact(async (transaction) => {
    const { studioId, name } = who;
    const of = await Appointment.findOne({ where: { id: appointmentId, studioId }, transaction, lock: true });
    if (!of || of.title === null || !(await mayTouch(who, of, transaction)))
      return failure('notFound', 'There is no such class in the book.', 'id');
    await of.update({ claims: of.claims + 1 }, { transaction });
    const made = { plan, madeBy: name, madeAt };
    const { row, isKept } = await keepVersion({
      ...{ row: await ClassPlanRow.findOne({ where: { appointmentId, studioId }, transaction }), from },
      isSame: (one) => isLike(one.plan, plan),
      first: () => ClassPlanRow.create({ id, studioId, appointmentId, revision: 1, ...made }, { transaction }),
      next: (one) => one.update({ ...made, revision: from + 1 }, { transaction }),
    });
    return success({ card: classCardOf(row), isKept });
  });
}

/** The plans of these classes, as they are kept. */
export async function findClassPlans(
  { studioId }: Who,
  appointmentIds: readonly string[],
): Promise<ReadonlyMap<string, ClassPlanCard>> {
  ready();
  if (appointmentIds.length === 0) return new Map();
  const rows = await ClassPlanRow.findAll({ where: { studioId, appointmentId: [...appointmentIds] } });
  return new Map(rows.map((row) => [row.appointmentId, classCardOf(row)]));
}

const weeksCardOf = ({ clientId, weeks, revision, madeBy, madeAt }: ClientWeeksRow): WeeksCard => ({
  ...{ clientId, weeks, revision, madeBy, madeAt },
});

/** Keeps weeks ahead as a version. */
export function keepWeeks(
  who: Who,
  clientId: string,
  weeks: KeptWeeks,
  from: number,
): Promise<Result<Kept<WeeksCard>>> {
  const [id, madeAt] = [newId(), new Date()];
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const { studioId, name } = who;
    const made = { weeks, madeBy: name, madeAt };
    const { row, isKept } = await keepVersion({
      ...{ row: await ClientWeeksRow.findOne({ where: { clientId, studioId }, transaction }), from },
      isSame: (one) => isLike(one.weeks, weeks),
      first: () => ClientWeeksRow.create({ id, studioId, clientId, revision: 1, ...made }, { transaction }),
      next: (one) => one.update({ ...made, revision: from + 1 }, { transaction }),
    });
    return success({ card: weeksCardOf(row), isKept });
  });
}

/** The weeks ahead of a client, as they are kept. */
export async function findWeeks(who: Who, clientId: string): Promise<WeeksCard | undefined> {
  ready();
  const row = await ClientWeeksRow.findOne({ where: { ...rowsSeenBy(who), clientId } });
  return row ? weeksCardOf(row) : undefined;
}
