'use client';

import { keysOf } from '@/core/keyed';
import { Search } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { Part } from '@/design/part';
import styled from 'styled-components';
import { isAllowed } from '@/core/knowledge/standings';
import { directions, families, regions } from '@/core/knowledge/kinds';
import { apparatuses } from '@/core/knowledge/load-tags';
import { positions } from '@/core/anatomy/positions';
import { ClientPicker } from '@/design/client-picker';
import { findClientNames } from '@/platform/server/client-names';
import { Chip, Notice, Page, PageHead, Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { Picker } from '@/design/picker';
import { StandingChip } from '@/design/standing';
import { apparatusNames, positionNames } from '@/design/words';
import { deferring } from '@/repertoire/words';
import type { BrowseLine, BrowsePage } from './read';
import { startsWithWords } from './starts-with';
import { familyNames, ownWords } from './words';
import { directionNames, regionNames } from '@/core/knowledge/kinds';
import { Tick } from '@/design/tick';

const Filters = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(146px, 1fr));
  gap: 12px;
  padding: 20px 0 6px;
  align-items: end;
`;

const Find = styled.label`
  display: grid;
  gap: 5px;
  font-weight: 600;
  font-size: 0.94rem;
  input {
    min-height: 46px;
    padding: 9px 13px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    background: var(--panel);
    width: 100%;
    font-weight: 400;
  }
`;

const Cards = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(232px, 1fr));
  gap: 18px 22px;
  li {
    display: grid;
    align-content: start;
    gap: 4px;
    border-top: 1px solid var(--rule);
    padding-top: 10px;
    min-width: 0;
    position: relative;
    content-visibility: auto;
    contain-intrinsic-block-size: auto 262px;
    @media print {
      content-visibility: visible;
    }
  }
  li[data-out] .drawn {
    opacity: 0.45;
  }
  .drawn {
    height: 118px;
    display: grid;
    align-items: end;
    overflow: hidden;
  }
  .drawn svg {
    display: block;
    height: 118px;
    width: 100%;
  }
  a.name {
    font-family: var(--head);
    font-stretch: 92%;
    font-weight: 650;
    font-size: 1.1rem;
    text-decoration: none;
    min-height: 30px;
  }
  a.name::after {
    content: '';
    position: absolute;
    inset: 0;
  }
  li:hover a.name {
    text-decoration: underline;
    text-underline-offset: 4px;
  }
`;

const any = { id: 'any', name: 'any' };
const choicesOf = <T extends string>(names: Readonly<Record<T, string>>, ids: readonly T[]) => [
  any,
  ...ids.map((id) => ({ id, name: names[id] })),
];

type Wanted = { position: string; apparatus: string; region: string; direction: string; startsWith: string };

const holds = (line: BrowseLine, words: string, wanted: Wanted): boolean =>
  [line.name, line.plain].some((text) => text.toLowerCase().includes(words)) &&
  (wanted.position === 'any' || line.position === wanted.position) &&
  (wanted.apparatus === 'any' || line.apparatus === wanted.apparatus) &&
  (wanted.region === 'any' || line.regions.some((one) => one === wanted.region)) &&
  (wanted.direction === 'any' || line.spine.some((one) => one === wanted.direction)) &&
  (wanted.startsWith === 'any' || line.startsWith === wanted.startsWith);

/** All exercises, to search and to narrow; for a client, how each stands. */
export function Browse({ lines, figures, clients, client, sequences }: BrowsePage) {
  const [search, setSearch] = useState('');
  const [readyOnly, setReadyOnly] = useState(false);
  const [wanted, setWanted] = useState<Wanted>({
    position: 'any',
    apparatus: 'any',
    region: 'any',
    direction: 'any',
    startsWith: 'any',
  });
  const words = search.trim().toLowerCase();
  const shown = useMemo(
    () =>
      lines.filter((line) => holds(line, words, wanted) && (!readyOnly || !line.weighed || isAllowed(line.weighed))),
    [lines, words, wanted, readyOnly],
  );
  const query = client ? `?client=${client.id}` : '';
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Repertoire</h1>
          <Quiet>
            {lines.length} exercises, each with its ladder, breath, faults and corrections
            {client ? `, for ${client.name}` : ''}
          </Quiet>
        </div>
      </PageHead>
      <Part>
        <Narrow
          search={search}
          onSearch={setSearch}
          wanted={wanted}
          onWanted={setWanted}
          client={client}
          clients={clients}
        />
      </Part>
      {client && (
        <Notice style={{ margin: '10px 0' }}>
          <Stack $gap={6}>
            <span>{deferring}</span>
            <Tick isOn={readyOnly} onChange={setReadyOnly}>
              Only what is open to {client.name}
            </Tick>
          </Stack>
        </Notice>
      )}
      <p role="status" style={{ padding: '10px 0' }}>
        <Small>{shown.length === lines.length ? `All ${lines.length}` : `${shown.length} of ${lines.length}`}</Small>
      </p>
      {shown.length === 0 && (
        <Stack style={{ padding: '24px 0' }}>
          <h2>Nothing fits all of that</h2>
          <Quiet>
            <Search size={17} aria-hidden /> Take one of the filters back, or search for another word.
          </Quiet>
        </Stack>
      )}
      {families.map((family) => {
        const own = shown.filter((line) => line.family === family);
        return own.length === 0 ? null : (
          <Part key={family}>
            <section style={{ paddingBottom: 26 }} aria-label={familyNames[family]}>
              <h2 style={{ padding: '6px 0 12px' }}>{familyNames[family]}</h2>
              <Cards>
                {own.map((line) => (
                  <Card key={line.id} line={line} figures={figures} query={query} />
                ))}
              </Cards>
            </section>
          </Part>
        );
      })}
      <Part>
        <Orders sequences={sequences} lines={lines} query={query} />
      </Part>
    </Page>
  );
}

