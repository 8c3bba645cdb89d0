// Clearances, overrules, stops and intake forms of a client.
import { v7 as newId } from 'uuid';
import { keysOf } from '@/core/keyed';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { ClientCondition, Intake, OverruleRow, Stop } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { IntakeAnswers, IntakeCard, StopCard, Who } from '../types';
import { claimClient } from './claims';
import { note } from './record';
import { noClient, rowsSeenBy } from './seen-by';

/** What is not named stays as it is. */
type ConditionChange = {
  readonly note: string;
  readonly clearedOn: string | null;
  readonly clearedBy: string | null;
  readonly clearedUntil?: string | null;
  readonly since?: string | null;
  readonly dueOn?: string | null;
  readonly kindOf?: string | null;
};

const standsNow = ({ note, clearedOn, clearedBy, clearedUntil, since, dueOn }: ClientCondition): string =>
  [
    clearedOn
      ? `cleared ${clearedOn}${clearedBy ? ` by ${clearedBy}` : ''}${clearedUntil ? ` until ${clearedUntil}` : ''}`
      : 'not cleared',
    ...(since ? [`since ${since}`] : []),
    ...(dueOn ? [`due ${dueOn}`] : []),
    note ? `note “${note}”` : 'no note',
  ].join(', ');

/**
 * Sets or takes back a clinician's clearance of one condition, and its note. `revision`: the version that was changed; where
 * a colleague has changed it since, nothing is written and the answer says what stands now.
 */
export function setCondition(
  who: Who,
  clientId: string,
  condition: string,
  change: ConditionChange,
  revision: number,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const row = await ClientCondition.findOne({ where: { studioId: who.studioId, clientId, condition }, transaction });
    if (!row) return failure('notFound', 'This condition is not on file any more.', 'condition');
    if (keysOf(change).every((key) => (row[key] ?? null) === change[key])) return success(null);
    if (row.revision !== revision)
      return failure(
        'changedMeanwhile',
        `A colleague has changed this meanwhile. It stands as: ${standsNow(row)}. Yours was not kept; load the page to change it from there.`,
        'revision',
      );
    const was = Object.fromEntries(keysOf(change).map((key) => [key, row[key] ?? null]));
    const what = change.clearedOn ? `cleared: ${condition}` : `changed: ${condition}`;
    await note(who, { kind: 'condition', clientId, what, was, became: change }, transaction);
    await row.update({ ...change, revision: revision + 1 }, { transaction });
    return success(null);
  });
}

export type NewOverrule = {
  readonly exercise: string;
  readonly level: number | null;
  readonly rule: string;
  readonly reason: string;
};

/** Puts a rule aside for one client and exercise, with a reason, which is kept. Sent twice under one id it is kept once. */
export function addOverrule(who: Who, clientId: string, overrule: NewOverrule, id = newId()): Promise<Result<string>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const { studioId, name: madeBy } = who;
    const row = { id, studioId, clientId, ...overrule, madeBy, madeAt: new Date() };
    if (await OverruleRow.findByPk(id, { transaction })) return success(id);
    await OverruleRow.create(row, { transaction });
    await note(
      who,
      { kind: 'overrule', clientId, what: overruleWords('put aside', overrule), became: overrule },
      transaction,
    );
    return success(id);
  });
}

export async function removeOverrule(who: Who, clientId: string, id: string): Promise<Result<null>> {
  return transact(async (transaction) => {
    const row = await OverruleRow.findOne({ where: { ...rowsSeenBy(who), id, clientId }, transaction });
    if (!row) return failure('notFound', 'This overrule is gone already.', 'id');
    const { exercise, level, rule, reason, madeBy } = row;
    const was = { exercise, level, rule, reason, madeBy };
    await row.destroy({ transaction });
    await note(who, { kind: 'overrule', clientId, what: overruleWords('in force again', was), was }, transaction);
    return success(null);
  });
}

const overruleWords = (
  how: string,
  { rule, exercise, level }: { readonly rule: string; readonly exercise: string; readonly level: number | null },
): string => `rule ${rule} ${how} in ${exercise}${level === null ? '' : `, level ${level}`}`;

