'use server';

// How far a client's own joints go: taken on her page, or read from a picture on the bench.
import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { dayInput, refuseDay } from '@/core/day';
import { rangeInput } from '@/core/knowledge/ranges';
import type { Result } from '@/core/result';
import { todayIn } from '@/data/days';
import { addRanges, strikeRange } from '@/data/stores/ranges';
import { findStudio } from '@/data/stores/studio';
import { act } from './act';

const id = v.pipe(v.string(), v.uuid('is not an id'));
const refreshed = <T>(result: Result<T>): Result<T> => {
  if (result.ok) revalidatePath('/', 'layout');
  return result;
};

const rangesForm = v.strictObject({
  clientId: id,
  takenOn: dayInput,
  /** Ids are made with the form: sent twice, each is kept once. */
  ranges: v.pipe(v.array(v.intersect([v.object({ id }), rangeInput])), v.minLength(1), v.maxLength(2)),
});

/** Keeps what was taken of a range, of each side: all or nothing. */
export async function keepRanges(input: unknown): Promise<Result<null>> {
  return act('keepRanges', rangesForm, input, async (who, { clientId, takenOn, ranges }) => {
    const wrong = refuseDay(takenOn, todayIn((await findStudio(who)).timeZone), 'takenOn');
    return wrong ?? refreshed(await addRanges(who, clientId, takenOn, ranges));
  });
}

/** Strikes a range out, or puts it back. */
export async function strikeOutRange(input: unknown): Promise<Result<null>> {
  return act(
    'strikeOutRange',
    v.strictObject({ id, isStruck: v.boolean() }),
    input,
    async (who, { id: own, isStruck }) => refreshed(await strikeRange(who, own, isStruck)),
  );
}
