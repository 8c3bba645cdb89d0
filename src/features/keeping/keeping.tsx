'use client';

// How long what is kept; what is older is listed here, and goes when a lead says so.
import { Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ReactNode } from 'react';
import type { Due, Keeping } from '@/data/stores/keeping';
import { Button } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Failed, Page, PageHead, Quiet, Row, Ruled, Section, Small, Stack, TextLink } from '@/design/layout';
import { Picker } from '@/design/picker';
import { useAsking } from '@/platform/browser/asking';
import { keepFor, letDueGo } from './actions';

type KeepingPage = Omit<Due, 'clients'> & {
  readonly clients: readonly { readonly id: string; readonly name: string; readonly last: string }[];
};

const spans: Readonly<Record<keyof Keeping, readonly number[]>> = {
  pictures: [3, 6, 12, 24, 60],
  clients: [12, 24, 36, 60, 120],
  record: [12, 24, 36, 60, 120],
};
const inWords = (months: number): string =>
  months % 12 === 0 ? (months === 12 ? 'a year' : `${months / 12} years`) : `${months} months`;
const choicesOf = (kind: keyof Keeping, now: number | null) => [
  { id: 'good', name: 'for good' },
  ...[...new Set([...spans[kind], ...(now === null ? [] : [now])])]
    .sort((a, b) => a - b)
    .map((months) => ({ id: String(months), name: inWords(months) })),
];

const names: Readonly<Record<keyof Keeping, { readonly head: string; readonly about: string }>> = {
  pictures: { head: 'Pictures', about: 'after they were taken; what was measured in them stays' },
  clients: { head: 'Clients, with everything', about: 'after the last time that anything was done with them' },
  record: { head: 'Lines of the record', about: 'after they were written' },
};

export function KeepingOf(page: KeepingPage) {
  const { keeping, pictures, clients, record } = page;
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const set = async (kind: keyof Keeping, months: number | null) => {
    await ask(keepFor({ ...keeping, [kind]: months }));
    router.refresh();
  };
  const count = pictures.reduce((sum, one) => sum + one.count, 0);
  const part = (kind: keyof Keeping, due: number, list: ReactNode) => (
    <Part
      key={`${kind} ${keeping[kind]}`}
      kind={kind}
      months={keeping[kind]}
      due={due}
      listed={kind === 'clients' ? clients.map(({ id }) => id) : []}
      isBusy={busy}
      onSet={(months) => void set(kind, months)}
    >
      {list}
    </Part>
  );
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/studio">Studio</TextLink>
          <h1>How long things are kept</h1>
          <Quiet>
            What is older than the rule is listed here, and goes when you say so. How long must be kept what is for the
            law of your place to say.
          </Quiet>
        </div>
      </PageHead>
      <Stack $gap={36} style={{ paddingTop: 20, maxWidth: 680 }}>
        <Failed>{failed}</Failed>
        {part(
          'pictures',
          count,
          pictures.map(({ clientId, name, count: own }) => (
            <li key={clientId}>
              <TextLink href={`/clients/${clientId}?part=looks`}>{name}</TextLink>{' '}
              <Small>
                {own} {own === 1 ? 'picture' : 'pictures'}
              </Small>
            </li>
          )),
        )}
        {part(
          'clients',
          clients.length,
          clients.map(({ id, name, last }) => (
            <li key={id}>
              <TextLink href={`/clients/${id}`}>{name}</TextLink> <Small>last on {last}</Small>
            </li>
          )),
        )}
        {part('record', record, null)}
      </Stack>
    </Page>
  );
}

type PartProps = {
  readonly kind: keyof Keeping;
  readonly months: number | null;
  readonly due: number;
  readonly listed: readonly string[];
  readonly isBusy: boolean;
  readonly onSet: (months: number | null) => void;
  readonly children: ReactNode;
};

function Part({ kind, months, due, listed, isBusy, onSet, children }: PartProps) {
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const [isSure, setSure] = useState(false);
  const { head, about } = names[kind];
  const go = async () => {
    if (!(await ask(letDueGo({ kind, listed: [...listed] }))).ok) return;
    setSure(false);
    router.refresh();
  };
  return (
    <Section aria-label={head}>
      <h2>{head}</h2>
      <Row $gap={14}>
        <div style={{ width: 180 }}>
          <Picker
            label={`${head}: kept`}
            isLabelled
            value={months === null ? 'good' : String(months)}
            isDisabled={isBusy}
            choices={choicesOf(kind, months)}
            onChange={(id) => onSet(id === 'good' ? null : Number(id))}
          />
        </div>
        <Small>{about}</Small>
      </Row>
      {months !== null && (
        <Stack $gap={12}>
          {due === 0 ? <Quiet>Nothing is older than that.</Quiet> : <Ruled>{children}</Ruled>}
          {due > 0 && (
            <Row>
              <Button onPress={() => setSure(true)}>
                <Trash2 size={18} aria-hidden />
                Let {due} go
              </Button>
            </Row>
          )}
        </Stack>
      )}
      <Dialog isOpen={isSure} title={`${head}: let ${due} go?`} onClose={() => setSure(false)}>
        <Stack $gap={16}>
          <span>They do not come back. Backups made before still hold them until they are thinned out.</span>
          <Failed>{failed}</Failed>
          <Row>
            <Button $look="main" isDisabled={busy} onPress={() => void go()}>
              Let them go
            </Button>
            <Button $look="quiet" onPress={() => setSure(false)}>
              Leave it
            </Button>
          </Row>
        </Stack>
      </Dialog>
    </Section>
  );
}
