// Clearances, overrules, stops and intake forms of a client.
import { v7 as newId } from 'uuid';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { Client, ClientCondition, Intake, OverruleRow, Stop } from '../models';
import { ready } from '../ready';
import type { IntakeAnswers, IntakeCard, StopCard, Who } from '../types';

const noClient = () => failure('notFound', 'There is no such client in this studio.', 'client');

async function hasClient(who: Who, clientId: string): Promise<boolean> {
  ready();
  return (await Client.count({ where: { id: clientId, studioId: who.studioId } })) > 0;
}

/** Sets or takes back a clinician's clearance of one condition, and its note. */
export async function setCondition(
  who: Who,
  clientId: string,
  condition: string,
  change: { readonly note?: string; readonly clearedOn?: string | null; readonly clearedBy?: string | null },
): Promise<Result<null>> {
  ready();
  const row = await ClientCondition.findOne({ where: { studioId: who.studioId, clientId, condition } });
  if (!row) return failure('notFound', 'This condition is not on file.', 'condition');
  await row.update(change);
  return success(null);
}

export type NewOverrule = {
  readonly exercise: string;
  readonly level: number | null;
  readonly rule: string;
  readonly reason: string;
};

/** Puts a rule aside for one client and exercise, with a reason, which is kept. */
export async function addOverrule(who: Who, clientId: string, overrule: NewOverrule): Promise<Result<string>> {
  if (!(await hasClient(who, clientId))) return noClient();
  const id = newId();
  await OverruleRow.create({
    id,
    studioId: who.studioId,
    clientId,
    ...overrule,
    madeBy: who.name,
    madeAt: new Date(),
  });
  return success(id);
}

export async function removeOverrule(who: Who, clientId: string, id: string): Promise<Result<null>> {
  ready();
  const gone = await OverruleRow.destroy({ where: { id, clientId, studioId: who.studioId } });
  return gone > 0 ? success(null) : failure('notFound', 'This overrule is gone already.', 'id');
}

/** Notes a stop sign: from now on nothing is allowed for this client until clearance is on file. */
export async function addStop(
  who: Who,
  clientId: string,
  stop: { readonly sign: string; readonly seen: string; readonly lookId: string | null },
): Promise<Result<string>> {
  if (!(await hasClient(who, clientId))) return noClient();
  const id = newId();
  await Stop.create({
    id,
    studioId: who.studioId,
    clientId,
    ...stop,
    madeBy: who.name,
    madeAt: new Date(),
    clearedOn: null,
    clearedBy: null,
  });
  return success(id);
}

/** Clearance after a stop: by whom and when. It clears every open stop of the client. */
export async function clearStops(
  who: Who,
  clientId: string,
  clearance: { readonly clearedOn: string; readonly clearedBy: string },
): Promise<Result<null>> {
  ready();
  const [changed] = await Stop.update(clearance, { where: { studioId: who.studioId, clientId, clearedOn: null } });
  return changed > 0 ? success(null) : failure('notFound', 'No stop is open for this client.', 'client');
}

/** All stops of a client, newest first. */
export async function listStops(who: Who, clientId: string): Promise<StopCard[]> {
  ready();
  const rows = await Stop.findAll({ where: { studioId: who.studioId, clientId }, order: [['madeAt', 'DESC']] });
  return rows.map(({ id, sign, seen, madeBy, madeAt, clearedOn, clearedBy }) => ({
    id,
    sign,
    seen,
    madeBy,
    madeAt,
    clearedOn,
    clearedBy,
  }));
}

/** Keeps a signed intake form: its yes answers join the conditions on file; a red flag stops the client. */
export async function addIntake(
  who: Who,
  clientId: string,
  intake: { readonly answers: IntakeAnswers; readonly signedName: string; readonly signedOn: string },
): Promise<Result<string>> {
  if (!(await hasClient(who, clientId))) return noClient();
  const id = newId();
  const { studioId, name: madeBy } = who;
  await ready().transaction(async (transaction) => {
    await Intake.create({ id, studioId, clientId, ...intake, madeBy, madeAt: new Date() }, { transaction });
    const onFile = await ClientCondition.findAll({ where: { studioId, clientId }, transaction });
    const fresh = intake.answers.conditions.filter((wanted) => !onFile.some(({ condition }) => condition === wanted));
    await ClientCondition.bulkCreate(
      fresh.map((condition) => ({
        id: newId(),
        studioId,
        clientId,
        condition,
        note: '',
        clearedOn: null,
        clearedBy: null,
      })),
      { transaction },
    );
    await Stop.bulkCreate(
      intake.answers.signs.map((sign) => ({
        id: newId(),
        studioId,
        clientId,
        lookId: null,
        sign,
        seen: `answered yes on the intake form of ${intake.signedOn}`,
        madeBy,
        madeAt: new Date(),
        clearedOn: null,
        clearedBy: null,
      })),
      { transaction },
    );
  });
  return success(id);
}

/** Signed intake forms of a client, newest first. */
export async function listIntakes(who: Who, clientId: string): Promise<IntakeCard[]> {
  ready();
  const rows = await Intake.findAll({
    where: { studioId: who.studioId, clientId },
    order: [
      ['signedOn', 'DESC'],
      ['madeAt', 'DESC'],
    ],
  });
  return rows.map(({ id, answers, signedName, signedOn }) => ({ id, answers, signedName, signedOn }));
}
