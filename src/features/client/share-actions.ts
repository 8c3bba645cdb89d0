'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { dayInput } from '@/core/day';
import type { Result } from '@/core/result';
import { endShare, handOver, shareClient } from '@/data/stores/shares';
import { act } from '@/platform/server/act';

const id = v.pipe(v.string(), v.uuid('is not an id'));

async function about(client: string, work: Promise<Result<null>>): Promise<Result<null>> {
  const result = await work;
  if (result.ok) revalidatePath(`/clients/${client}/seen-by`);
  return result;
}

export async function giveClient(input: unknown): Promise<Result<null>> {
  return act('giveClient', v.strictObject({ id, person: id }), input, (who, { id: client, person }) =>
    about(client, handOver(who, client, person)),
  );
}

export async function share(input: unknown): Promise<Result<null>> {
  const form = v.strictObject({ id, share: id, person: id, until: dayInput });
  return act('share', form, input, (who, { id: client, share: own, person, until }) =>
    about(client, shareClient(who, client, { id: own, personId: person, until })),
  );
}

export async function shareNoMore(input: unknown): Promise<Result<null>> {
  return act('shareNoMore', v.strictObject({ id, share: id }), input, (who, { id: client, share: own }) =>
    about(client, endShare(who, client, own)),
  );
}