/** Notes a stop sign: from now on nothing is allowed for this client until clearance is on file. */
export function addStop(
  who: Who,
  clientId: string,
  stop: { readonly sign: string; readonly seen: string; readonly lookId: string | null },
  id = newId(),
): Promise<Result<string>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    if (await Stop.findByPk(id, { transaction })) return success(id);
    await Stop.create(openStop(who, clientId, { id, ...stop }), { transaction });
    await note(who, { kind: 'stop', clientId, what: `stop sign: ${stop.sign}`, became: stop }, transaction);
    return success(id);
  });
}

const openStop = (
  { studioId, name: madeBy }: Who,
  clientId: string,
  stop: { readonly id: string; readonly sign: string; readonly seen: string; readonly lookId: string | null },
) => ({ ...stop, studioId, clientId, madeBy, madeAt: new Date(), clearedOn: null, clearedBy: null });

/** Clearance after stops: by whom and when. Only those named are cleared; one noted meanwhile goes on stopping. */
export function clearStops(
  who: Who,
  clientId: string,
  ids: readonly string[],
  clearance: { readonly clearedOn: string; readonly clearedBy: string },
): Promise<Result<null>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const { studioId } = who;
    const named = await Stop.findAll({ where: { studioId, clientId, id: [...ids] }, transaction });
    if (named.length === 0) return failure('notFound', 'No such stop is open for this client.', 'stops');
    const open = named.filter(({ clearedOn }) => clearedOn === null);
    for (const stop of open) await stop.update(clearance, { transaction });
    if (open.length > 0) {
      const what = `stop cleared: ${open.map(({ sign }) => sign).join(', ')}`;
      await note(who, { kind: 'stop', clientId, what, became: clearance }, transaction);
    }
    const other = named.find(({ clearedBy }) => clearedBy !== clearance.clearedBy);
    return open.length === 0 && other
      ? failure('alreadyCleared', `Cleared ${other.clearedOn} by ${other.clearedBy} already.`, 'stops')
      : success(null);
  });
}

/** All stops of a client, newest first. */
export async function listStops(who: Who, clientId: string): Promise<StopCard[]> {
  ready();
  const rows = await Stop.findAll({ where: { ...rowsSeenBy(who), clientId }, order: [['madeAt', 'DESC']] });
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
export function addIntake(
  who: Who,
  clientId: string,
  intake: { readonly answers: IntakeAnswers; readonly signedName: string; readonly signedOn: string },
  id = newId(),
): Promise<Result<string>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    if (await Intake.findByPk(id, { transaction })) return success(id);
    const { studioId, name: madeBy } = who;
    await Intake.create({ id, studioId, clientId, ...intake, madeBy, madeAt: new Date() }, { transaction });
    const what = `intake form of ${intake.signedOn}, signed by ${intake.signedName}`;
    await note(who, { kind: 'intake', clientId, what, became: intake.answers }, transaction);
    const onFile = await ClientCondition.findAll({ where: { studioId, clientId }, transaction });
    const fresh = [...new Set(intake.answers.conditions)].filter(
      (wanted) => !onFile.some(({ condition }) => condition === wanted),
    );
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
    const seen = `answered yes on the intake form of ${intake.signedOn}`;
    await Stop.bulkCreate(
      intake.answers.signs.map((sign) => openStop(who, clientId, { id: newId(), sign, seen, lookId: null })),
      { transaction },
    );
    return success(id);
  });
}

/** Signed intake forms of a client, newest first. */
export async function listIntakes(who: Who, clientId: string): Promise<IntakeCard[]> {
  ready();
  const rows = await Intake.findAll({
    where: { ...rowsSeenBy(who), clientId },
    order: [
      ['signedOn', 'DESC'],
      ['madeAt', 'DESC'],
    ],
  });
  return rows.map(({ id, answers, signedName, signedOn }) => ({ id, answers, signedName, signedOn }));
}
