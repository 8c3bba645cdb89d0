'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { failure, success } from '@/core/result';
import type { Failure, Result } from '@/core/result';
import type { Who } from '@/data/types';
import { addClient, listNames, setClientStance as storeStance, updateClient } from '@/data/stores/clients';
import type { NewClient } from '@/data/stores/clients';
import { act } from '@/platform/server/act';
import { clearanceForm, intakeForm, stopForm } from '@/core/knowledge/caution-forms';
import { addIntake, addStop, clearStops, removeOverrule, setCondition } from '@/data/stores/cautions';
import { findRepertoire } from '@/data/stores/studio';
import { clientForm } from './form';
import { mostRows } from './csv';
import type { ReadClient } from './form';

type Failed = { readonly ok: false; readonly error: Failure };
const checked = clientForm;

/** Names in the form that the repertoire does not know are refused; they can only come from outside the form. */
async function unknownIn(who: Who, { conditions, school }: ReadClient): Promise<Failed | undefined> {
  const known = await findRepertoire(who);
  if (!conditions.every((id) => known.conditions.some((one) => one.id === id)))
    return failure('unknownCondition', 'One of the conditions is not known.', 'conditions');
  if (school !== 'studio' && !known.schools.some(({ id }) => id === school))
    return failure('unknownSchool', 'This school is not known.', 'school');
  return undefined;
}

const toClient = ({ heightCm, thighCm, shankCm, sex, school, ...rest }: ReadClient): NewClient => ({
  ...rest,
  measuredMm:
    thighCm === null && shankCm === null
      ? null
      : {
          ...(thighCm === null ? {} : { thigh: thighCm * 10 }),
          ...(shankCm === null ? {} : { shank: shankCm * 10 }),
        },
  conditions: [...new Set(rest.conditions)],
  heightM: heightCm === null ? null : heightCm / 100,
  sex: sex === 'unsaid' ? null : sex,
  school: school === 'studio' ? null : school,
});

/** Keeps a new client; the form's texts are read again here. */
export async function keepNewClient(input: unknown): Promise<Result<{ clientId: string }>> {
  return act(checked, input, async (who, client) => {
    const unknown = await unknownIn(who, client);
    if (unknown) return unknown;
    const clientId = await addClient(who, toClient(client));
    revalidatePath('/', 'layout');
    return success({ clientId });
  });
}

export async function keepClient(input: unknown): Promise<Result<{ clientId: string }>> {
  return act(
    v.strictObject({ id: v.pipe(v.string(), v.uuid()), client: checked }),
    input,
    async (who, { id, client }) => {
      const unknown = await unknownIn(who, client);
      if (unknown) return unknown;
      const result = await updateClient(who, id, toClient(client));
      if (!result.ok) return result;
      revalidatePath('/', 'layout');
      return success({ clientId: id });
    },
  );
}

const refreshed = <T>(result: Result<T>): Result<T> => {
  if (result.ok) revalidatePath('/', 'layout');
  return result;
};

/** Enters a clinician's clearance of one condition, or takes it back; keeps the note beside it. */
export async function keepClearance(input: unknown): Promise<Result<null>> {
  return act(clearanceForm, input, async (who, { clientId, condition, clearance, note }) =>
    refreshed(
      await setCondition(who, clientId, condition, {
        note,
        clearedOn: clearance?.on ?? null,
        clearedBy: clearance?.by ?? null,
      }),
    ),
  );
}

export async function stopClient(input: unknown): Promise<Result<string>> {
  return act(stopForm, input, async (who, { clientId, ...stop }) => {
    const { stopSigns } = await findRepertoire(who);
    if (!stopSigns.some(({ id }) => id === stop.sign))
      return failure('unknownSign', 'There is no such stop sign.', 'sign');
    return refreshed(await addStop(who, clientId, stop));
  });
}

const id = v.pipe(v.string(), v.uuid());

/** Clearance after a stop: from then on the client may go on. */
export async function clearStop(input: unknown): Promise<Result<null>> {
  const form = v.strictObject({
    clientId: id,
    on: v.pipe(v.string(), v.isoDate('Write the date as 2026-03-01.')),
    by: v.pipe(v.string(), v.trim(), v.nonEmpty('Say from whom the clearance came.'), v.maxLength(120)),
  });
  return act(form, input, async (who, { clientId, on, by }) =>
    refreshed(await clearStops(who, clientId, { clearedOn: on, clearedBy: by })),
  );
}

export async function takeBackOverrule(input: unknown): Promise<Result<null>> {
  return act(v.strictObject({ clientId: id, id }), input, async (who, { clientId, id: overrule }) =>
    refreshed(await removeOverrule(who, clientId, overrule)),
  );
}

/** Keeps a signed intake form: conditions join the file, a red flag stops the client. */
export async function keepIntake(input: unknown): Promise<Result<string>> {
  return act(intakeForm, input, async (who, { clientId, conditions, signs, words, signedName, signedOn }) => {
    const known = await findRepertoire(who);
    if (!conditions.every((one) => known.conditions.some((condition) => condition.id === one)))
      return failure('unknownCondition', 'One of the conditions is not known.', 'conditions');
    if (!signs.every((one) => known.stopSigns.some((sign) => sign.id === one)))
      return failure('unknownSign', 'One of the signs is not known.', 'signs');
    return refreshed(await addIntake(who, clientId, { answers: { conditions, signs, words }, signedName, signedOn }));
  });
}

export async function setClientStance(input: unknown): Promise<Result<null>> {
  const form = v.strictObject({ clientId: id, stance: v.string(), choice: v.nullable(v.string()) });
  return act(form, input, async (who, { clientId, stance, choice }) => {
    const { stances } = await findRepertoire(who);
    const known = stances.find((one) => one.id === stance);
    if (!known || (choice !== null && !known.choices.some((one) => one.id === choice)))
      return failure('unknownStance', 'There is no such choice.', 'choice');
    return refreshed(await storeStance(who, clientId, stance, choice));
  });
}

/** Keeps the clients of a table; people already on the books are left out. */
export async function keepTable(input: unknown): Promise<Result<{ readonly kept: number }>> {
  const form = v.strictObject({ clients: v.pipe(v.array(clientForm), v.maxLength(mostRows)) });
  return act(form, input, async (who, { clients }) => {
    const taken = new Set((await listNames(who)).map((name) => name.toLowerCase()));
    const fresh = clients.filter(({ name }) => !taken.has(name.toLowerCase()));
    for (const client of fresh) {
      const unknown = await unknownIn(who, client);
      if (unknown) return unknown;
    }
    for (const client of fresh) await addClient(who, toClient(client));
    return refreshed(success({ kept: fresh.length }));
  });
}
