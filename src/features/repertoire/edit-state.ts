// An entry being edited, with everything that can be undone. Pure.
import { nothingDone, remembered, travel } from '@/core/history';
import type { History } from '@/core/history';
import type { Exercise, ExerciseEntry } from '@/core/knowledge/entries';

export type Edit = History<unknown> & {
  readonly now: unknown;
  /** What the last change was about: changes of the same thing in a row are one step. */
  readonly about: string;
};

export type EditAct =
  { readonly do: 'set'; readonly about: string; readonly entry: unknown } | { readonly do: 'undo' | 'redo' };

export const openEdit = (entry: unknown): Edit => ({ now: entry, ...nothingDone, about: '' });

export function edit(state: Edit, act: EditAct): Edit {
  switch (act.do) {
    case 'set':
      if (act.entry === state.now) return state;
      return act.about === state.about && act.about !== ''
        ? { ...state, now: act.entry, future: [] }
        : { now: act.entry, ...remembered(state, state.now), about: act.about };
    case 'undo':
    case 'redo': {
      const gone = travel(state, act.do, () => state.now);
      return gone ? { now: gone.to, ...gone.history, about: '' } : state;
    }
  }
}

/** `pelvis: hip bones level` a line → set-up checks; lines without a block are given to the last one named. */
export function readChecks<B extends string>(
  text: string,
  blocks: readonly B[],
  fallback: B,
): { block: B; check: string }[] {
  let last = fallback;
  return text.split('\n').flatMap((line) => {
    const trimmed = line.trim();
    if (!trimmed) return [];
    const [head = '', ...rest] = trimmed.split(':');
    const block = blocks.find((one) => one === head.trim().toLowerCase());
    if (block && rest.length > 0) {
      last = block;
      return [{ block, check: rest.join(':').trim() }];
    }
    return [{ block: last, check: trimmed }];
  });
}

/** Checks as they were typed, each for the starts that it was for while it stood there in the same words. */
export const keepStarts = (typed: Exercise['setUp'], before: Exercise['setUp']): Exercise['setUp'] =>
  typed.map((one) => before.find(({ block, check }) => block === one.block && check === one.check) ?? one);

export const writeChecks = (checks: readonly { readonly block: string; readonly check: string }[]): string =>
  checks.map(({ block, check }) => `${block}: ${check}`).join('\n');

/** One a line; empty lines are left out. */
export const readLines = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

export type FormEntry = NonNullable<ExerciseEntry['forms']>[number];

/** An exercise with another in the place of one of its ways. */
export const formPut = (entry: ExerciseEntry, at: number, form: FormEntry): ExerciseEntry => ({
  ...entry,
  forms: (entry.forms ?? []).map((one, i) => (i === at ? form : one)),
});

/** An exercise with one more way, whose id no other has. */
export function formAdded(entry: ExerciseEntry): ExerciseEntry {
  const forms = entry.forms ?? [];
  let number = forms.length + 1;
  while (forms.some(({ id }) => id === `way${number}`)) number += 1;
  return { ...entry, forms: [...forms, { id: `way${number}`, name: 'Another way', change: 'What changes.' }] };
}
