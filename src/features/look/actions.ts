'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { keepReading } from '@/core/knowledge/kept';
import { filmTurns, filmTypes, keptForDays, mostFilmBytes, megabytes } from '@/core/motion/kept-film';
import { packedFilm } from '@/core/motion/packed';
import { views } from '@/core/anatomy/positions';
import { taught } from '@/core/knowledge/look';
import type { LookReading } from '@/core/knowledge/look';
import { roles } from '@/core/alignment/look-values';
import { marksInput } from '@/core/anatomy/marks';
import { takenInput } from '@/core/alignment/readings';
import { settingInput } from '@/core/alignment/setting';
import { wordsToKeep } from '@/core/knowledge/names';
import { weighLevel } from '@/core/knowledge/cautions';
import { isAllowed } from '@/core/knowledge/standings';
import { layStances, resolveStances } from '@/core/knowledge/stances';
import { doseInput, timeDose } from '@/core/progression/dose';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { findClient } from '@/data/stores/clients';
import { checkedOn, findRepertoire, findStudio, keepCheck, setRoom } from '@/data/stores/studio';
import { beginKeptFilm, dropKeptFilm, endKeptFilm } from '@/data/stores/kept-films';
import { filmRoles, setLookFilm } from '@/data/stores/look-films';
import { keepTry, takeBackTry } from '@/data/stores/look-tries';
import { chooseCorrection, findLook, keepLook, setLookPicture, setLookReading, startLook } from '@/data/stores/looks';
import { addRounds, setFinger } from '@/data/stores/observers';
import { addOverrule } from '@/data/stores/cautions';
import { overruleForm } from '@/core/knowledge/caution-forms';
import { actingOn } from '@/data/types';
import type { LookCard } from '@/data/types';
import { act } from '@/platform/server/act';
import { rulesVersion } from '@/repertoire';
import { todayIn } from '@/data/days';
import { keptFilmWords, readKeptLook } from './read';
import type { KeptFilm } from './read';
import { readStartExercise } from './read-start';
import type { StartExercise } from './read-start';

const pixels = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(20_000));
const id = v.pipe(v.string(), v.uuid('is not an id'));
const startForm = v.strictObject({
  /** Made with the page: a look begun twice is one. */
  id,
  clientId: id,
  exercise: v.string(),
  level: v.pipe(v.number(), v.integer()),
  headEnd: v.picklist(['left', 'right']),
  /** Springs, straps and anchors of the apparatus were looked at. */
  checked: v.optional(v.boolean(), false),
});

/** Another exercise chosen on the page before the bench, as it stands for this client. */
export async function chooseExercise(input: unknown): Promise<Result<StartExercise>> {
  return act(
    'chooseExercise',
    v.strictObject({ clientId: id, exercise: v.string() }),
    input,
    (who, { clientId, exercise }) => readStartExercise(who, clientId, exercise),
  );
}

