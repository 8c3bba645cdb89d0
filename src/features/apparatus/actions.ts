'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { failure } from '@/core/result';
import type { Result } from '@/core/result';
import { apparatusKinds, usualRig } from '@/core/springs/apparatus';
import { calibrate } from '@/core/springs/calibrate';
import { apparatusName, rigInput, setInput, settingWords } from '@/core/springs/rig-input';
import { allows } from '@/core/springs/springs';
import { calibrateInput } from '@/core/springs/springs-input';
import { addApparatus, changeApparatus, keepSetting, listApparatus, removeApparatus } from '@/data/stores/apparatus';
import { findStudio } from '@/data/stores/clients';
import { findRepertoire } from '@/data/stores/studio';
import { act } from '@/platform/server/act';

const id = v.pipe(v.string(), v.uuid());
const gone = () => failure('notFound', 'This apparatus is gone. Load the page again.', 'id');

function told<T>(result: Result<T>): Result<T> {
  if (result.ok) revalidatePath('/apparatus');
  return result;
}

const newForm = v.strictObject({
  room: v.pipe(v.string(), v.maxLength(60)),
  name: apparatusName,
  kind: v.picklist(apparatusKinds),
});

/** Puts an apparatus into a room, with the springs that its kind usually has, none of them calibrated. */
export async function addToRoom(input: unknown): Promise<Result<string>> {
  return act(newForm, input, async (who, { room, name, kind }) => {
    const { rooms } = await findStudio(who);
    if (!rooms.some((one) => one.id === room)) return failure('unknownRoom', 'There is no such room.', 'room');
    return told(await addApparatus(who, { room, name, rig: usualRig(kind) }));
  });
}

/** Keeps the name and the numbers of an apparatus. */
export async function keepRig(input: unknown): Promise<Result<null>> {
  return act(v.strictObject({ id, name: apparatusName, rig: rigInput }), input, async (who, { id: which, name, rig }) =>
    told(await changeApparatus(who, which, { name, rig })),
  );
}

export async function takeAway(input: unknown): Promise<Result<null>> {
  return act(v.strictObject({ id }), input, async (who, { id: which }) => told(await removeApparatus(who, which)));
}

const calibrationForm = v.strictObject({ id, spring: v.string(), ...calibrateInput.entries });

/** Keeps a spring's rate from what a hand scale showed. */
export async function keepCalibration(input: unknown): Promise<Result<null>> {
  return act(calibrationForm, input, async (who, { id: which, spring, readings }) => {
    const rate = calibrate(readings);
    if (!rate.ok) return rate;
    if (rate.value.preloadM < -1 || rate.value.preloadM > 2)
      return failure('preload', 'A pre-load of that length is not possible. Look at the readings again.', 'readings');
    const card = (await listApparatus(who)).find((one) => one.id === which);
    if (!card) return gone();
    if (!card.rig.springs.some((one) => one.id === spring))
      return failure('noSpring', 'This spring is not on the apparatus any more.', 'spring');
    const springs = card.rig.springs.map((one) => (one.id === spring ? { ...one, rate: rate.value } : one));
    return told(await changeApparatus(who, which, { rig: { ...card.rig, springs } }));
  });
}

const settingForm = v.strictObject({
  clientId: id,
  apparatusId: id,
  exercise: v.pipe(v.string(), v.maxLength(60)),
  springs: setInput,
  note: settingWords,
});

/** Remembers what was set for a client. */
export async function keepForClient(input: unknown): Promise<Result<string>> {
  return act(settingForm, input, async (who, setting) => {
    const [all, { exercises }] = await Promise.all([listApparatus(who), findRepertoire(who)]);
    const card = all.find((one) => one.id === setting.apparatusId);
    if (!card) return gone();
    if (!exercises.some((one) => one.id === setting.exercise && one.apparatus === card.rig.kind))
      return failure('otherApparatus', 'This exercise is not done on this apparatus.', 'exercise');
    const allowed = allows(card.rig, setting.springs);
    if (!allowed.ok) return allowed;
    return told(await keepSetting(who, setting));
  });
}
