'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { answerShape } from '@/core/eye/question';
import { roundKinds, roundLength } from '@/core/eye/question';
import { whole, yesOrNo } from '@/core/numbers';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { answerQuestion, setShared } from '@/data/stores/eye';
import { act } from '@/platform/server/act';
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
