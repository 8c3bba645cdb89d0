'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { addClient, updateClient } from '@/data/stores/clients';
import type { NewClient } from '@/data/stores/clients';
import { act } from '@/platform/server/act';
import { repertoire } from '@/repertoire';
import { clientForm } from './form';
import type { ReadClient } from './form';

const known = (entries: readonly { readonly id: string }[]) => new Set(entries.map(({ id }) => id));
const conditions = known(repertoire.conditions);
const schools = known(repertoire.schools);

const checked = v.pipe(
  clientForm,
  v.check((client) => client.conditions.every((id) => conditions.has(id)), 'One of the conditions is not known.'),
  v.check(({ school }) => school === 'studio' || schools.has(school), 'This school is not known.'),
);

const toClient = ({ heightCm, sex, school, ...rest }: ReadClient): NewClient => ({
  ...rest,
  conditions: [...new Set(rest.conditions)],
  heightM: heightCm === null ? null : heightCm / 100,
  sex: sex === 'unsaid' ? null : sex,
  school: school === 'studio' ? null : school,
});

/** Keeps a new client; the form's texts are read again here. */
export async function keepNewClient(input: unknown): Promise<Result<{ clientId: string }>> {
  return act(checked, input, async (who, client) => {
    const clientId = await addClient(who, toClient(client));
    revalidatePath('/', 'layout');
    return success({ clientId });
  });
}

export async function keepClient(input: unknown): Promise<Result<{ clientId: string }>> {
  return act(
    v.strictObject({ id: v.pipe(v.string(), v.uuid()), client: checked }),
    input,
    async (who, { id, client }) => {
      const result = await updateClient(who, id, toClient(client));
      if (!result.ok) return result;
      revalidatePath('/', 'layout');
      return success({ clientId: id });
    },
  );
}
