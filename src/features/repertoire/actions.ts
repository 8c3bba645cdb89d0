'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { readEntry, readRepertoireFile, shapeOf, writeEntry } from '@/core/knowledge/files';
import type { FileError, ReadFile } from '@/core/knowledge/files';
import { editableKinds } from '@/core/knowledge/own-entries';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { findStudio } from '@/data/stores/clients';
import { isUsed } from '@/data/stores/looks';
import { findRepertoire, keepAllOwn, keepOwn, listOwn, revertOwn, updateStudio } from '@/data/stores/studio';
import { act } from '@/platform/server/act';
import { repertoire as shipped } from '@/repertoire';

const kind = v.picklist(editableKinds);
const id = v.pipe(v.string(), v.regex(/^[a-z][A-Za-z0-9]*$/), v.maxLength(60));
const notLead = () => failure('notAllowed', 'Only a lead instructor may change the studio’s repertoire.', '');
const mostText = 2_000_000;

export type Kept = { readonly id: string };
export type Refused = { readonly errors: readonly FileError[] };

/** Keeps the studio's version of an entry, written as YAML; what is wrong comes back with its line. */
export async function keepEntryText(input: unknown): Promise<Result<Kept | Refused>> {
  const form = v.strictObject({ kind, text: v.pipe(v.string(), v.maxLength(mostText)), mustBeNew: v.boolean() });
  return act(form, input, async (who, { kind: of, text, mustBeNew }): Promise<Result<Kept | Refused>> => {
    if (who.role !== 'lead') return notLead();
    const own = await listOwn(who);
    const read = readEntry(text, of, shipped, own);
    if (!read.ok) return success({ errors: read.errors });
    const inForce = await findRepertoire(who);
    if (mustBeNew && inForce[of].some((one) => one.id === read.entry.id))
      return success({
        errors: [{ line: 1, path: 'id', message: `The id "${read.entry.id}" is taken; choose another.` }],
      });
    await keepOwn(who, of, read.entry.id, read.entry);
    revalidatePath('/', 'layout');
    return success({ id: read.entry.id });
  });
}

/** Keeps the studio's version of an entry, as the form holds it. */
export async function keepEntry(input: unknown): Promise<Result<Kept | Refused>> {
  const form = v.strictObject({ kind, entry: v.looseObject({ id }), mustBeNew: v.boolean() });
  return act(form, input, async (who, { kind: of, entry, mustBeNew }): Promise<Result<Kept | Refused>> => {
    if (who.role !== 'lead') return notLead();
    const parsed = v.safeParse(shapeOf(of), entry);
    if (!parsed.success)
      return success({
        errors: parsed.issues.map((issue) => ({ line: 0, path: v.getDotPath(issue) ?? '', message: issue.message })),
      });
    return keepEntryText({ kind: of, text: writeEntry(entry), mustBeNew });
  });
}

/** Takes back the studio's version. A new entry that looks or doses refer to stays. */
export async function revertEntry(input: unknown): Promise<Result<null>> {
  return act(v.strictObject({ kind, id }), input, async (who, { kind: of, id: which }) => {
    if (who.role !== 'lead') return notLead();
    const isShipped = shipped[of].some((one) => one.id === which);
    if (!isShipped && (await isUsed(who, of, which)))
      return failure('inUse', 'Looks or doses of clients refer to it, so it stays. Change it instead.', 'id');
    const result = await revertOwn(who, of, which);
    if (result.ok) revalidatePath('/', 'layout');
    return result;
  });
}

/** Sets a stance for one exercise, or lets it be as everywhere. */
export async function setExerciseStance(input: unknown): Promise<Result<null>> {
  const form = v.strictObject({ exercise: id, stance: id, choice: v.nullable(id) });
  return act(form, input, async (who, { exercise, stance, choice }) => {
    const [studio, repertoire] = await Promise.all([findStudio(who), findRepertoire(who)]);
    const known = repertoire.stances.find((one) => one.id === stance);
    if (!known || (choice !== null && !known.choices.some((one) => one.id === choice)))
      return failure('unknownStance', 'There is no such choice.', 'choice');
    const { [stance]: _, ...others } = studio.exerciseStances[exercise] ?? {};
    const result = await updateStudio(who, {
      exerciseStances: {
        ...studio.exerciseStances,
        [exercise]: choice === null ? others : { ...others, [stance]: choice },
      },
    });
    if (result.ok) revalidatePath('/', 'layout');
    return result;
  });
}

const fileForm = v.strictObject({ text: v.pipe(v.string(), v.maxLength(mostText, 'The file is larger than 2 MB.')) });

/** Reads a file and tells what it would change; keeps nothing. */
export async function previewFile(input: unknown): Promise<Result<ReadFile>> {
  return act(fileForm, input, async (who, { text }) => success(readRepertoireFile(text, shipped, await listOwn(who))));
}

/** Keeps what a file brings: every new and changed entry, or nothing at all. */
export async function keepFile(input: unknown): Promise<Result<{ readonly kept: number } | Refused>> {
  return act(fileForm, input, async (who, { text }): Promise<Result<{ readonly kept: number } | Refused>> => {
    if (who.role !== 'lead') return notLead();
    const read = readRepertoireFile(text, shipped, await listOwn(who));
    if (!read.ok) return success({ errors: read.errors });
    const wanted = read.entries.filter(({ state }) => state !== 'same');
    await keepAllOwn(who, wanted);
    revalidatePath('/', 'layout');
    return success({ kept: wanted.length });
  });
}
