'use client';

import { Search } from 'lucide-react';
import Form from 'next/form';
import Link from 'next/link';
import styled from 'styled-components';
import { Button, ButtonLink } from '@/design/button';
import { CautionChips } from '@/design/cautions';
import { Page, PageHead, Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { ForTeachers, useIsGuest } from '@/platform/browser/role';
import type { ClientsPage } from './read';

const Line = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 28px;
  padding: 14px 0;
  border-top: 1px solid var(--rule);
  a {
    font-size: 1.18rem;
    text-decoration: none;
    overflow-wrap: anywhere;
  }
  a:hover {
    text-decoration: underline;
    text-underline-offset: 4px;
  }
  @media (max-width: 620px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Find = styled(Form)`
  display: flex;
  gap: 8px;
  padding: 18px 0;
  max-width: 460px;
  input {
    flex: 1;
    min-width: 0;
    min-height: 46px;
    padding: 9px 13px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    background: var(--panel);
  }
`;

/** Why there is nobody on the list. */
function nobody(search: string, isGuest: boolean): { readonly head: string; readonly more: string } {
  if (search) return { head: `Nobody called “${search}”`, more: 'Part of a name is enough.' };
  return isGuest
    ? { head: 'Nobody is shared with you', more: 'Whoever asked you in shares a client with you for a time.' }
    : { head: 'No clients yet', more: 'Write down the first one: a name is all it takes.' };
}

export function Clients({ lines, total, search, page, pages }: ClientsPage) {
  const { head, more } = nobody(search, useIsGuest());
  const to = (wanted: number) =>
    `/clients?${new URLSearchParams({ ...(search ? { find: search } : {}), page: String(wanted) })}`;
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Clients</h1>
        </div>
        <ForTeachers>
          <Row>
            <ButtonLink href="/clients/files">As a table</ButtonLink>
            <ButtonLink href="/clients/new" $look="main">
              New client
            </ButtonLink>
          </Row>
        </ForTeachers>
      </PageHead>
      <Find action="/clients" role="search">
        <input name="find" type="search" defaultValue={search} aria-label="Find by name" placeholder="Find by name" />
        <Button type="submit" aria-label="Find">
          <Search size={19} aria-hidden />
        </Button>
      </Find>
      {lines.length === 0 ? (
        <Stack style={{ padding: '24px 0', maxWidth: 520 }}>
          <h2>{head}</h2>
          <Quiet>{more}</Quiet>
          {search && <TextLink href="/clients">Show everyone</TextLink>}
        </Stack>
      ) : (
        <ul aria-label="Clients">
          {lines.map(({ id, name, goal, cautions }) => (
            <Line key={id}>
              <Stack $gap={2}>
                <h2>
                  <Link prefetch={false} href={`/clients/${id}`}>
                    {name}
                  </Link>
                </h2>
                <Quiet>{goal}</Quiet>
              </Stack>
              <CautionChips cautions={cautions} />
            </Line>
          ))}
        </ul>
      )}
      {pages > 1 && (
        <Row as="nav" aria-label="Pages" style={{ paddingTop: 18 }}>
          {page > 1 && <ButtonLink href={to(page - 1)}>Before</ButtonLink>}
          <Small>
            {page} of {pages}, {total} in all
          </Small>
          {page < pages && <ButtonLink href={to(page + 1)}>After</ButtonLink>}
        </Row>
      )}
    </Page>
  );
}
