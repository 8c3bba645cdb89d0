'use client';

import { useCallback, useRef } from 'react';
import { v7 as newId } from 'uuid';

/** An id for what a form makes: the same however often the form is sent, a fresh one once it was kept. */
export function useOnce(): { readonly id: () => string; readonly kept: () => void } {
  const held = useRef<string>(undefined);
  const id = useCallback(() => (held.current ??= newId()), []);
  const kept = useCallback(() => {
    held.current = undefined;
  }, []);
  return { id, kept };
}
