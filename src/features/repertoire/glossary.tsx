'use client';

import { useState } from 'react';
import styled from 'styled-components';
import type { Term } from '@/core/knowledge/entries';
import { Page, PageHead, Quiet, Small, TextLink } from '@/design/layout';
import { PlainField } from '@/design/plain-field';

const Words = styled.dl`
  columns: 2 380px;
  column-gap: 48px;
  padding-top: 18px;
  div {
    break-inside: avoid;
    border-top: 1px solid var(--rule);
    padding: 12px 0;
  }
  dt {
    font-weight: 650;
  }
`;

/** Technical and plain words side by side. */
export function Glossary({ terms }: { terms: readonly Term[] }) {
  const [search, setSearch] = useState('');
  const words = search.trim().toLowerCase();
  const shown = [...terms]
    .sort((a, b) => a.term.localeCompare(b.term))
    .filter(({ term, plain, meaning, also }) =>
      [term, plain, meaning, ...also].some((text) => text.toLowerCase().includes(words)),
    );
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/repertoire">Repertoire</TextLink>
          <h1>Glossary</h1>
          <Quiet>The word a colleague uses, and the one a client understands.</Quiet>
        </div>
      </PageHead>
      <div style={{ maxWidth: 360, paddingTop: 18 }}>
        <PlainField label="Find" type="search" value={search} onChange={setSearch} />
      </div>
      {shown.length === 0 ? (
        <Quiet style={{ paddingTop: 24 }}>No word like that here.</Quiet>
      ) : (
        <Words>
          {shown.map(({ id, term, plain, meaning, also }) => (
            <div key={id} id={id}>
              <dt>
                {term} <Small>· {plain}</Small>
              </dt>
              <dd>
                {meaning} {also.length > 0 && <Small>Also: {also.join(', ')}.</Small>}
              </dd>
            </div>
          ))}
        </Words>
      )}
    </Page>
  );
}
