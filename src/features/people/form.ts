import * as v from 'valibot';
import { roleIds } from '@/data/types';

export const inviteForm = v.strictObject({
  name: v.pipe(v.string(), v.trim(), v.nonEmpty('Who is it for?'), v.maxLength(120, 'This is too long.')),
  /** May be left to her. */
  email: v.union([
    v.pipe(v.string(), v.trim(), v.literal('')),
    v.pipe(v.string(), v.trim(), v.email('This is not an e-mail address.'), v.maxLength(190, 'This is too long.')),
  ]),
  role: v.picklist(roleIds),
});
export type InviteForm = v.InferOutput<typeof inviteForm>;
