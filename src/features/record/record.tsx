'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { Button, ButtonLink } from '@/design/button';
import { Notice, Page, PageHead, Quiet, Row, Small, TextLink } from '@/design/layout';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';

type Line = {
  readonly id: string;
  readonly when: string;
  readonly person: string;
  readonly kind: string;
  readonly what: string;
  readonly client: { readonly id: string; readonly name: string } | null;
  readonly was: string;
  readonly became: string;
};
type Asked = { readonly client: string; readonly person: string; readonly kind: string; readonly find: string };
export type RecordPage = {
  readonly studio: string;
  readonly rows: readonly Line[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
  readonly asked: Asked;
  /** The one client whose record is read. */
  readonly client: string | null;
  readonly people: readonly { readonly id: string; readonly name: string }[];
};

const kinds = [
  { id: '', name: 'everything' },
  { id: 'looked', name: 'looks' },
  { id: 'client', name: 'clients’ cards' },
  { id: 'condition', name: 'conditions and clearances' },
  { id: 'overrule', name: 'overrules' },
  { id: 'stop', name: 'stop signs' },
  { id: 'intake', name: 'intake forms' },
  { id: 'paper', name: 'papers' },
  { id: 'export', name: 'what was taken out' },
  { id: 'signIn', name: 'sign-ins' },
  { id: 'people', name: 'people' },
  { id: 'erased', name: 'erased' },
];

const Lines = styled.ol`
  li {
    display: grid;
    grid-template-columns: 150px minmax(0, 170px) minmax(0, 1fr);
    gap: 2px 20px;
    align-items: baseline;
    padding: 8px 0;
    border-top: 1px solid var(--rule);
    overflow-wrap: anywhere;
  }
  .more {
    grid-column: 3;
    color: var(--quiet);
    font-size: 0.92rem;
  }
  @media (max-width: 620px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
    .more {
      grid-column: 1;
    }
  }
`;

const Filters = styled.form`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 14px;
  align-items: end;
  padding: 20px 0;
`;

const hrefOf = (asked: Asked, page: number): string => {
  const given = Object.entries({ ...asked, page: page > 1 ? String(page) : '' }).filter(([, value]) => value);
  return `/studio/record?${new URLSearchParams(given)}`;
};

/** Who looked at what is kept of clients, and who changed it; for the lead. */
export function TheRecord({ page }: { readonly page: RecordPage | null }) {
  if (!page)
    return (
      <Page>
        <PageHead>
          <h1>Who looked, who changed</h1>
        </PageHead>
        <Notice style={{ marginTop: 16 }}>A lead instructor reads the record.</Notice>
      </Page>
    );
  return <Whole {...page} />;
}

function Whole({ studio, rows, total, page, pages, asked, client, people }: RecordPage) {
  const router = useRouter();
  const [find, setFind] = useState(asked.find);
  const go = (change: Partial<Asked>) => router.push(hrefOf({ ...asked, ...change }, 1));
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/studio">{studio}</TextLink>
          <h1>Who looked, who changed</h1>
          <Quiet>
            Written together with each change. Nobody can alter it from here. A look is noted once a day for each person
            and client.
          </Quiet>
        </div>
      </PageHead>
      <Filters
        onSubmit={(event) => {
          event.preventDefault();
          go({ find });
        }}
      >
        <Picker label="What" value={asked.kind} choices={kinds} onChange={(kind) => go({ kind })} />
        <Picker
          label="Who"
          value={asked.person}
          choices={[{ id: '', name: 'everybody' }, ...people]}
          onChange={(person) => go({ person })}
        />
        <PlainField label="Words in it" value={find} onChange={setFind} />
        <Row>
          <Button type="submit">Find</Button>
          {asked.client && (
            <Button $look="quiet" onPress={() => go({ client: '' })}>
              {client ? `Not only ${client}` : 'All clients'}
            </Button>
          )}
        </Row>
      </Filters>
      <Small>
        {total === 0
          ? 'Nothing of that kind is on record.'
          : `${total} ${total === 1 ? 'line' : 'lines'}, newest first`}
      </Small>
      <Lines aria-label="The record">
        {rows.map(({ id, when, person, kind, what, client: of, was, became }) => (
          <li key={id} data-kind={kind}>
            <Small>{when}</Small>
            <strong>{person}</strong>
            <span>
              {what}
              {of && (
                <>
                  {' · '}
                  <TextLink href={hrefOf({ ...asked, client: of.id }, 1)}>{of.name}</TextLink>
                </>
              )}
            </span>
            {was && <span className="more">before: {was}</span>}
            {became && <span className="more">after: {became}</span>}
          </li>
        ))}
      </Lines>
      <Row style={{ padding: '18px 0' }}>
        {page > 1 && <ButtonLink href={hrefOf(asked, page - 1)}>Newer</ButtonLink>}
        {page < pages && <ButtonLink href={hrefOf(asked, page + 1)}>Older</ButtonLink>}
      </Row>
    </Page>
  );
}
