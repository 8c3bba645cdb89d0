'use server';

import { revalidatePath } from 'next/cache';
import { stopForm } from '@/core/knowledge/caution-forms';
import { failure } from '@/core/result';
import type { Result } from '@/core/result';
import { addStop } from '@/data/stores/cautions';
import { findRepertoire } from '@/data/stores/studio';
import { act } from './act';

/** Notes a stop sign on a client's file, from wherever it was seen: nothing goes on before it is cleared. */
export async function noteStop(input: unknown): Promise<Result<string>> {
  return act('noteStop', stopForm, input, async (who, { id: own, clientId, ...stop }) => {
    const { stopSigns } = await findRepertoire(who);
    if (!stopSigns.some((one) => one.id === stop.sign))
      return failure('unknownSign', 'There is no such stop sign.', 'sign');
    const result = await addStop(who, clientId, stop, own);
    if (result.ok) revalidatePath('/', 'layout');
    return result;
  });
}
