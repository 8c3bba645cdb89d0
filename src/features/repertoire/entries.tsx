'use client';

import { Plus } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { editableKinds } from '@/core/knowledge/own-entries';
import type { EditableKind } from '@/core/knowledge/own-entries';
import { ButtonLink } from '@/design/button';
import { Chip, Page, PageHead, Quiet, Row, Ruled, Small, TextLink } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { scratch } from './blank';
import type { EntryLine } from './read';
import { ownWords } from './words';
import { OneOf, optionsOf } from '@/design/choice';
import { Tick } from '@/design/tick';

const Line = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 4px 16px;
  align-items: center;
  @media (max-width: 620px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const kindWords: Readonly<Record<EditableKind, string>> = {
  exercises: 'Exercises',
  faults: 'Faults',
  corrections: 'Corrections',
  props: 'Props',
  sequences: 'Orders',
};

/** Every entry that the studio may write its own version of. */
export function Entries({ lines }: { lines: readonly EntryLine[] }) {
  const [kind, setKind] = useState<EditableKind>('exercises');
  const [search, setSearch] = useState('');
  const [ownOnly, setOwnOnly] = useState(false);
  const words = search.trim().toLowerCase();
  const shown = lines.filter(
    (line) =>
      line.kind === kind &&
      (!ownOnly || (line.own && line.own !== 'same')) &&
      [line.name, line.plain, line.id].some((text) => text.toLowerCase().includes(words)),
  );
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/repertoire">Repertoire</TextLink>
          <h1>The studio’s own versions</h1>
          <Quiet>
            What ships stays underneath: a version of your own lies over it, shows what differs, and can be taken back.
          </Quiet>
        </div>
        <ButtonLink href={`/repertoire/entries/exercises/${scratch}?copy=yes`} $look="main">
          <Plus size={17} aria-hidden />
          New exercise
        </ButtonLink>
      </PageHead>
      <div style={{ padding: '16px 0' }}>
        <OneOf
          label="Kind"
          chosen="main"
          gap={8}
          options={optionsOf(editableKinds, kindWords)}
          value={kind}
          onChange={setKind}
        />
      </div>
      <Row $gap={16} style={{ alignItems: 'end' }}>
        <div style={{ width: 320 }}>
          <PlainField label="Find" type="search" value={search} onChange={setSearch} />
        </div>
        <Tick isOn={ownOnly} onChange={setOwnOnly}>
          Own versions only
        </Tick>
      </Row>
      <Ruled style={{ paddingTop: 16 }} aria-label={kindWords[kind]}>
        {shown.map(({ id, name, plain, own }) => (
          <Line key={id} data-entry={id}>
            <div>
              <TextLink href={`/repertoire/entries/${kind}/${id}`} style={{ minHeight: 30 }}>
                {name}
              </TextLink>
              <br />
              <Small>{plain}</Small>
            </div>
            {own && own !== 'same' ? <Chip $tone="info">{ownWords[own]}</Chip> : <span />}
            <ButtonLink href={`/repertoire/entries/${kind}/${id}?copy=yes`} aria-label={`A new one from ${name}`}>
              <Plus size={17} aria-hidden />
              New from this
            </ButtonLink>
          </Line>
        ))}
        {shown.length === 0 && (
          <li>
            <Quiet>{ownOnly ? 'No own version of this kind yet.' : 'Nothing fits that word.'}</Quiet>
          </li>
        )}
      </Ruled>
    </Page>
  );
}
