import type { ReactNode } from 'react';
import { findStudio } from '@/data/stores/studio';
import { RoleProvider } from '@/platform/browser/role';
import { requireWho } from '@/platform/server/session';
import { ReadyOffline } from './offline';
import { TopBar } from './top-bar';

/** What stands round every page of a signed-in instructor. */
export async function StudioFrame({ children }: { children: ReactNode }) {
  const who = await requireWho();
  const studio = await findStudio(who);
  return (
    <RoleProvider isGuest={who.role === 'guest'}>
      {who.role !== 'guest' && <ReadyOffline />}
      <TopBar studio={studio.name} name={who.name} reader={who.role} />
      {children}
    </RoleProvider>
  );
}
