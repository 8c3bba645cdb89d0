// What can be undone and done again: states, or steps that lead back to them, oldest first.
export type History<T> = { readonly past: readonly T[]; readonly future: readonly T[] };

export const nothingDone: History<never> = { past: [], future: [] };

const most = 200;

/** Something new was done: `before` is what undoing leads back to, and nothing is left to do again. */
export const remembered = <T>({ past }: History<T>, before: T): History<T> => ({
  past: [...past, before].slice(-most),
  future: [],
});

/** One step back or forward: where it leads, and the history after it. `leave`: what leads back to here from there. */
export function travel<T>(
  { past, future }: History<T>,
  way: 'undo' | 'redo',
  leave: (to: T) => T,
): { readonly to: T; readonly history: History<T> } | undefined {
  const [from, other] = way === 'undo' ? [past, future] : [future, past];
  const to = from.at(-1);
  if (to === undefined) return undefined;
  const [rest, grown] = [from.slice(0, -1), [...other, leave(to)]];
  return { to, history: way === 'undo' ? { past: rest, future: grown } : { past: grown, future: rest } };
}

/** Without the steps that have lost what they belong to. */
export const keepSteps = <T>({ past, future }: History<T>, belongs: (step: T) => boolean): History<T> => ({
  past: past.filter(belongs),
  future: future.filter(belongs),
});
