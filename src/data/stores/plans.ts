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

/** The plan as it stands now; `isKept`: it is the one that was sent. */
export type PlanKept = { readonly card: PlanCard; readonly isKept: boolean };

/**
 * Keeps a plan in place of the version that it was made from (0: none). The same plan sent again is kept once; where another
 * version was kept meanwhile, nothing is changed, and that version is handed back.
 */
export function keepPlan(who: Who, clientId: string, plan: KeptPlan, from: number): Promise<Result<PlanKept>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const row = await ClientPlan.findOne({ where: { clientId, studioId: who.studioId }, transaction });
    const made = { plan, madeBy: who.name, madeAt: new Date(), usedAt: null };
    if (!row) {
      const first = { id: newId(), studioId: who.studioId, clientId, revision: 1, ...made };
      return success({ card: cardOf(await ClientPlan.create(first, { transaction })), isKept: true });
    }
    const isSame = JSON.stringify(row.plan) === JSON.stringify(plan);
    if (isSame && row.usedAt === null && row.revision === from + 1) return success({ card: cardOf(row), isKept: true });
    if (row.revision !== from) return success({ card: cardOf(row), isKept: false });
    const kept = await row.update({ ...made, revision: from + 1 }, { transaction });
    return success({ card: cardOf(kept), isKept: true });
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

export type ClassPlanKept = { readonly card: ClassPlanCard; readonly isKept: boolean };

const classCardOf = ({ appointmentId, plan, revision, madeBy, madeAt }: ClassPlanRow): ClassPlanCard => ({
  ...{ appointmentId, plan, revision, madeBy, madeAt },
});

/**
 * Keeps the plan of a class in place of the version that it was made from (0: none), as a client's is kept. Planned anew, it holds
 * for whoever is in the class when it begins.
 */
export function keepClassPlan(
  who: Who,
  appointmentId: string,
  plan: KeptPlan,
  from: number,
): Promise<Result<ClassPlanKept>> {
  const [id, madeAt] = [newId(), new Date()];
  return transact(async (transaction) => {
    const { studioId, name } = who;
    const of = await Appointment.findOne({ where: { id: appointmentId, studioId }, transaction, lock: true });
    if (!of || of.title === null || !(await mayTouch(who, of, transaction)))
      return failure('notFound', 'There is no such class in the book.', 'id');
    await of.update({ claims: of.claims + 1 }, { transaction });
    const row = await ClassPlanRow.findOne({ where: { appointmentId, studioId }, transaction });
    const made = { plan, madeBy: name, madeAt };
    if (!row) {
      const first = { id, studioId, appointmentId, revision: 1, ...made };
      return success({ card: classCardOf(await ClassPlanRow.create(first, { transaction })), isKept: true });
    }
    const isSame = JSON.stringify(row.plan) === JSON.stringify(plan);
    if (isSame && row.revision === from + 1) return success({ card: classCardOf(row), isKept: true });
    if (row.revision !== from) return success({ card: classCardOf(row), isKept: false });
    return success({
      card: classCardOf(await row.update({ ...made, revision: from + 1 }, { transaction })),
      isKept: true,
    });
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

/** Keeps weeks ahead in place of the version that they were made from (0: none); sent again they are kept once. */
export function keepWeeks(
  who: Who,
  clientId: string,
  weeks: KeptWeeks,
  from: number,
): Promise<Result<{ readonly card: WeeksCard; readonly isKept: boolean }>> {
  const [id, madeAt] = [newId(), new Date()];
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const { studioId, name } = who;
    const row = await ClientWeeksRow.findOne({ where: { clientId, studioId }, transaction });
    const made = { weeks, madeBy: name, madeAt };
    if (!row) {
      const first = { id, studioId, clientId, revision: 1, ...made };
      return success({ card: weeksCardOf(await ClientWeeksRow.create(first, { transaction })), isKept: true });
    }
    const isSame = JSON.stringify(row.weeks) === JSON.stringify(weeks);
    if (isSame && row.revision === from + 1) return success({ card: weeksCardOf(row), isKept: true });
    if (row.revision !== from) return success({ card: weeksCardOf(row), isKept: false });
    return success({
      card: weeksCardOf(await row.update({ ...made, revision: from + 1 }, { transaction })),
      isKept: true,
    });
  });
}

/** The weeks ahead of a client, as they are kept. */
export async function findWeeks(who: Who, clientId: string): Promise<WeeksCard | undefined> {
  ready();
  const row = await ClientWeeksRow.findOne({ where: { ...rowsSeenBy(who), clientId } });
  return row ? weeksCardOf(row) : undefined;
}
