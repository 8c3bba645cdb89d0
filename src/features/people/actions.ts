'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { removeDemo } from '@/data/stores/founding';
import { invite, invitePassword, takeBackInvitation } from '@/data/stores/links';
import { clearSecond, letGo, listPeople, setRole, shutOut } from '@/data/stores/people';
import { changeStudio, findStudio } from '@/data/stores/studio';
import { roleIds, sights } from '@/data/types';
import type { Who } from '@/data/types';
import { isDemo } from '@/data/stores/sessions';
import { act } from '@/platform/server/act';
import { currentAsking, ownAddress } from '@/platform/server/asking';
import { post } from '@/platform/server/mail';
import type { Posted } from '@/platform/server/mail';
import { inviteForm } from './form';

const id = v.pipe(v.string(), v.uuid('is not an id'));

async function about(work: Promise<Result<null>>): Promise<Result<null>> {
  const result = await work;
  if (result.ok) revalidatePath('/studio/people');
  return result;
}

/** A link as it is shown, once: its path, and what became of the letter that carries it, where there is an address. */
export type MadeLink = { readonly path: string; readonly posted: Posted | null };

const letters = {
  join: (name: string, studio: string, link: string) =>
    `${name},\n\nyou are asked to come in to ${studio}. This link lets you in; it works once, within two days:\n\n${link}\n`,
  password: (name: string, studio: string, link: string) =>
    `${name},\n\nby this link you set a new password for ${studio}. It works once, within two days:\n\n${link}\n\nWhoever did not ask for it tells the lead of the studio.\n`,
};

async function postLink(
  who: Who,
  token: Result<string>,
  kind: keyof typeof letters,
  to: { readonly name: string; readonly email: string | null },
): Promise<Result<MadeLink>> {
  if (!token.ok) return token;
  const path = `/join/${token.value}`;
  if (!to.email) return success({ path, posted: null });
  const [{ name: studio }, address] = await Promise.all([findStudio(who), ownAddress()]);
  const text = letters[kind](to.name, studio, `${address}${path}`);
  return success({ path, posted: await post({ to: to.email, subject: `Level Spine, ${studio}`, text }) });
}

/** Makes a link for a colleague; shown once. */
export async function inviteColleague(input: unknown): Promise<Result<MadeLink>> {
  return act('inviteColleague', v.strictObject({ id, form: inviteForm }), input, async (who, { id: own, form }) => {
    const email = form.email || null;
    return postLink(who, await invite(who, { id: own, ...form, email }), 'join', { ...form, email });
  });
}

/** Makes a link by which a colleague sets herself a new password; shown once. */
export async function renewPassword(input: unknown): Promise<Result<MadeLink>> {
  return act('renewPassword', v.strictObject({ id, person: id }), input, async (who, { id: own, person }) => {
    const token = await invitePassword(who, own, person);
    const { people } = await listPeople(who);
    const found = people.find((one) => one.id === person);
    return postLink(who, token, 'password', { name: found?.name ?? '', email: found?.email ?? null });
  });
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
