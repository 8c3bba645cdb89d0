'use client';

import { CalendarDays, Eye, ListOrdered, Play, Ruler, TriangleAlert } from 'lucide-react';
import Link from 'next/link';
import styled from 'styled-components';
import { ButtonLink } from '@/design/button';
import { CautionChips } from '@/design/cautions';
import { Chip, Page, PageHead, Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { narrow } from '@/design/theme';
import { Vial, vialWords } from '@/design/vial';
import { StandingChip } from '@/design/standing';
import { fromWhere } from '@/core/anatomy/positions';
import type { TodayClass, TodayPage, TodayRow } from './read';

const Line = styled.li<{ $state: TodayRow['state'] }>`
  display: grid;
  grid-template-columns: 100px minmax(0, 1fr) 142px minmax(0, 1.05fr) auto;
  gap: 10px 26px;
  align-items: start;
  padding: 20px 14px;
  margin: 0 -14px;
  border-top: 1px solid var(--rule);
  &:first-child {
    border-top: 0;
  }
  ${({ $state }) => ($state === 'now' || $state === 'next' ? 'background: var(--panel);' : '')}
  .time {
    font-size: 1.4rem;
    line-height: 1.1;
    white-space: nowrap;
    ${({ $state }) => ($state === 'past' ? 'color: var(--quiet);' : '')}
  }
  .name {
    font-size: 1.32rem;
    text-decoration: none;
    overflow-wrap: anywhere;
  }
  .name:hover {
    text-decoration: underline;
    text-underline-offset: 4px;
  }
  .watch li {
    display: grid;
    grid-template-columns: 22px 1fr;
    gap: 9px;
    padding: 3px 0;
  }
  .watch svg {
    margin-top: 4px;
    color: var(--quiet);
  }
  .watch .safety,
  .watch .safety svg {
    color: var(--out);
  }
  .watch b {
    font-weight: 650;
  }
  .points {
    padding-top: 6px;
    font-size: 0.94rem;
  }
  .last {
    display: grid;
    gap: 5px;
  }
  .last div {
    display: grid;
    grid-template-columns: 46px 1fr;
    gap: 7px;
    align-items: center;
    font-size: 0.82rem;
    color: var(--quiet);
  }
  ${narrow} {
    grid-template-columns: 102px minmax(0, 1fr) 130px auto;
    .last {
      grid-column: 3;
    }
    .watching {
      grid-column: 2 / -1;
      grid-row: 2;
    }
  }
  @media (max-width: 520px) {
    grid-template-columns: minmax(0, 1fr);
    .last,
    .watching {
      grid-column: 1;
      grid-row: auto;
    }
    .last {
      max-width: 210px;
    }
    .when {
      display: flex;
      align-items: center;
      gap: 12px;
    }
  }
`;

const states: Readonly<Record<TodayRow['state'], string | undefined>> = {
  past: 'done',
  now: 'now',
  next: 'next',
  later: undefined,
};

/** When somebody or a class comes, how long, and how that stands to now. */
const WhenOf = ({ row: { time, minutes, state } }: { row: Pick<TodayRow, 'time' | 'minutes' | 'state'> }) => (
  <Stack $gap={4} className="when">
    <span className="time numeral">{time}</span>
    <Small>{minutes} min</Small>
    {states[state] && (
      <Row>
        <Chip $tone={state === 'past' ? 'plain' : 'info'}>{states[state]}</Chip>
      </Row>
    )}
  </Stack>
);

/** A class: who is in it, cautions told by a word. */
const ClassLine = ({ row }: { row: TodayClass }) => (
  <Line $state={row.state} data-class={row.title}>
    <WhenOf row={row} />
    <Stack $gap={7} style={{ gridColumn: '2 / -2' }}>
      <h2>{row.title}</h2>
      {row.note && <span>{row.note}</span>}
      <Row $gap={8}>
        {row.people.map(({ id, name, isCautious }) => (
          <Chip key={id} $tone={isCautious ? 'out' : 'plain'}>
            {isCautious && <TriangleAlert size={15} aria-label="caution:" />}
            {name}
          </Chip>
        ))}
      </Row>
      <Small>
        {row.people.length} of {row.capacity} · with {row.instructor}
      </Small>
    </Stack>
    <Stack $gap={8}>
      <ButtonLink
        href={`/floor?class=${row.id}`}
        prefetch={false}
        $look={row.state === 'now' || row.state === 'next' ? 'main' : 'plain'}
        aria-label={`Teach ${row.title}`}
      >
        <Play size={19} aria-hidden />
        Teach
      </ButtonLink>
      <ButtonLink href={`/book/classes/${row.id}`} aria-label={`Plan ${row.title}`}>
        <ListOrdered size={19} aria-hidden />
        Plan
      </ButtonLink>
    </Stack>
  </Line>
);

/** How the blocks stood at the end of the last look, in small. */
function LastVials({ row: { vials } }: { row: TodayRow }) {
  if (vials.length === 0) return <Small className="last">no look yet</Small>;
  return (
    <div
      className="last"
      role="img"
      aria-label={`Last look: ${vials.map(({ block, state }) => `${block} ${vialWords[state]}`).join(', ')}`}
    >
      <Small>last look</Small>
      {vials.map(({ block, place, state }) => (
        <div key={block}>
          <span>{block}</span>
          <Vial place={place} state={state} />
        </div>
      ))}
    </div>
  );
}

/** What a studio needs before its first look; each can wait but the first. */
const firstSteps = [
  {
    href: '/clients/files',
    name: 'Bring your clients',
    about: 'From a table, as another program wrote it; or write one down by hand.',
  },
  {
    href: '/studio',
    name: 'Say what stands in your rooms',
    about: 'Corrections ask only for props that are there.',
    lead: true,
  },
  {
    href: '/apparatus',
    name: 'Enter your apparatus',
    about: 'Its springs, so that a set can be found for each client.',
    lead: true,
  },
  { href: '/studio/people', name: 'Invite your colleagues', about: 'By a link that works once.', lead: true },
] as const;

const Steps = styled.ol`
  display: grid;
  max-width: 680px;
  counter-reset: step;
  li {
    counter-increment: step;
    display: grid;
    grid-template-columns: 44px minmax(0, 1fr);
    align-items: baseline;
    border-top: 1px solid var(--rule);
    padding: 16px 0;
  }
  li::before {
    content: counter(step);
    font-family: var(--head);
    font-weight: 700;
    font-size: 1.5rem;
    color: var(--quiet);
  }
`;

const FirstSteps = ({ isLead }: { readonly isLead: boolean }) => (
  <Stack $gap={18} style={{ padding: '36px 0' }}>
    <h2>Nobody is on the books yet</h2>
    <Steps aria-label="First steps">
      {firstSteps
        .filter((step) => isLead || !('lead' in step))
        .map(({ href, name, about }) => (
          <li key={href}>
            <span>
              <TextLink href={href}>{name}</TextLink>
              <br />
              <Quiet as="span">{about}</Quiet>
            </span>
          </li>
        ))}
    </Steps>
    <Row>
      <ButtonLink href="/clients/new" $look="main">
        Write down the first client
      </ButtonLink>
    </Row>
  </Stack>
);

/** Today’s clients, in order: when, who, what to mind, what to watch; one tap starts a look. */
export function Today({ studio, day, rows, classes, isNew, isLead }: TodayPage) {
  const inOrder = [...rows, ...classes].toSorted((a, b) => a.at - b.at);
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Today</h1>
          <Quiet>
            {day} · {studio}
          </Quiet>
        </div>
        <Row>
          <ButtonLink href="/book">
            <CalendarDays size={19} aria-hidden />
            Book
          </ButtonLink>
          <ButtonLink href="/clients/new">New client</ButtonLink>
        </Row>
      </PageHead>
      {isNew ? (
        <FirstSteps isLead={isLead} />
      ) : inOrder.length === 0 ? (
        <Stack style={{ padding: '40px 0', maxWidth: 560 }}>
          <h2>Nobody is booked today</h2>
          <Quiet>A look does not need a booking: open a client, or write down a new one, and begin.</Quiet>
          <Row>
            <ButtonLink href="/clients" $look="main">
              Clients
            </ButtonLink>
          </Row>
        </Stack>
      ) : (
        <ol aria-label="Today’s clients">
          {inOrder.map((row) =>
            'people' in row ? (
              <ClassLine key={row.id} row={row} />
            ) : (
              <Line key={row.id} $state={row.state} data-client={row.name}>
                <WhenOf row={row} />
                <Stack $gap={7}>
                  <h2>
                    <Link prefetch={false} href={`/clients/${row.clientId}`} className="name">
                      {row.name}
                    </Link>
                  </h2>
                  <CautionChips cautions={row.cautions} />
                  {row.note && <span>{row.note}</span>}
                  <Row $gap={8}>
                    <Small>
                      {row.standing ?? 'Not begun yet'} · with {row.instructor}
                    </Small>
                    {row.weighed !== 'fine' && <StandingChip standing={row.weighed} />}
                  </Row>
                </Stack>
                <LastVials row={row} />
                <Stack $gap={4} className="watching">
                  <Small>Watch in {row.exercise.toLowerCase()}</Small>
                  <ul className="watch">
                    {row.watch.map(({ fault, plain, standAt, safety, because }) => (
                      <li key={fault} className={safety ? 'safety' : ''}>
                        <Eye size={18} aria-hidden />
                        <span>
                          <b>{plain}</b>, {fromWhere[standAt]} <Small>({because})</Small>
                        </span>
                      </li>
                    ))}
                  </ul>
                  {row.points.length > 0 ? (
                    <ul className="points" aria-label="From last time">
                      <Small as="li">From last time</Small>
                      {row.points.map((point) => (
                        <li key={point}>{point}</li>
                      ))}
                    </ul>
                  ) : (
                    row.lastTime && <Small>{row.lastTime}</Small>
                  )}
                </Stack>
                <Stack $gap={8}>
                  <ButtonLink
                    href={`/floor?client=${row.clientId}`}
                    prefetch={false}
                    $look={row.state === 'now' || row.state === 'next' ? 'main' : 'plain'}
                    aria-label={`Teach ${row.name}`}
                  >
                    <Play size={19} aria-hidden />
                    {row.isOpen ? 'Go on' : 'Teach'}
                  </ButtonLink>
                  <ButtonLink href={`/clients/${row.clientId}/plan`} aria-label={`Plan ${row.name}`}>
                    <ListOrdered size={19} aria-hidden />
                    Plan
                  </ButtonLink>
                  <ButtonLink href={`/clients/${row.clientId}/look`} aria-label={`Look at ${row.name}`}>
                    <Ruler size={19} aria-hidden />
                    Look
                  </ButtonLink>
                </Stack>
              </Line>
            ),
          )}
        </ol>
      )}
    </Page>
  );
}
