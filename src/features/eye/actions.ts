'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { answerShape, readingShape, roundKinds, roundLength } from '@/core/eye/question';
import { trained } from '@/core/eye/trained';
import { ratingMethods } from '@/core/eye/raters';
import { whole, yesOrNo } from '@/core/numbers';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { answerQuestion, setShared } from '@/data/stores/eye';
import { beginRating, dropRating, keepRating } from '@/data/stores/raters';
import { act } from '@/platform/server/act';
import { makeRatedPictures } from './raters-read';
import { readQuestion, readTold } from './read';
import type { ShownQuestion } from './read';

const roundId = v.pipe(v.string(), v.uuid());
const place = whole(0, roundLength - 1);

/** The question at a place of a round; the first time it is made. */
export async function askEye(input: unknown): Promise<Result<ShownQuestion>> {
  const form = v.strictObject({ roundId, kind: v.picklist(roundKinds), place });
  return act('askEye', form, input, (who, { roundId: id, kind, place: at }) => readQuestion(who, id, kind, at));
}

const longestMs = 3_600_000;

/** Keeps her answer, the first that comes, and tells the truth. */
export async function answerEye(input: unknown): Promise<Result<ShownQuestion>> {
  const form = v.strictObject({ roundId, place, answer: answerShape, tookMs: whole(0, longestMs) });
  return act('answerEye', form, input, async (who, { roundId: id, place: at, answer, tookMs }) => {
    const kept = await answerQuestion(who, id, at, answer, tookMs);
    return kept.ok ? success(await readTold(who, kept.value)) : kept;
  });
}

/** Lets the studio lead see what is learned of her eye, or no longer. */
export async function shareEye(input: unknown): Promise<Result<null>> {
  return act('shareEye', v.strictObject({ shared: yesOrNo }), input, async (who, { shared }) => {
    await setShared(who, shared);
    revalidatePath('/eye');
    return success(null);
  });
}

/** Begins a session of raters with pictures of its own. */
export async function beginRaters(input: unknown): Promise<Result<{ readonly id: string }>> {
  const form = v.strictObject({
    id: roundId,
    title: v.pipe(v.string(), v.trim(), v.minLength(1, 'Give it a name.'), v.maxLength(80)),
    method: v.picklist(ratingMethods),
    measure: v.picklist(trained),
    count: whole(5, 30),
  });
  return act('beginRaters', form, input, async (who, { id, title, method, measure, count }) => {
    const pictures = await makeRatedPictures(who, method, measure, count);
    if (!pictures.ok) return pictures;
    const begun = await beginRating(who, { id, title, method }, pictures.value);
    if (begun.ok) revalidatePath('/eye/raters');
    return begun;
  });
}

/** Keeps what she reads in one picture. */
export async function keepReading(input: unknown): Promise<Result<null>> {
  const form = v.strictObject({ id: roundId, occasion: v.picklist([1, 2]), place: whole(0, 99), value: readingShape });
  return act('keepReading', form, input, keepRating);
}

/** Takes a session of raters away, with all that was read. */
export async function dropRaters(input: unknown): Promise<Result<null>> {
  return act('dropRaters', v.strictObject({ id: roundId }), input, async (who, { id }) => {
    const dropped = await dropRating(who, id);
    if (dropped.ok) revalidatePath('/eye/raters');
    return dropped;
  });
}