/** Begins a look with the stances in force now. */
export async function beginLook(input: unknown): Promise<Result<string>> {
  return act('beginLook', startForm, input, async (who, { id: own, checked, ...form }) => {
    const client = await findClient(who, form.clientId);
    if (!client.ok) return client;
    const [studio, repertoire] = await Promise.all([findStudio(who), findRepertoire(who)]);
    const exercise = repertoire.exercises.find((one) => one.id === form.exercise);
    const level = exercise?.levels.find(({ number }) => number === form.level);
    if (!exercise || !level) return failure('unknownLevel', 'There is no such exercise or level.', 'level');
    const weighed = weighLevel(repertoire, exercise, level, actingOn(client.value));
    if (!isAllowed(weighed))
      return failure(
        'ruledOut',
        weighed.standing === 'stopped'
          ? 'A stop sign was seen: nothing goes on until clearance is on file.'
          : `Ruled out for this client: ${weighed.reasons[0]?.name}. ${weighed.reasons[0]?.why}. Overrule it with a reason, or take another level.`,
        'level',
      );
    const { apparatus } = exercise;
    if (apparatus !== 'mat') {
      const day = todayIn(studio.timeZone);
      const isKept = (await checkedOn(who, day)).some((one) => one.apparatus === apparatus);
      if (!isKept && !checked)
        return failure('unchecked', 'Look at springs, straps and anchors first, and tick that it was done.', 'checked');
      if (!isKept) await keepCheck(who, apparatus, day);
    }
    const { school, stances, from } = layStances({
      studio,
      client: client.value,
      exercise: studio.exerciseStances[exercise.id] ?? {},
    });
    const known = resolveStances(repertoire, school, stances, from);
    if (!known.ok) return known;
    return startLook(who, { ...form, school: known.value.school.id, stances: { ...stances }, rulesVersion }, own);
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
  return act('keepMarks', marksForm, input, (who, { lookId, role, view, pictureId, marks, setting }) =>
    setLookPicture(who, lookId, role, pictureId, marks, { view, setting }),
  );
}

const takenForm = v.strictObject({ lookId: id, ...takenInput.entries });

/** Keeps what a hand or an eye told; null takes it back. */
export async function keepTaken(input: unknown): Promise<Result<null>> {
  return act('keepTaken', takenForm, input, (who, { lookId, ...reading }) => setLookReading(who, lookId, reading));
}

const filmForm = v.strictObject({
  lookId: id,
  role: v.picklist(filmRoles),
  view: v.picklist(views),
  setting: settingInput,
  film: v.strictObject({
    size: v.strictObject({ width: pixels, height: pixels }),
    lines: v.pick(marksInput, ['matLine', 'scale']),
    paths: packedFilm,
  }),
});

/** Keeps what was followed in a film of the look, for the set that it shows. */
export async function keepFilm(input: unknown): Promise<Result<null>> {
  return act('keepFilm', filmForm, input, (who, { lookId, ...film }) => setLookFilm(who, lookId, film));
}

const keptForm = v.strictObject({
  /** Made by whoever sends it: begun twice it is one. */
  id,
  lookId: id,
  role: v.picklist(filmRoles),
  type: v.picklist(filmTypes, 'is no film that can be kept'),
  size: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(1, 'is empty'),
    v.maxValue(mostFilmBytes, `is more than ${megabytes(mostFilmBytes)}`),
  ),
  turn: v.picklist(filmTurns),
  days: v.picklist(keptForDays),
});

/** Begins to keep a film itself; its pieces are put to their own address, then it is ended. */
export async function beginFilm(input: unknown): Promise<Result<{ readonly pieces: number }>> {
  return act('beginFilm', keptForm, input, (who, { id: kept, ...film }) => beginKeptFilm(who, kept, film));
}

const endForm = v.strictObject({
  id,
  sha256: v.nullable(v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'is not a sum'))),
});

/** Every piece of a film was put: it is kept from now on. */
export async function endFilm(input: unknown): Promise<Result<KeptFilm>> {
  return act('endFilm', endForm, input, async (who, { id: kept, sha256 }) => {
    const ended = await endKeptFilm(who, kept, sha256);
    return ended.ok ? success(await keptFilmWords(who, ended.value)) : ended;
  });
}

/** Lets a kept film go before its day. */
export async function dropFilm(input: unknown): Promise<Result<null>> {
  return act('dropFilm', v.strictObject({ id }), input, (who, { id: kept }) => dropKeptFilm(who, kept));
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
  return act('keepFinger', fingerForm, input, async (who, { fingerMm }) => {
    await setFinger(who, fingerMm);
    return success(null);
  });
}

const round = v.record(v.string(), v.strictTuple([v.number(), v.number()]));
const roundsForm = v.strictObject({ id, rounds: v.pipe(v.array(round), v.minLength(2), v.maxLength(6)) });

