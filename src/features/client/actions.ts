'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { v7 as newId } from 'uuid';
import { refuseDay } from '@/core/day';
import { clearanceForm, clearStopsForm, intakeForm } from '@/core/knowledge/caution-forms';
import type { Repertoire } from '@/core/knowledge/entries';
import { mergeChanges } from '@/core/meanwhile';
import type { Clash } from '@/core/meanwhile';
import { failure, success } from '@/core/result';
import type { Failure, Result } from '@/core/result';
import { todayIn } from '@/data/days';
import { addIntake, clearStops, removeOverrule, setCondition } from '@/data/stores/cautions';
import { addClient, addClients, changeClient, setClientStance as storeStance } from '@/data/stores/clients';
import type { ClientChange, NewClient } from '@/data/stores/clients';
import { eraseClient } from '@/data/stores/whole-client';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import type { Who } from '@/data/types';
import { act } from '@/platform/server/act';
import { rowsAtOnce } from './csv';
import { clientForm, toTyped } from './form';
import type { ReadClient, TypedClient } from './form';

type Failed = { readonly ok: false; readonly error: Failure };
const id = v.pipe(v.string(), v.uuid());
/** As typed: texts that the form's own shape reads. */
const typedForm = v.custom<TypedClient>((value) => v.safeParse(clientForm, value).success, 'is not a client');

/** Names in the form that the repertoire does not know are refused; they can only come from outside the form. */
const unknownIn = async (who: Who, client: ReadClient): Promise<Failed | undefined> =>
  unknownTo(await findRepertoire(who), client);

