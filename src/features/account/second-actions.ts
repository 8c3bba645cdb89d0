'use server';

import QRCode from 'qrcode';
import * as v from 'valibot';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { beginSecond, confirmSecond, endSecond, renewCodes } from '@/data/stores/second';
import { forgetTries, takeTry, tooMany } from '@/data/stores/tries';
import type { Who } from '@/data/types';
import { act } from '@/platform/server/act';

export type Shared = { readonly secret: string; readonly picture: string };

/** What an authenticator is given: to read with a camera, and to type. */
export async function startSecond(input: unknown): Promise<Result<Shared>> {
  return act('startSecond', v.strictObject({}), input, async (who) => {
    const begun = await beginSecond(who);
    if (!begun.ok) return begun;
    const { secret, uri } = begun.value;
    return success({ secret, picture: await QRCode.toDataURL(uri, { margin: 1, width: 264 }) });
  });
}

const typed = v.pipe(v.string(), v.trim(), v.maxLength(40));

/** Guesses at a number or a password of one's own are counted. */
async function counted<T>(who: Who, path: string, work: () => Promise<Result<T>>): Promise<Result<T>> {
  const account = `second of ${who.userId}`;
  const wait = await takeTry(account, 'here');
  if (wait > 0) return tooMany(wait, path);
  const done = await work();
  if (done.ok) await forgetTries(account, 'here');
  return done;
}

export async function finishSecond(input: unknown): Promise<Result<readonly string[]>> {
  return act('finishSecond', v.strictObject({ code: typed }), input, (who, { code }) =>
    counted(who, 'code', () => confirmSecond(who, code.replace(/\s/g, ''))),
  );
}

const byPassword = v.strictObject({
  password: v.pipe(v.string(), v.nonEmpty('Type your password.'), v.maxLength(200)),
});

export async function makeCodes(input: unknown): Promise<Result<readonly string[]>> {
  return act('makeCodes', byPassword, input, (who, { password }) =>
    counted(who, 'password', () => renewCodes(who, password)),
  );
}

export async function dropSecond(input: unknown): Promise<Result<null>> {
  return act('dropSecond', byPassword, input, (who, { password }) =>
    counted(who, 'password', () => endSecond(who, password)),
  );
}
