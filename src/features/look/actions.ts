'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { keepReading } from '@/core/alignment/kept';
import { views } from '@/core/alignment/input';
import { marksInput, roles } from '@/core/alignment/look';
import { takenInput } from '@/core/alignment/readings';
import { settingInput } from '@/core/alignment/setting';
import { entry } from '@/core/knowledge/entries';
import { resolveStances } from '@/core/knowledge/stances';
import { doseInput, timeDose } from '@/core/progression/dose';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { findClient, findStudio } from '@/data/stores/clients';
import { chooseCorrection, findLook, keepLook, setLookPicture, setLookReading, startLook } from '@/data/stores/looks';
import { addRounds, setFinger } from '@/data/stores/observers';
import { act } from '@/platform/server/act';
import { repertoire, rulesVersion } from '@/repertoire';
import { readKeptLook } from './read';

const id = v.pipe(v.string(), v.uuid('is not an id'));
const startForm = v.strictObject({
  clientId: id,
  exercise: v.string(),
  level: v.pipe(v.number(), v.integer()),
  headEnd: v.picklist(['left', 'right']),
});

/** Begins a look with the stances in force now. */
export async function beginLook(input: unknown): Promise<Result<string>> {
  return act(startForm, input, async (who, form) => {
    const client = await findClient(who, form.clientId);
    if (!client.ok) return client;
    const exercise = repertoire.exercises.find((one) => one.id === form.exercise);
    if (!exercise?.levels.some(({ number }) => number === form.level))
      return failure('unknownLevel', 'There is no such exercise or level.', 'level');
    const studio = await findStudio(who);
    const stances = resolveStances(repertoire, client.value.school ?? studio.school, studio.stances);
    if (!stances.ok) return stances;
    return startLook(who, { ...form, school: stances.value.school.id, stances: { ...studio.stances }, rulesVersion });
  });
}

const marksForm = v.strictObject({
  lookId: id,
  role: v.picklist(roles),
  view: v.picklist(views),
  pictureId: id,
  marks: marksInput,
  setting: settingInput,
});

/** Keeps a picture in its place with the marks on it; called after every change. */
export async function keepMarks(input: unknown): Promise<Result<null>> {
  return act(marksForm, input, (who, { lookId, role, view, pictureId, marks, setting }) =>
    setLookPicture(who, lookId, role, pictureId, marks, { view, setting }),
  );
}

const takenForm = v.strictObject({ lookId: id, ...takenInput.entries });

/** Keeps what a hand or an eye told; null takes it back. */
export async function keepTaken(input: unknown): Promise<Result<null>> {
  return act(takenForm, input, (who, { lookId, ...reading }) => setLookReading(who, lookId, reading));
}

const fingerForm = v.strictObject({
  fingerMm: v.nullable(
    v.pipe(
      v.number('is not a number'),
      v.minValue(8, 'is too thin for a finger'),
      v.maxValue(30, 'is too broad for a finger'),
    ),
  ),
});

/** The breadth of the instructor's own finger, measured once. */
export async function keepFinger(input: unknown): Promise<Result<null>> {
  return act(fingerForm, input, async (who, { fingerMm }) => {
    await setFinger(who, fingerMm);
    return success(null);
  });
}

const round = v.record(v.string(), v.strictTuple([v.number(), v.number()]));
const roundsForm = v.strictObject({ rounds: v.pipe(v.array(round), v.minLength(2), v.maxLength(6)) });

/** Keeps one picture marked several times: the instructor's own spread of marking. */
export async function keepRounds(input: unknown): Promise<Result<null>> {
  return act(roundsForm, input, async (who, { rounds }) => {
    await addRounds(who, rounds);
    return success(null);
  });
}

const correctionForm = v.strictObject({
  lookId: id,
  fault: v.nullable(v.string()),
  correction: v.nullable(v.string()),
});

/** What was picked to try. */
export async function pickCorrection(input: unknown): Promise<Result<null>> {
  return act(correctionForm, input, async (who, { lookId, fault, correction }) => {
    const known =
      correction === null ||
      repertoire.corrections.some((one) => one.id === correction && (fault === null || one.faults.includes(fault)));
    if (!known) return failure('unknownCorrection', 'There is no such correction for this finding.', 'correction');
    return chooseCorrection(who, lookId, fault, correction);
  });
}

const keepForm = v.strictObject({ lookId: id, dose: doseInput });

/** Closes a look: reads the marks once more on the server, keeps what they say, the correction's outcome and the dose. */
export async function keepWholeLook(input: unknown): Promise<Result<{ clientId: string }>> {
  return act(keepForm, input, async (who, { lookId, dose }) => {
    const look = await findLook(who, lookId);
    if (!look.ok) return look;
    const { clientId, exercise, correction } = look.value;
    if (
      dose.exercise !== exercise ||
      !entry(repertoire.exercises, exercise).levels.some(({ number }) => number === dose.level)
    )
      return failure('unknownLevel', 'There is no such level of this exercise.', 'level');
    const times = timeDose(dose);
    if (!times.ok) return times;
    const client = await findClient(who, clientId);
    if (!client.ok) return client;
    const reading = await readKeptLook(who, look.value, client.value);
    if (!reading.ok) return reading;
    const { verdict } = reading.value;
    const trial =
      verdict && correction
        ? {
            fault: verdict.fault,
            correction,
            measure: verdict.measure,
            verdict: verdict.verdict,
            changeValue: verdict.change,
            mdc: verdict.mdc,
          }
        : undefined;
    const { setS, breathsPerMinute } = times.value;
    const kept = await keepLook(who, lookId, {
      result: keepReading(reading.value),
      trial,
      dose: { ...dose, setS, breathsPerMinute },
    });
    if (!kept.ok) return kept;
    revalidatePath('/', 'layout');
    return success({ clientId });
  });
}
