// An entry being edited, with everything that can be undone. Pure.
export type Edit = {
  readonly now: unknown;
  readonly past: readonly unknown[];
  readonly future: readonly unknown[];
  /** What the last change was about: changes of the same thing in a row are one step. */
  readonly about: string;
};

export type EditAct =
  | { readonly do: 'set'; readonly about: string; readonly entry: unknown }
  | { readonly do: 'undo' }
  | { readonly do: 'redo' };

export const openEdit = (entry: unknown): Edit => ({ now: entry, past: [], future: [], about: '' });

const most = 200;

export function edit(state: Edit, act: EditAct): Edit {
  switch (act.do) {
    case 'set':
      if (act.entry === state.now) return state;
      return act.about === state.about && act.about !== ''
        ? { ...state, now: act.entry, future: [] }
        : { now: act.entry, past: [...state.past, state.now].slice(-most), future: [], about: act.about };
    case 'undo': {
      const before = state.past.at(-1);
      if (before === undefined) return state;
      return { now: before, past: state.past.slice(0, -1), future: [state.now, ...state.future], about: '' };
    }
    case 'redo': {
      const [next, ...rest] = state.future;
      if (next === undefined) return state;
      return { now: next, past: [...state.past, state.now], future: rest, about: '' };
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

export const writeChecks = (checks: readonly { readonly block: string; readonly check: string }[]): string =>
  checks.map(({ block, check }) => `${block}: ${check}`).join('\n');

/** One a line; empty lines are left out. */
export const readLines = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
