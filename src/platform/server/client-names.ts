'use server';

import * as v from 'valibot';
import { success } from '@/core/result';
import { findNames } from '@/data/stores/clients';
import { act } from './act';

/** Clients whose name holds a text, by name: what choosers ask for as one types. */
export async function findClientNames(
  text: string,
): Promise<readonly { readonly id: string; readonly name: string }[]> {
  const result = await act('findClientNames', v.pipe(v.string(), v.maxLength(120)), text, async (who, search) =>
    success(await findNames(who, search)),
  );
  return result.ok ? result.value : [];
}
