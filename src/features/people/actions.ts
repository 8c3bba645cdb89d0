'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { removeDemo } from '@/data/stores/founding';
import { invite, invitePassword, takeBackInvitation } from '@/data/stores/links';
import { clearSecond, letGo, setRole, shutOut } from '@/data/stores/people';
import { changeStudio } from '@/data/stores/studio';
import { roleIds, sights } from '@/data/types';
import { isDemo } from '@/data/stores/sessions';
import { act } from '@/platform/server/act';
import { currentAsking } from '@/platform/server/asking';
import { inviteForm } from './form';

const id = v.pipe(v.string(), v.uuid('is not an id'));

async function about(work: Promise<Result<null>>): Promise<Result<null>> {
  const result = await work;
  if (result.ok) revalidatePath('/studio/people');
  return result;
}

/** The path that a link leads to; the browser knows the address before it. */
const pathOf = (token: Result<string>): Result<string> => (token.ok ? success(`/join/${token.value}`) : token);

/** Makes a link for a colleague; shown once. */
export async function inviteColleague(input: unknown): Promise<Result<string>> {
  return act('inviteColleague', v.strictObject({ id, form: inviteForm }), input, async (who, { id: own, form }) =>
    pathOf(await invite(who, { id: own, ...form, email: form.email || null })),
  );
}

/** Makes a link by which a colleague sets herself a new password; shown once. */
export async function renewPassword(input: unknown): Promise<Result<string>> {
  return act('renewPassword', v.strictObject({ id, person: id }), input, async (who, { id: own, person }) =>
    pathOf(await invitePassword(who, own, person)),
  );
}

const one = v.strictObject({ id });

export async function takeBackLink(input: unknown): Promise<Result<null>> {
  return act('takeBackLink', one, input, (who, { id: link }) => about(takeBackInvitation(who, link)));
}

export async function changeRole(input: unknown): Promise<Result<null>> {
  return act('changeRole', v.strictObject({ id, role: v.picklist(roleIds) }), input, (who, { id: person, role }) =>
    about(setRole(who, person, role)),
  );
}

export async function signColleagueOut(input: unknown): Promise<Result<null>> {
  return act('signColleagueOut', one, input, (who, { id: person }) => about(shutOut(who, person)));
}

/** Takes the second factor of a colleague away, who has lost it. */
export async function takeSecond(input: unknown): Promise<Result<null>> {
  return act('takeSecond', one, input, (who, { id: person }) => about(clearSecond(who, person)));
}

/** Whether a studio's instructors see all of its clients, or their own. */
export async function setSight(input: unknown): Promise<Result<null>> {
  return act('setSight', v.strictObject({ sees: v.picklist(sights) }), input, (who, { sees }) =>
    about(changeStudio(who, () => success({ sees }))),
  );
}

/** A studio asks everybody for a second factor, or no longer. */
export async function askForSecond(input: unknown): Promise<Result<null>> {
  return act('askForSecond', v.strictObject({ wanted: v.boolean() }), input, (who, { wanted }) =>
    about(changeStudio(who, () => success({ wantsSecond: wanted }))),
  );
}

export async function letColleagueGo(input: unknown): Promise<Result<null>> {
  return act('letColleagueGo', v.strictObject({ id, heir: id }), input, (who, { id: person, heir }) =>
    about(letGo(who, person, heir)),
  );
}

/** Takes the demo studio away, whole: a lead of another studio may, on the machine itself. */
export async function takeDemoAway(input: unknown): Promise<Result<null>> {
  return act('takeDemoAway', v.strictObject({}), input, async (who) => {
    const { isLocal } = await currentAsking();
    if (!isLocal || (await isDemo(who.studioId)))
      return failure('notAllowed', 'A lead of another studio takes the demo away, on the machine that it runs on.', '');
    return about(removeDemo().then(() => success(null)));
  });
}
