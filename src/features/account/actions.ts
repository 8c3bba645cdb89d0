'use server';

import { timingSafeEqual } from 'node:crypto';
import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import * as v from 'valibot';
import { failure, success } from '@/core/result';
import { parse } from '@/core/check';
import type { Result } from '@/core/result';
import { foundStudio } from '@/data/stores/founding';
import { acceptInvitation } from '@/data/stores/links';
import { changePassword } from '@/data/stores/people';
import { endSessions, signIn } from '@/data/stores/sessions';
import type { Opened } from '@/data/stores/sessions';
import { forgetTries, takeTry, tooMany } from '@/data/stores/tries';
import { repertoire } from '@/repertoire';
import { act, guarded } from '@/platform/server/act';
import { currentAsking } from '@/platform/server/asking';
import { measured } from '@/platform/server/measured';
import { currentToken, endSession, keepSession } from '@/platform/server/session';
import { firstForm, joinForm, passwordForm, signInForm } from './form';

/** Keeps what was opened in a cookie of this browser. */
async function keepOpened(opened: Result<Opened>): Promise<Result<null>> {
  if (!opened.ok) return opened;
  await keepSession(opened.value.token, opened.value.expiresAt);
  return success(null);
}

export async function signInWith(input: unknown): Promise<Result<null>> {
  const parsed = parse(signInForm, input);
  if (!parsed.ok) return parsed;
  return measured('signInWith', () =>
    guarded(async () => {
      const { email, password, code } = parsed.value;
      return keepOpened(await signIn(email, password, { ...(await currentAsking()), code }));
    }),
  );
}

const own = v.pipe(v.string(), v.uuid('is not an id'));

/** Whether somebody may make a studio here: on the machine itself, or with the code that its start command showed. */
function mayFound(isLocal: boolean, code: string): boolean {
  const wanted = process.env.SPINE_CODE ?? '';
  if (isLocal) return true;
  const [given, known] = [Buffer.from(code.toLowerCase()), Buffer.from(wanted)];
  return wanted !== '' && given.length === known.length && timingSafeEqual(given, known);
}

/** Makes a studio with its first lead, and signs her in. */
export async function makeStudio(input: unknown): Promise<Result<null>> {
  const parsed = parse(v.strictObject({ id: own, form: firstForm }), input);
  if (!parsed.ok) return parsed;
  const { id, form } = parsed.value;
  return guarded(async () => {
    const { isLocal, place, device } = await currentAsking();
    if (!isLocal) {
      const wait = await takeTry('first', place);
      if (wait > 0) return tooMany(wait, 'code');
    }
    if (!mayFound(isLocal, form.code))
      return failure('wrongCode', 'This is not the code that the start command showed.', 'code');
    if (!repertoire.schools.some((one) => one.id === form.school))
      return failure('unknownSchool', 'There is no such school.', 'school');
    const { studio, timeZone, school, units, room, apparatus, name, email, password } = form;
    const props = form.props.filter((one) => repertoire.props.some((prop) => prop.id === one));
    const rooms = [{ id: 'room1', name: room, props, apparatus }];
    return keepOpened(await foundStudio({ id, studio, timeZone, school, units, rooms, name, email, password }, device));
  });
}

/** Uses an invitation up: comes in, or sets a new password. */
export async function join(input: unknown): Promise<Result<null>> {
  const parsed = parse(v.strictObject({ id: own, token: v.pipe(v.string(), v.maxLength(80)), form: joinForm }), input);
  if (!parsed.ok) return parsed;
  const { id, token, form } = parsed.value;
  return guarded(async () => {
    const { place, device } = await currentAsking();
    const wait = await takeTry('join', place);
    if (wait > 0) return tooMany(wait, 'password');
    const { name, email, password } = form;
    const opened = await acceptInvitation({ id, token, name, email, password }, device);
    if (opened.ok) await forgetTries('join', place);
    return keepOpened(opened);
  });
}

/** Sets one's own new password. */
export async function setPassword(input: unknown): Promise<Result<null>> {
  return act('setPassword', passwordForm, input, async (who, { old, password }) => {
    const wait = await takeTry(`password of ${who.userId}`, 'here');
    if (wait > 0) return tooMany(wait, 'old');
    const changed = await changePassword(who, { old, password }, (await currentToken()) ?? '');
    if (changed.ok) await forgetTries(`password of ${who.userId}`, 'here');
    return changed;
  });
}

/** Signs out elsewhere: in one browser, or in all but this. */
export async function signOutElsewhere(input: unknown): Promise<Result<null>> {
  return act(
    'signOutElsewhere',
    v.strictObject({ only: v.optional(v.pipe(v.string(), v.maxLength(64))) }),
    input,
    async (who, { only }) => {
      await endSessions(who, (await currentToken()) ?? '', only);
      return success(null);
    },
  );
}

export async function signOutHere(): Promise<void> {
  await endSession();
  redirect('/sign-in');
}

export async function keepTheme(theme: 'light' | 'dark'): Promise<void> {
  (await cookies()).set('spine-theme', theme === 'dark' ? 'dark' : 'light', {
    sameSite: 'lax',
    path: '/',
    maxAge: 31_536_000,
  });
}