function unknownTo(known: Repertoire, { conditions, school }: ReadClient): Failed | undefined {
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

/** Keeps a new client; the form's texts are read again here. `id` is made with the form: sent twice, she is kept once. */
export async function keepNewClient(input: unknown): Promise<Result<KeptClient>> {
  return act(
    'keepNewClient',
    v.strictObject({ id, client: clientForm }),
    input,
    async (who, { id: own, client }): Promise<Result<KeptClient>> => {
      const unknown = await unknownIn(who, client);
      if (unknown) return unknown;
      const clientId = await addClient(who, toClient(client), own);
      revalidatePath('/', 'layout');
      return success({ clientId });
    },
  );
}

export type KeptClient =
  | { readonly clientId: string }
  /** What two changed differently, and the card as it stands by now: what the form goes on from. */
  | { readonly clashes: readonly Clash[]; readonly theirs: TypedClient };

/**
 * Changes a client from what the form showed (`base`) to what was typed. What a colleague changed meanwhile stays; where both
 * changed the same to something else, nothing is kept and both are told.
 */
export async function keepClient(input: unknown): Promise<Result<KeptClient>> {
  const form = v.strictObject({ id, client: clientForm, typed: typedForm, base: typedForm });
  return act(
    'keepClient',
    form,
    input,
    async (who, { id: which, client, typed, base }): Promise<Result<KeptClient>> => {
      const unknown = await unknownIn(who, client);
      if (unknown) return unknown;
      const result = await changeClient<KeptClient>(who, which, (card) => {
        const theirs = toTyped(card);
        const { merged, clashes } = mergeChanges(base, typed, theirs);
        if (clashes.length > 0) return { refused: { clashes, theirs } };
        return { change: changedIn(theirs, merged) };
      });
      if (!result.ok) return result;
      if (result.value) return success(result.value.refused);
      revalidatePath('/', 'layout');
      return success({ clientId: which });
    },
  );
}

/** What a merged form changes of the card that stands; fields that it leaves alone are not written, nor rounded. */
function changedIn(theirs: TypedClient, merged: TypedClient): ClientChange {
  const read = toClient(v.parse(clientForm, merged));
  const isChanged = (...fields: (keyof TypedClient)[]) =>
    fields.some((field) => JSON.stringify(theirs[field]) !== JSON.stringify(merged[field]));
  const { name, goal, birthYear, heightM, massKg, measuredMm, sex, school, touchConsent, pubicMark, note } = read;
  return {
    ...(isChanged('name') && { name }),
    ...(isChanged('goal') && { goal }),
    ...(isChanged('birthYear') && { birthYear }),
    ...(isChanged('heightCm') && { heightM }),
    ...(isChanged('massKg') && { massKg }),
    ...(isChanged('thighCm', 'shankCm') && { measuredMm }),
    ...(isChanged('sex') && { sex }),
    ...(isChanged('school') && { school }),
    ...(isChanged('touchConsent') && { touchConsent }),
    ...(isChanged('pubicMark') && { pubicMark }),
    ...(isChanged('note') && { note }),
    ...(isChanged('conditions') && { conditions: read.conditions }),
  };
}

const refreshed = <T>(result: Result<T>): Result<T> => {
  if (result.ok) revalidatePath('/', 'layout');
  return result;
};

const todayOf = async (who: Who): Promise<string> => todayIn((await findStudio(who)).timeZone);

/** Enters a clinician's clearance of one condition, or takes it back; keeps the note beside it. */
export async function keepClearance(input: unknown): Promise<Result<null>> {
  return act(
    'keepClearance',
    clearanceForm,
    input,
    async (who, { clientId, condition, clearance, revision, ...known }) => {
      const today = await todayOf(who);
      const wrong =
        (clearance && refuseDay(clearance.on, today, 'clearance.on')) ??
        (known.since === null ? undefined : refuseDay(known.since, today, 'since'));
      if (wrong) return wrong;
      if (clearance?.until && clearance.until < clearance.on)
        return failure('endsBefore', 'It can’t end before it begins.', 'clearance.until');
      const change = {
        ...known,
        clearedOn: clearance?.on ?? null,
        clearedBy: clearance?.by ?? null,
        clearedUntil: clearance?.until ?? null,
      };
      return refreshed(await setCondition(who, clientId, condition, change, revision));
    },
  );
}

/** Clearance after the stops that were shown: from then on the client may go on, unless another was noted meanwhile. */
export async function clearStop(input: unknown): Promise<Result<null>> {
  return act('clearStop', clearStopsForm, input, async (who, { clientId, stops, on, by }) => {
    const wrong = refuseDay(on, await todayOf(who), 'on');
    if (wrong) return wrong;
    return refreshed(await clearStops(who, clientId, stops, { clearedOn: on, clearedBy: by }));
  });
}

export async function takeBackOverrule(input: unknown): Promise<Result<null>> {
  return act('takeBackOverrule', v.strictObject({ clientId: id, id }), input, async (who, { clientId, id: overrule }) =>
    refreshed(await removeOverrule(who, clientId, overrule)),
  );
}

/** Keeps a signed intake form: conditions join the file, a red flag stops the client. */
export async function keepIntake(input: unknown): Promise<Result<string>> {
  return act(
    'keepIntake',
    intakeForm,
    input,
    async (who, { id: own, clientId, conditions, signs, words, signedName, signedOn }) => {
      const wrong = refuseDay(signedOn, await todayOf(who), 'signedOn', '2000-01-01');
      if (wrong) return wrong;
      const known = await findRepertoire(who);
      if (!conditions.every((one) => known.conditions.some((condition) => condition.id === one)))
        return failure('unknownCondition', 'One of the conditions is not known.', 'conditions');
      if (!signs.every((one) => known.stopSigns.some((sign) => sign.id === one)))
        return failure('unknownSign', 'One of the signs is not known.', 'signs');
      const answers = { conditions, signs, words };
      return refreshed(await addIntake(who, clientId, { answers, signedName, signedOn }, own));
    },
  );
}

export async function setClientStance(input: unknown): Promise<Result<null>> {
  const form = v.strictObject({ clientId: id, stance: v.string(), choice: v.nullable(v.string()) });
  return act('setClientStance', form, input, async (who, { clientId, stance, choice }) => {
    const { stances } = await findRepertoire(who);
    const known = stances.find((one) => one.id === stance);
    if (!known || (choice !== null && !known.choices.some((one) => one.id === choice)))
      return failure('unknownStance', 'There is no such choice.', 'choice');
    return refreshed(await storeStance(who, clientId, stance, choice));
  });
}

/** Keeps the clients of a table, all or none; people already on the books are left out. */
export async function keepTable(input: unknown): Promise<Result<{ readonly kept: number }>> {
  const form = v.strictObject({ clients: v.pipe(v.array(clientForm), v.maxLength(rowsAtOnce)) });
  return act('keepTable', form, input, async (who, { clients }) => {
    const repertoire = await findRepertoire(who);
    for (const client of clients) {
      const unknown = unknownTo(repertoire, client);
      if (unknown) return unknown;
    }
    const rows = clients.map((client) => ({ id: newId(), client: toClient(client) }));
    return refreshed(success({ kept: await addClients(who, rows) }));
  });
}

/** Erases a client with everything that is kept; `name`, as it was typed to say so. */
export async function erase(input: unknown): Promise<Result<null>> {
  return act(
    'erase',
    v.strictObject({ id, name: v.pipe(v.string(), v.maxLength(200)) }),
    input,
    async (who, { id: client, name }) => {
      const erased = await eraseClient(who, client, name);
      if (erased.ok) revalidatePath('/', 'layout');
      return erased;
    },
  );
}