/** Keeps one picture marked several times: the instructor's own spread of marking. */
export async function keepRounds(input: unknown): Promise<Result<null>> {
  return act('keepRounds', roundsForm, input, async (who, { id: own, rounds }) => {
    await addRounds(who, rounds, own);
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
  return act('pickCorrection', correctionForm, input, async (who, { lookId, fault, correction }) => {
    const repertoire = await findRepertoire(who);
    const known =
      correction === null ||
      repertoire.corrections.some((one) => one.id === correction && (fault === null || one.faults.includes(fault)));
    if (!known) return failure('unknownCorrection', 'There is no such correction for this finding.', 'correction');
    return chooseCorrection(who, lookId, fault, correction);
  });
}

const keepForm = v.strictObject({
  lookId: id,
  /** Of the dose that the look leads to, made with the page: kept twice it is one. */
  doseId: id,
  dose: doseInput,
  /** How the fault worked on looked afterwards, where no measure tells. */
  byEye: v.optional(v.picklist(['better', 'same', 'worse'])),
});

/** What the look taught about the correction picked in it: by the retest's measure, else by eye. */
function trialOf(
  reading: LookReading,
  { correction, fault }: Pick<LookCard, 'correction' | 'fault'>,
  byEye: 'better' | 'same' | 'worse' | undefined,
) {
  if (!correction) return undefined;
  const { verdict } = reading;
  if (verdict)
    return {
      fault: verdict.fault,
      correction,
      measure: verdict.measure,
      verdict: taught(reading) ?? verdict.verdict,
      changeValue: verdict.change,
      mdc: verdict.mdc,
    };
  return byEye && fault ? { fault, correction, measure: 'byEye', verdict: byEye, changeValue: 0, mdc: 0 } : undefined;
}

const tryForm = v.strictObject({
  lookId: id,
  /** Made with the page: sent twice, it is kept once. */
  tryId: id,
  /** How the fault worked on looked afterwards, where no measure tells. */
  byEye: v.optional(v.picklist(['better', 'same', 'worse'])),
});

/** Keeps how the correction in hand went, as the server reads it, and frees the retest for another against the same baseline. */
export async function keepTried(input: unknown): Promise<Result<null>> {
  return act('keepTried', tryForm, input, async (who, { lookId, tryId, byEye }) => {
    const look = await findLook(who, lookId);
    if (!look.ok) return look;
    if (look.value.tried.some((one) => one.id === tryId)) return success(null);
    const client = await findClient(who, look.value.clientId);
    if (!client.ok) return client;
    const reading = await readKeptLook(who, await findRepertoire(who), look.value, client.value);
    if (!reading.ok) return reading;
    const trial = trialOf(reading.value, look.value, byEye);
    if (!trial) return failure('notRetested', 'Retest it first: mark the retest, or say by eye how it went.', 'retest');
    return keepTry(who, lookId, tryId, trial);
  });
}

/** Takes back what was tried last in a look: it counts no more, and its retest is in hand again. */
export async function takeBackTried(input: unknown): Promise<Result<null>> {
  return act('takeBackTried', v.strictObject({ lookId: id, tryId: id }), input, (who, { lookId, tryId }) =>
    takeBackTry(who, lookId, tryId),
  );
}

/** Closes a look: reads the marks once more on the server, keeps what they say, the correction's outcome and the dose. */
export async function keepWholeLook(input: unknown): Promise<Result<{ clientId: string }>> {
  return act('keepWholeLook', keepForm, input, async (who, { lookId, doseId, dose, byEye }) => {
    const look = await findLook(who, lookId);
    if (!look.ok) return look;
    const { clientId, exercise, correction } = look.value;
    const repertoire = await findRepertoire(who);
    const whole = repertoire.exercises.find((one) => one.id === exercise);
    const level = whole?.levels.find(({ number }) => number === dose.level);
    if (dose.exercise !== exercise || !whole || !level)
      return failure('unknownLevel', 'There is no such level of this exercise.', 'level');
    const times = timeDose(dose);
    if (!times.ok) return times;
    const client = await findClient(who, clientId);
    if (!client.ok) return client;
    const weighed = weighLevel(repertoire, whole, level, actingOn(client.value));
    if (weighed.standing === 'ruledOut')
      return failure(
        'ruledOut',
        `This level is ruled out for this client: ${weighed.reasons[0]?.name}. Choose another for next time.`,
        'level',
      );
    const reading = await readKeptLook(who, repertoire, look.value, client.value);
    if (!reading.ok) return reading;
    const trial = trialOf(reading.value, look.value, byEye);
    const { setS, breathsPerMinute } = times.value;
    const { baseline, back, retest, seen } = reading.value;
    const judged = [baseline, back, retest].flatMap((one) => one?.findings ?? []);
    const found = [...judged, ...Object.values(seen).flat()].map(({ fault }) => fault);
    const words = wordsToKeep(repertoire, exercise, found, correction);
    const kept = await keepLook(
      who,
      lookId,
      {
        result: { ...keepReading(reading.value), words },
        trial,
        dose: { ...dose, setS, breathsPerMinute },
      },
      doseId,
    );
    if (!kept.ok) return kept;
    revalidatePath('/', 'layout');
    return success({ clientId });
  });
}

/** Where the asker works now: its props are those that corrections may ask for. */
export async function chooseRoom(input: unknown): Promise<Result<null>> {
  return act(
    'chooseRoom',
    v.strictObject({ room: v.pipe(v.string(), v.maxLength(60)) }),
    input,
    async (who, { room }) => {
      await setRoom(who, room);
      revalidatePath('/', 'layout');
      return success(null);
    },
  );
}

/** Puts a rule aside for this client, exercise and level; the reason is kept with the name of who gave it. */
export async function overruleHere(input: unknown): Promise<Result<string>> {
  return act('overruleHere', overruleForm, input, async (who, { id: own, clientId, ...overrule }) => {
    const repertoire = await findRepertoire(who);
    const [condition, rule] = overrule.rule.split('.');
    const known = repertoire.conditions.find((one) => one.id === condition)?.rules.some((one) => one.id === rule);
    if (!known || !repertoire.exercises.some((one) => one.id === overrule.exercise))
      return failure('unknownRule', 'There is no such rule.', 'rule');
    const result = await addOverrule(who, clientId, overrule, own);
    if (result.ok) revalidatePath('/', 'layout');
    return result;
  });
}
