'use client';

// Whose client this is, and who else sees her until when.
import { parseDate } from '@internationalized/date';
import { UserPlus } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/result';
import type { Colleague } from '@/data/stores/shares';
import type { Sight } from '@/data/types';
import { Button } from '@/design/button';
import {
  Chip,
  Failed,
  Notice,
  Page,
  PageHead,
  Quiet,
  Row,
  Ruled,
  Section,
  Small,
  Stack,
  TextLink,
} from '@/design/layout';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { useAsking } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { giveClient, share, shareNoMore } from './share-actions';

type SeenByProps = {
  readonly id: string;
  readonly client: string;
  readonly owner: Colleague | null;
  readonly shares: readonly {
    readonly id: string;
    readonly person: Colleague;
    readonly until: string;
    readonly madeBy: string;
  }[];
  readonly people: readonly Colleague[];
  readonly sees: Sight;
  readonly maySay: boolean;
  /** As 2026-03-01. */
  readonly today: string;
};

const usualDays = 7;

const seesAll = (sees: Sight): string =>
  sees === 'all'
    ? 'Everybody who teaches in this studio sees all of its clients. A guest sees those that are shared with her.'
    : 'In this studio each instructor sees her own clients and those that are shared with her; leads see all.';

export function SeenBy(page: SeenByProps) {
  const { id, client, owner, shares, people, sees, maySay } = page;
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const run = async (work: Promise<Result<null>>) => {
    await ask(work);
    router.refresh();
  };
  const teachers = people.filter(({ role }) => role !== 'guest');
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href={`/clients/${id}`}>{client}</TextLink>
          <h1>Who sees this client</h1>
          <Quiet>{seesAll(sees)}</Quiet>
        </div>
      </PageHead>
      <Stack $gap={30} style={{ paddingTop: 20, maxWidth: 640 }}>
        <Failed>{failed}</Failed>
        {!maySay && <Notice>A lead, or whose client this is, can change it.</Notice>}
        <Section aria-label="Whose client">
          <h2>Whose client</h2>
          <div style={{ maxWidth: 320 }}>
            <Picker
              label="Looked after by"
              value={owner?.id ?? ''}
              isDisabled={!maySay || busy}
              choices={[
                ...(owner ? [] : [{ id: '', name: 'nobody yet' }]),
                ...teachers.map(({ id: person, name }) => ({ id: person, name })),
              ]}
              onChange={(person) => {
                if (person && person !== owner?.id) void run(giveClient({ id, person }));
              }}
            />
          </div>
        </Section>
        <Section aria-label="Shared with">
          <h2>Shared for a time</h2>
          {shares.length === 0 ? (
            <Quiet>With nobody. A colleague who covers for a week, or a guest, is added below.</Quiet>
          ) : (
            <Ruled>
              {shares.map(({ id: own, person, until, madeBy }) => (
                <li key={own} data-shared={person.name}>
                  <Row style={{ justifyContent: 'space-between' }}>
                    <div>
                      <Row $gap={10}>
                        <strong>{person.name}</strong>
                        {person.role === 'guest' && <Chip>guest: reads only</Chip>}
                      </Row>
                      <Small>
                        until {until}; shared by {madeBy}
                      </Small>
                    </div>
                    {maySay && (
                      <Button
                        $look="quiet"
                        isDisabled={busy}
                        aria-label={`Share with ${person.name} no longer`}
                        onPress={() => void run(shareNoMore({ id, share: own }))}
                      >
                        No longer
                      </Button>
                    )}
                  </Row>
                </li>
              ))}
            </Ruled>
          )}
        </Section>
        {maySay && <Share page={page} />}
      </Stack>
    </Page>
  );
}

function Share({ page: { id, owner, people, today } }: { readonly page: SeenByProps }) {
  const router = useRouter();
  const once = useOnce();
  const { busy, failed, ask } = useAsking();
  const others = people.filter((one) => one.id !== owner?.id && one.role !== 'lead');
  const [chosen, setChosen] = useState<string>();
  const [until, setUntil] = useState(() => parseDate(today).add({ days: usualDays }).toString());
  const person = others.find((one) => one.id === chosen) ?? others[0];
  if (!person) return <Quiet>Nobody else works here to share with: leads see every client already.</Quiet>;
  const go = async () => {
    if (!(await ask(share({ id, share: once.id(), person: person.id, until }))).ok) return;
    once.kept();
    router.refresh();
  };
  return (
    <Section aria-label="Share">
      <h2>Share with</h2>
      <Row $gap={16} style={{ alignItems: 'end' }}>
        <div style={{ width: 260 }}>
          <Picker
            label="Whom"
            value={person.id}
            choices={others.map(({ id: own, name, role }) => ({
              id: own,
              name: role === 'guest' ? `${name} (guest)` : name,
            }))}
            onChange={setChosen}
          />
        </div>
        <PlainField label="Until the end of" type="date" value={until} onChange={setUntil} />
        <Button $look="main" isDisabled={busy || until === ''} onPress={() => void go()}>
          <UserPlus size={18} aria-hidden />
          Share
        </Button>
      </Row>
      <Failed>{failed}</Failed>
    </Section>
  );
}
