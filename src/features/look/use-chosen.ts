'use client';

import { useState } from 'react';
import type { View } from '@/core/anatomy/positions';
import { isAllowed } from '@/core/knowledge/standings';
import { answered } from '@/core/result';
import { chooseExercise } from './actions';
import type { StartExercise, StartPage } from './read-start';

type Typed = { readonly exercise?: string; readonly level?: string; readonly view?: View | string };

/** What of an exercise goes together with what is typed: a level of it, and a side from which that is looked at. */
function fitting(exercise: StartExercise | null, typed: Typed) {
  const { levels = [] } = exercise ?? {};
  const level =
    levels.find(({ number }) => String(number) === typed.level) ??
    levels.find(({ weighed }) => isAllowed(weighed)) ??
    levels[0];
  const look = level?.looks.find(({ view }) => view === typed.view) ?? level?.looks[0];
  return exercise && level && look ? { exercise, level, look } : undefined;
}

/**
 * The exercise that stands on the page before the bench: the one it began with, or one read since. While another is on its way
 * the former still stands, `isComing`.
 */
export function useChosen({ clientId, exercise: first }: StartPage, typed: Typed) {
  const [read, setRead] = useState<Readonly<Record<string, StartExercise>>>({});
  const [shown, setShown] = useState(first?.id);
  const [failed, setFailed] = useState<string>();
  const of = (id: string | undefined) => (id === first?.id ? first : id === undefined ? null : (read[id] ?? null));

  /** Reads an exercise as it stands now; whether it could be read. */
  const ask = async (id: string): Promise<boolean> => {
    setFailed(undefined);
    const result = await answered(chooseExercise({ clientId, exercise: id }));
    if (!result.ok) {
      setFailed(result.error.message);
      return false;
    }
    setRead((before) => ({ ...before, [id]: result.value }));
    setShown(id);
    return true;
  };
  const wanted = of(typed.exercise);
  return {
    chosen: fitting(wanted ?? of(shown), typed),
    isComing: !wanted,
    shown,
    failed,
    choose: async (id: string): Promise<boolean> => {
      if (!of(id)) return ask(id);
      setShown(id);
      return true;
    },
    /** After something changed on how it stands. */
    readAgain: async (id: string): Promise<void> => {
      if (id !== first?.id) await ask(id);
    },
  };
}
