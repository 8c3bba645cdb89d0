'use client';

import { useAsking } from '@/platform/browser/asking';
import { useRouter } from 'next/navigation';
import { Notice, Page, PageHead, Quiet, TextLink } from '@/design/layout';
import { StanceTable } from '@/design/stance-table';
import type { StanceChoice } from '@/design/stance-table';
import { setClientStance } from './actions';

export type StancesPage = {
  readonly client: { readonly id: string; readonly name: string };
  readonly otherwiseOf: string;
  readonly stances: readonly StanceChoice[];
  readonly set: Readonly<Record<string, string>>;
};

/** This client's own way on single points, over the school or studio. */
export function ClientStances({ page: { client, otherwiseOf, stances, set } }: { page: StancesPage }) {
  const router = useRouter();
  const { failed, ask } = useAsking();
  const change = async (stance: string, choice: string | null) => {
    await ask(setClientStance({ clientId: client.id, stance, choice }));
    router.refresh();
  };
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href={`/clients/${client.id}`}>{client.name}</TextLink>
          <h1>Stances</h1>
          <Quiet>Targets, cues, breath and faults follow these for this client alone.</Quiet>
        </div>
      </PageHead>
      {failed && (
        <Notice $tone="out" role="alert" style={{ marginTop: 14 }}>
          {failed}
        </Notice>
      )}
      <div style={{ paddingTop: 16 }}>
        <h2 style={{ paddingBottom: 12 }}>Points on which schools differ</h2>
        <StanceTable
          stances={stances}
          set={set}
          otherwiseOf={otherwiseOf}
          onSet={(stance, choice) => void change(stance, choice)}
        />
      </div>
    </Page>
  );
}
