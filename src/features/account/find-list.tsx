'use client';

// Anything by a few letters: clients, exercises, cues and pages in one list; arrows choose, Enter goes there.
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import {
  Autocomplete,
  Header,
  Input,
  ListBox,
  ListBoxItem,
  ListBoxSection,
  SearchField,
  Text,
} from 'react-aria-components';
import styled from 'styled-components';
import type { Hit } from '@/core/knowledge/finding';
import { answered } from '@/core/result';
import { Failed } from '@/design/layout';
import { areas, mayOpen } from './areas';
import type { Reader } from './areas';
import { findAnything } from './find-action';
import type { Found } from './find-action';

const Search = styled(SearchField)`
  position: sticky;
  top: 0;
  z-index: 1;
  input {
    width: 100%;
    min-height: 52px;
    padding: 8px 16px;
    font-size: 1.1rem;
    border: 1.5px solid var(--rule-strong);
    border-radius: 13px;
    background: var(--panel);
  }
`;

const List = styled(ListBox<Group>)`
  min-height: 240px;
  outline: none;
  && section {
    display: block;
    padding: 0;
  }
  header {
    display: block;
    color: var(--quiet);
    font-size: 0.86rem;
    padding: 12px 12px 4px;
  }
  .item {
    display: grid;
    min-height: 44px;
    align-content: center;
    padding: 6px 12px;
    border-radius: 10px;
    cursor: pointer;
    outline: none;
    color: inherit;
    text-decoration: none;
  }
  .item[data-focused],
  .item[data-hovered] {
    background: var(--info-tint);
  }
  .item [slot='description'] {
    color: var(--quiet);
    font-size: 0.88rem;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
`;

type Line = { readonly href: string; readonly name: string; readonly about: string };
type Group = { readonly name: string; readonly lines: readonly Line[] };

const hrefOf = ({ kind, id, exercise }: Hit): string =>
  kind === 'exercise'
    ? `/repertoire/${id}`
    : kind === 'cue'
      ? `/repertoire/${exercise ?? ''}`
      : kind === 'prop'
        ? '/repertoire/props'
        : '/repertoire/glossary';

const kindNames = { exercise: 'Exercises', cue: 'Cues', prop: 'Props', term: 'Words' } as const;

/** Pages whose name begins with what was typed; all of them before anything is. */
function pagesFor(text: string, reader: Reader): Line[] {
  const asked = text.trim().toLowerCase();
  return areas.flatMap(({ name: area, pages }) =>
    pages
      .filter((page) => mayOpen(page, reader))
      .filter(({ name }) =>
        `${name} ${area}`
          .toLowerCase()
          .split(' ')
          .some((word) => word.startsWith(asked)),
      )
      .map(({ href, name }) => ({ href, name, about: area === name ? '' : area })),
  );
}

function groupsOf(text: string, found: Found, reader: Reader): Group[] {
  const clients = found.clients.map(({ id, name }): Line => ({ href: `/clients/${id}`, name, about: '' }));
  const of = (kind: Hit['kind']): Line[] =>
    found.hits
      .filter((hit) => hit.kind === kind)
      .map((hit) => ({ href: hrefOf(hit), name: hit.name, about: hit.about }));
  return [
    { name: 'Clients', lines: clients },
    { name: kindNames.exercise, lines: of('exercise') },
    { name: 'Pages', lines: pagesFor(text, reader) },
    { name: kindNames.cue, lines: of('cue') },
    { name: kindNames.prop, lines: of('prop') },
    { name: kindNames.term, lines: of('term') },
  ].filter(({ lines }) => lines.length > 0);
}

const patienceMs = 160;
const nothing: Found = { clients: [], hits: [] };

export function FindList({ reader, onGone }: { readonly reader: Reader; readonly onGone: () => void }) {
  const router = useRouter();
  const [text, setText] = useState('');
  const [found, setFound] = useState<{ readonly text: string; readonly found: Found }>();
  const [failed, setFailed] = useState<string>();
  const wanted = text.trim();
  useEffect(() => {
    if (!wanted) return;
    let isOver = false;
    const timer = setTimeout(() => {
      void answered(findAnything(wanted)).then((told) => {
        if (isOver) return;
        setFailed(told.ok ? undefined : told.error.message);
        if (told.ok) setFound({ text: wanted, found: told.value });
      });
    }, patienceMs);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [wanted]);
  const groups = groupsOf(text, wanted ? (found?.found ?? nothing) : nothing, reader);
  return (
    <>
      <Failed>{failed}</Failed>
      <Autocomplete inputValue={text} onInputChange={setText}>
        <Search aria-label="Find a client, an exercise, a cue or a page" autoFocus>
          <Input placeholder="A few letters: a client, an exercise, a cue, a page" />
        </Search>
        <List
          aria-label="Found"
          items={groups}
          onAction={(href) => {
            onGone();
            router.push(String(href).replace(/^\w+ \d+ /, ''));
          }}
          renderEmptyState={() => (
            <p style={{ padding: 14 }}>{found?.text === wanted ? 'Nothing here begins so.' : 'Looking…'}</p>
          )}
        >
          {({ name, lines }: Group) => (
            <ListBoxSection id={name}>
              <Header>{name}</Header>
              {lines.map((line, i) => (
                <ListBoxItem
                  key={`${i} ${line.href}`}
                  id={`${name} ${i} ${line.href}`}
                  textValue={line.name}
                  className="item"
                >
                  <Text slot="label">{line.name}</Text>
                  {line.about && <Text slot="description">{line.about}</Text>}
                </ListBoxItem>
              ))}
            </ListBoxSection>
          )}
        </List>
      </Autocomplete>
    </>
  );
}
