'use client';

// Who looks at a page: what only those who teach may do is not shown to a guest. The server refuses it all the same.
import { createContext, useContext } from 'react';
import type { ReactNode } from 'react';

const Guest = createContext(false);

export const RoleProvider = ({ isGuest, children }: { readonly isGuest: boolean; readonly children: ReactNode }) => (
  <Guest value={isGuest}>{children}</Guest>
);

export const useIsGuest = (): boolean => useContext(Guest);

export const ForTeachers = ({ children }: { readonly children: ReactNode }) => (useIsGuest() ? null : children);