type NarrowProps = Pick<BrowsePage, 'client' | 'clients'> & {
  readonly search: string;
  readonly onSearch: (search: string) => void;
  readonly wanted: Wanted;
  readonly onWanted: (wanted: Wanted) => void;
};

function Narrow({ search, onSearch, wanted, onWanted, client, clients }: NarrowProps) {
  const router = useRouter();
  const set = (name: keyof Wanted) => (value: string) => onWanted({ ...wanted, [name]: value });
  return (
    <Filters role="search" aria-label="Narrow the repertoire">
      <Find>
        Find
        <input
          type="search"
          value={search}
          onChange={({ target }) => onSearch(target.value)}
          placeholder="bridge, circle, breath…"
        />
      </Find>
      <Picker
        label="Position"
        value={wanted.position}
        onChange={set('position')}
        choices={choicesOf(positionNames, positions)}
      />
      <Picker
        label="Apparatus"
        value={wanted.apparatus}
        onChange={set('apparatus')}
        choices={choicesOf(apparatusNames, apparatuses)}
      />
      <Picker label="Region" value={wanted.region} onChange={set('region')} choices={choicesOf(regionNames, regions)} />
      <Picker
        label="Spine"
        value={wanted.direction}
        onChange={set('direction')}
        choices={choicesOf(directionNames, directions)}
      />
      <Picker
        label="Level 1 asks"
        value={wanted.startsWith}
        onChange={set('startsWith')}
        choices={choicesOf(startsWithWords, keysOf(startsWithWords))}
      />
      <ClientPicker
        label="Ready for"
        chosen={client}
        anyone="anyone"
        clients={clients}
        find={findClientNames}
        onChange={(id) => router.push(id === null ? '/repertoire' : `/repertoire?client=${id}`)}
      />
    </Filters>
  );
}

type OrdersProps = Pick<BrowsePage, 'sequences' | 'lines'> & { readonly query: string };

const Orders = ({ sequences, lines, query }: OrdersProps) => (
  <section aria-label="Orders">
    <h2 style={{ padding: '6px 0 12px' }}>Orders</h2>
    <Stack>
      {sequences.map(({ id, name, about, exercises }) => (
        <div key={id}>
          <h3>{name}</h3>
          <Quiet>{about}</Quiet>
          <Row $gap={8}>
            {exercises.map((exercise) => (
              <TextLink key={exercise} href={`/repertoire/${exercise}${query}`} style={{ minHeight: 30 }}>
                {lines.find((line) => line.id === exercise)?.name ?? exercise}
              </TextLink>
            ))}
          </Row>
        </div>
      ))}
    </Stack>
  </section>
);

function Card({ line, figures, query }: { line: BrowseLine; figures: string; query: string }) {
  const { id, name, plain, position, apparatus, levels, own, weighed } = line;
  return (
    <li data-exercise={id} data-out={weighed && !isAllowed(weighed) ? '' : undefined}>
      <div className="drawn">
        <svg role="img" aria-label={name}>
          <use href={`${figures}#${id}`} />
        </svg>
      </div>
      <Link prefetch={false} href={`/repertoire/${id}${query}`} className="name">
        {name}
      </Link>
      <span>{plain}</span>
      <Small>
        {positionNames[position]}
        {apparatus === 'mat' ? '' : `, ${apparatusNames[apparatus]}`} · {levels} {levels === 1 ? 'level' : 'levels'}
      </Small>
      <Row $gap={6}>
        {weighed && <StandingChip standing={weighed.standing} />}
        {own && own !== 'same' && <Chip>{ownWords[own]}</Chip>}
      </Row>
    </li>
  );
}
