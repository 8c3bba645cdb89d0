'use client';

import { useCallback, useState } from 'react';
import { answered } from '@/core/result';
import type { Result } from '@/core/result';

export type Asking = {
  readonly busy: boolean;
  /** What went wrong, in words for the person who asked. */
  readonly failed: string | undefined;
  readonly setFailed: (words: string | undefined) => void;
  /** Asks an action. `left`: what became of what was entered, told where no answer comes. */
  readonly ask: <T>(asked: Promise<Result<T>>, left?: string) => Promise<Result<T>>;
};

/** What becomes of a form while no answer comes. */
export const typedStays = 'What you typed stays here; try again in a moment.';

/** A message without the path that it began with: it stands where it is about. */
export const withoutPath = (message: string): string => message.replace(/^[\w.]+: /, '');

/** The field of a form that a failure is about, by the last name of its path. */
export const fieldAt = <T extends string>(fields: readonly T[], path: string): T | undefined =>
  fields.find((name) => name === path.split('.').at(-1));

/** The one way to call an action from a screen: whether it is under way, and what went wrong. */
export function useAsking(): Asking {
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState<string>();
  const ask = useCallback(async <T>(asked: Promise<Result<T>>, left?: string): Promise<Result<T>> => {
    setBusy(true);
    setFailed(undefined);
    const result = await answered(asked, left);
    setBusy(false);
    if (!result.ok) setFailed(withoutPath(result.error.message));
    return result;
  }, []);
  return { busy, failed, setFailed, ask };
}
