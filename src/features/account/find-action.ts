'use server';

import * as v from 'valibot';
import { findIn } from '@/core/knowledge/finding';
import type { Hit } from '@/core/knowledge/finding';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { findNames } from '@/data/stores/clients';
import { findRepertoire } from '@/data/stores/studio';
import { act } from '@/platform/server/act';

export type Found = {
  readonly clients: readonly { readonly id: string; readonly name: string }[];
  readonly hits: readonly Hit[];
};

const mostClients = 6;

/** Clients, exercises, cues, props and terms that a few letters may mean. */
export async function findAnything(text: string): Promise<Result<Found>> {
  return act('findAnything', v.pipe(v.string(), v.maxLength(120)), text, async (who, asked) => {
    if (asked.trim() === '') return success({ clients: [], hits: [] });
    const [clients, repertoire] = await Promise.all([findNames(who, asked, mostClients), findRepertoire(who)]);
    return success({ clients: clients.map(({ id, name }) => ({ id, name })), hits: findIn(repertoire, asked) });
  });
}
