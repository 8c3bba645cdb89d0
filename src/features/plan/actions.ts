'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { whole } from '@/core/numbers';
import { planInput } from '@/core/planning/kept-plan';
import { dropOwnOrder, keepOwnOrder } from '@/data/stores/own-orders';
import { keptWeeks } from '@/core/planning/weeks';
import type { Lesson } from '@/core/planning/lesson';
import { feelings } from '@/core/progression/words';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { keepClassPlan as storeClass, keepPlan as store, keepWeeks as storeWeeks } from '@/data/stores/plans';
import { act } from '@/platform/server/act';
import { readLesson } from './read';

const clientId = v.pipe(v.string(), v.uuid());

/** The version that stands now, and whose it is; `isKept`: it is the one that was sent. */
export type KeptNow = { readonly revision: number; readonly isKept: boolean; readonly madeBy: string };

/** What a store kept, for whoever sent it. */
function keptNow(
  kept: Result<{ readonly card: { readonly revision: number; readonly madeBy: string }; readonly isKept: boolean }>,
): Result<KeptNow> {
  if (!kept.ok) return kept;
  const { card, isKept } = kept.value;
  if (isKept) revalidatePath('/', 'layout');
  return success({ revision: card.revision, isKept, madeBy: card.madeBy });
}

/** Keeps the plan in place of the version it was made from; answers with the version it is now. */
export async function keepPlan(input: unknown): Promise<Result<KeptNow>> {
  const form = v.strictObject({ clientId, plan: planInput, revision: whole(0, 1_000_000) });
  return act('keepPlan', form, input, async (who, { clientId: client, plan, revision }) => {
    return keptNow(await store(who, client, plan, revision));
  });
}

/** What may be composed for how she is today and how long there is. */
export async function askLesson(input: unknown): Promise<Result<Lesson>> {
  const room = v.optional(v.nullable(v.pipe(v.string(), v.maxLength(60))));
  const form = v.strictObject({ clientId, feeling: v.picklist(feelings), minutes: whole(5, 180), room });
  return act('askLesson', form, input, (who, { clientId: client, ...today }) => readLesson(who, client, today));
}

/** Keeps the plan of a class, as a client's is kept. */
export async function keepClassPlan(input: unknown): Promise<Result<KeptNow>> {
  const form = v.strictObject({ id: clientId, plan: planInput, revision: whole(0, 1_000_000) });
  return act('keepClassPlan', form, input, async (who, { id, plan, revision }) => {
    return keptNow(await storeClass(who, id, plan, revision));
  });
}

/** Keeps weeks ahead for a client, as a plan is kept. */
export async function keepWeeks(input: unknown): Promise<Result<KeptNow>> {
  const form = v.strictObject({ clientId, weeks: keptWeeks, revision: whole(0, 1_000_000) });
  return act('keepWeeks', form, input, async (who, { clientId: client, weeks, revision }) => {
    return keptNow(await storeWeeks(who, client, weeks, revision));
  });
}

const exerciseId = v.pipe(v.string(), v.nonEmpty(), v.maxLength(60));

/** Keeps an order of exercises as one of the asker's own, by its name. */
export async function keepOrder(input: unknown): Promise<Result<null>> {
  const form = v.strictObject({
    name: v.pipe(v.string(), v.trim(), v.nonEmpty('give it a name'), v.maxLength(80, 'at most 80 letters')),
    exercises: v.pipe(
      v.array(exerciseId),
      v.minLength(1, 'there is nothing in it'),
      v.maxLength(60, 'at most 60 exercises'),
    ),
  });
  return act('keepOrder', form, input, async (who, { name, exercises }) => {
    const kept = await keepOwnOrder(who, name, exercises);
    return kept.ok ? success(null) : kept;
  });
}

export async function dropOrder(input: unknown): Promise<Result<null>> {
  return act('dropOrder', v.strictObject({ id: clientId }), input, async (who, { id }) => {
    await dropOwnOrder(who, id);
    return success(null);
  });
}
