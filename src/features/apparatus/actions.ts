'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { differences } from '@/core/knowledge/own-entries';
import type { Difference } from '@/core/knowledge/own-entries';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { apparatusKinds, usualRig } from '@/core/springs/apparatus';
import { calibrate } from '@/core/springs/calibrate';
import { apparatusName, rigInput, setInput, settingWords } from '@/core/springs/rig-input';
import { checkSet } from '@/core/springs/springs';
import { calibrateInput } from '@/core/springs/springs-input';
import { addApparatus, changeApparatus, keepSetting, listApparatus, removeApparatus } from '@/data/stores/apparatus';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { act } from '@/platform/server/act';

const id = v.pipe(v.string(), v.uuid());
const gone = () => failure('notFound', 'This apparatus is gone. Load the page again.', 'id');

function revalidated<T>(result: Result<T>): Result<T> {
  if (result.ok) revalidatePath('/apparatus');
  return result;
}

/** `id`: made with the form, so that what is sent twice is kept once. */
const newForm = v.strictObject({
  id,
  room: v.pipe(v.string(), v.maxLength(60)),
  name: apparatusName,
  kind: v.picklist(apparatusKinds),
});

/** Puts an apparatus into a room, with the springs that its kind usually has, none of them calibrated. */
export async function addToRoom(input: unknown): Promise<Result<string>> {
  return act('addToRoom', newForm, input, async (who, { id: own, room, name, kind }) => {
    const { rooms } = await findStudio(who);
    if (!rooms.some((one) => one.id === room)) return failure('unknownRoom', 'There is no such room.', 'room');
    return revalidated(await addApparatus(who, { room, name, rig: usualRig(kind) }, own));
  });
}

export type KeptRig =
  | { readonly kept: true }
  | { readonly changedBy: string; readonly revision: number; readonly differs: readonly Difference[] };

/**
 * Keeps the name and the numbers of an apparatus. Where a colleague has changed it since `revision`, nothing is kept, and the
 * answer tells what stands now beside what was sent. Rates come from calibrations alone: the newest stay.
 */
export async function keepRig(input: unknown): Promise<Result<KeptRig>> {
  const form = v.strictObject({ id, revision: v.pipe(v.number(), v.integer()), name: apparatusName, rig: rigInput });
  return act('keepRig', form, input, async (who, { id: which, revision, name, rig }): Promise<Result<KeptRig>> => {
    let meanwhile: KeptRig | undefined;
    const kept = await changeApparatus(who, which, (card) => {
      const rates = new Map(card.rig.springs.map((spring) => [spring.id, spring.rate]));
      const springs = rig.springs.map((one) => ({
        ...one,
        rate: rates.has(one.id) ? (rates.get(one.id) ?? null) : one.rate,
      }));
      const mine = { name, rig: { ...rig, springs } };
      const differs = differences({ name: card.name, rig: card.rig }, mine);
      meanwhile =
        card.revision === revision ? undefined : { changedBy: card.changedBy, revision: card.revision, differs };
      return meanwhile && differs.length > 0
        ? failure('changedMeanwhile', 'changed meanwhile', 'revision')
        : success(mine);
    });
    if (!kept.ok) return meanwhile && kept.error.code === 'changedMeanwhile' ? success(meanwhile) : kept;
    return revalidated(success({ kept: true }));
  });
}

export async function takeAway(input: unknown): Promise<Result<null>> {
  return act('takeAway', v.strictObject({ id }), input, async (who, { id: which }) =>
    revalidated(await removeApparatus(who, which)),
  );
}

const calibrationForm = v.strictObject({ id, spring: v.string(), ...calibrateInput.entries });

/** Keeps a spring's rate from what a hand scale showed. */
export async function keepCalibration(input: unknown): Promise<Result<null>> {
  return act('keepCalibration', calibrationForm, input, async (who, { id: which, spring, readings }) => {
    const rate = calibrate(readings);
    if (!rate.ok) return rate;
    if (rate.value.preloadM < -1 || rate.value.preloadM > 2)
      return failure('preload', 'A pre-load of that length is not possible. Look at the readings again.', 'readings');
    const kept = await changeApparatus(who, which, ({ rig }) => {
      if (!rig.springs.some((one) => one.id === spring))
        return failure('noSpring', 'This spring is not on the apparatus any more.', 'spring');
      const springs = rig.springs.map((one) => (one.id === spring ? { ...one, rate: rate.value } : one));
      return success({ rig: { ...rig, springs } });
    });
    return revalidated(kept);
  });
}

const settingForm = v.strictObject({
  id,
  clientId: id,
  apparatusId: id,
  exercise: v.pipe(v.string(), v.maxLength(60)),
  springs: setInput,
  note: settingWords,
});

/** Remembers what was set for a client. */
export async function keepForClient(input: unknown): Promise<Result<string>> {
  return act('keepForClient', settingForm, input, async (who, { id: own, ...setting }) => {
    const [all, { exercises }] = await Promise.all([listApparatus(who), findRepertoire(who)]);
    const card = all.find((one) => one.id === setting.apparatusId);
    if (!card) return gone();
    if (!exercises.some((one) => one.id === setting.exercise && one.apparatus === card.rig.kind))
      return failure('otherApparatus', 'This exercise is not done on this apparatus.', 'exercise');
    const allowed = checkSet(card.rig, setting.springs);
    if (!allowed.ok) return allowed;
    return revalidated(await keepSetting(who, setting, { id: own }));
  });
}
