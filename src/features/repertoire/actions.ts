'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { shapeOf, writeEntry } from '@/core/knowledge/files';
import type { FileError, ReadFile } from '@/core/knowledge/files';
import { listOf } from '@/core/knowledge/lookup';
import { differences, editableKinds } from '@/core/knowledge/own-entries';
import type { Difference } from '@/core/knowledge/own-entries';
import { longestId } from '@/core/knowledge/entries';
import { brokenWithout } from '@/core/knowledge/whole';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { usesOf } from '@/data/stores/uses';
import { changeOwn, changeStudio, findRepertoire, listOwn, revertOwn } from '@/data/stores/studio';
import { readEntryAside, readFileAside } from '@/platform/server/aside';
import { act } from '@/platform/server/act';
import { repertoire as shipped } from '@/repertoire';

const kind = v.picklist(editableKinds);
const id = v.pipe(v.string(), v.regex(/^[a-z][A-Za-z0-9]*$/), v.maxLength(longestId));
const mostText = 2_000_000;

export type Kept = { readonly id: string };
export type Refused = { readonly errors: readonly FileError[] };
/** A colleague has changed the entry since it was opened: what stands now, by whom, and where mine differs from it. */
export type Meanwhile = {
  readonly changedBy: string;
  readonly revision: number;
  readonly differs: readonly Difference[];
};

/** Version of the studio's own entry that the editor began with; null where there was none. */
const openedWith = v.nullable(v.pipe(v.number(), v.integer()));

/** Keeps the studio's version of an entry, written as YAML; what is wrong comes back with its line. */
export async function keepEntryText(input: unknown): Promise<Result<Kept | Refused | Meanwhile>> {
  const form = v.strictObject({
    kind,
    text: v.pipe(v.string(), v.maxLength(mostText)),
    mustBeNew: v.boolean(),
    revision: openedWith,
  });
  return act('keepEntryText', form, input, async (who, asked): Promise<Result<Kept | Refused | Meanwhile>> => {
    const { kind: of, text, mustBeNew, revision } = asked;
    const read = await readEntryAside(text, of, await listOwn(who));
    if (!read.ok) return success({ errors: read.errors });
    const { entry } = read;
    const kept = await changeOwn<Refused | Meanwhile>(who, (own) => {
      const mine = own.find((one) => one.kind === of && one.id === entry.id);
      const isTaken = mine !== undefined || shipped[of].some((one) => one.id === entry.id);
      if (mustBeNew && isTaken && differences(mine?.entry, entry).length > 0)
        return {
          refused: {
            errors: [{ line: 1, path: 'id', message: `The id "${entry.id}" is taken; choose another.` }],
          },
        };
      const differs = mine ? differences(mine.entry, entry) : [];
      if (mine && !mustBeNew && mine.revision !== revision && differs.length > 0)
        return { refused: { changedBy: mine.changedBy, revision: mine.revision, differs } };
      return { keep: [{ kind: of, id: entry.id, entry }] };
    });
    if ('refused' in kept) return success(kept.refused);
    revalidatePath('/', 'layout');
    return success({ id: entry.id });
  });
}

/** Keeps the studio's version of an entry, as the form holds it. */
export async function keepEntry(input: unknown): Promise<Result<Kept | Refused | Meanwhile>> {
  const form = v.strictObject({ kind, entry: v.looseObject({ id }), mustBeNew: v.boolean(), revision: openedWith });
  return act('keepEntry', form, input, async (_, asked): Promise<Result<Kept | Refused | Meanwhile>> => {
    const { kind: of, entry, mustBeNew, revision } = asked;
    const parsed = v.safeParse(shapeOf(of), entry);
    if (!parsed.success)
      return success({
        errors: parsed.issues.map((issue) => ({ line: 0, path: v.getDotPath(issue) ?? '', message: issue.message })),
      });
    return keepEntryText({ kind: of, text: writeEntry(entry), mustBeNew, revision });
  });
}

/**
 * Takes back the studio's version. Nothing that leads to the entry may be left hanging: the checker names what would, and what
 * clients' histories hold of an entry that only the studio has counts as well.
 */
export async function revertEntry(input: unknown): Promise<Result<null>> {
  return act('revertEntry', v.strictObject({ kind, id }), input, async (who, { kind: of, id: which }) => {
    const isShipped = shipped[of].some((one) => one.id === which);
    const uses = isShipped ? [] : await usesOf(who, of, which);
    if (uses.length > 0)
      return failure('inUse', `${listOf(uses)} of clients refer to it, so it stays. Change it instead.`, 'id');
    const result = await revertOwn(who, of, which, (own) => {
      const broken = brokenWithout(shipped, own, of, which);
      return broken.length > 0
        ? failure('inUse', `Other entries lead to it: ${listOf(broken)}. Change these first.`, 'id').error
        : undefined;
    });
    if (result.ok) revalidatePath('/', 'layout');
    return result;
  });
}

/** Sets a stance for one exercise, or lets it be as everywhere. */
export async function setExerciseStance(input: unknown): Promise<Result<null>> {
  const form = v.strictObject({ exercise: id, stance: id, choice: v.nullable(id) });
  return act('setExerciseStance', form, input, async (who, { exercise, stance, choice }) => {
    const repertoire = await findRepertoire(who);
    const known = repertoire.stances.find((one) => one.id === stance);
    if (!known || (choice !== null && !known.choices.some((one) => one.id === choice)))
      return failure('unknownStance', 'There is no such choice.', 'choice');
    const result = await changeStudio(who, ({ exerciseStances }) => {
      const { [stance]: _, ...others } = exerciseStances[exercise] ?? {};
      return success({
        exerciseStances: {
          ...exerciseStances,
          [exercise]: choice === null ? others : { ...others, [stance]: choice },
        },
      });
    });
    if (result.ok) revalidatePath('/', 'layout');
    return result;
  });
}

const fileForm = v.strictObject({ text: v.pipe(v.string(), v.maxLength(mostText, 'The file is larger than 2 MB.')) });

/** Reads a file and tells what it would change; keeps nothing. */
export async function previewFile(input: unknown): Promise<Result<ReadFile>> {
  return act('previewFile', fileForm, input, async (who, { text }) =>
    success(await readFileAside(text, await listOwn(who))),
  );
}

/** Keeps what a file brings: every new and changed entry, or nothing at all. */
export async function keepFile(input: unknown): Promise<Result<{ readonly kept: number } | Refused>> {
  return act(
    'keepFile',
    fileForm,
    input,
    async (who, { text }): Promise<Result<{ readonly kept: number } | Refused>> => {
      const read = await readFileAside(text, await listOwn(who));
      if (!read.ok) return success({ errors: read.errors });
      const wanted = read.entries.filter(({ state }) => state !== 'same');
      await changeOwn<never>(who, () => ({ keep: wanted }));
      revalidatePath('/', 'layout');
      return success({ kept: wanted.length });
    },
  );
}
