'use client';

import { createContext, useContext } from 'react';
import type { ReactNode } from 'react';
import type { Repertoire } from '@/core/knowledge/entries';

const InForce = createContext<Repertoire | undefined>(undefined);

/** The studio's repertoire, or the part of it that a page needs, for what runs in the browser. */
export function RepertoireProvider({ value, children }: { readonly value: Repertoire; readonly children: ReactNode }) {
  return <InForce.Provider value={value}>{children}</InForce.Provider>;
}

/** The repertoire that the page was given; a page without one is a bug. */
export function useRepertoire(): Repertoire {
  const found = useContext(InForce);
  if (!found) throw new Error('this page was given no repertoire');
  return found;
}
