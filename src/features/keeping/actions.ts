'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import type { Result } from '@/core/result';
import { keepingShape, letGoDue, setKeeping } from '@/data/stores/keeping';
import { act } from '@/platform/server/act';

export async function keepFor(input: unknown): Promise<Result<null>> {
  return act('keepFor', keepingShape, input, async (who, keeping) => {
    const result = await setKeeping(who, keeping);
    if (result.ok) revalidatePath('/studio/keeping');
    return result;
  });
}

const form = v.strictObject({
  kind: v.picklist(['pictures', 'clients', 'record']),
  /** Clients who stood on the list. */
  listed: v.pipe(v.array(v.pipe(v.string(), v.uuid('is not an id'))), v.maxLength(5000)),
});

/** Lets go what is older than the rule. */
export async function letDueGo(input: unknown): Promise<Result<number>> {
  return act('letDueGo', form, input, async (who, { kind, listed }) => {
    const result = await letGoDue(who, kind, listed);
    if (result.ok) revalidatePath('/', 'layout');
    return result;
  });
}
