'use client';

// The first screen of a client: what to know, where she stands, what to begin with today.
import Link from 'next/link';
import styled from 'styled-components';
import { Cautions } from '@/design/cautions';
import { Columns, Panel, Quiet, Ruled, Section, Small, Stack } from '@/design/layout';
import { StandingChip } from '@/design/standing';
import { positionNames } from '@/design/words';
import type { ClientPage, NeutralLine, Shown, StandingLine, WhatHelped } from './read';
import { ClearanceButton, IntakeNote, Overrules, WhatIsOpen } from './safety';

type NowShown = Extract<Shown, { part: 'now' }>;

const Lines = styled.ul`
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 2px 16px;
    align-items: baseline;
    border-top: 1px solid var(--rule);
    padding: 10px 0;
  }
  .level {
    font-size: 1.25rem;
    white-space: nowrap;
  }
  .why {
    grid-column: 1 / -1;
  }
`;

const mostHelped = 6;

/** Where she stands, a line an exercise. */
function Standings({
  lines,
  capacityPct,
  here,
}: {
  lines: readonly StandingLine[];
  capacityPct: number | null;
  here: string;
}) {
  return (
    <Section aria-label="Standing">
      <h2>Standing</h2>
      {lines.length === 0 ? (
        <Quiet>On no ladder yet: the first look or session puts her on one.</Quiet>
      ) : (
        <Lines>
          {lines.map(({ exercise, name, levelText, levels, levelName, why, standing }) => (
            <li key={exercise} data-standing={exercise}>
              <span>
                <strong>{name}</strong> <Small>{levelName}</Small>{' '}
                {standing !== 'fine' && <StandingChip standing={standing} />}
              </span>
              <span className="level numeral">
                {levelText} <Small>of {levels}</Small>
              </span>
              {why && <Small className="why">{why}</Small>}
            </li>
          ))}
        </Lines>
      )}
      <Small>
        {capacityPct !== null && `Holds ${capacityPct.toFixed(1)} % of weight × stature at the hips. `}
        <Link href={`${here}?part=ladders`} prefetch={false}>
          All ladders, with their pictures
        </Link>
      </Small>
    </Section>
  );
}

function Neutrals({ neutrals }: { neutrals: readonly NeutralLine[] }) {
  return (
    <Panel>
      <Stack $gap={6}>
        <h2>Own neutral</h2>
        {neutrals.length === 0 ? (
          <Quiet>Not known yet: the set-up of the first look gives it.</Quiet>
        ) : (
          <>
            {neutrals.map(({ position, measure, own, said, history }) => (
              <div key={`${position}${measure}`} data-neutral={position}>
                <span className="numeral" style={{ fontSize: '1.6rem' }}>
                  {said.value}
                </span>{' '}
                <Small>
                  ± {said.error} · {said.name}, {positionNames[position]}
                </Small>
                <Ruled style={{ fontSize: '0.9rem' }}>
                  {history.slice(0, 4).map(({ date, value, error }) => (
                    <li key={`${date}${value}`} style={{ padding: '4px 0' }}>
                      <Small>{date}</Small> {value} <Small>± {error}</Small>
                    </li>
                  ))}
                </Ruled>
                {own.moved === 'yes' && <Small>The newest differs from the others by more than its error.</Small>}
              </div>
            ))}
            <Small>
              From set-ups of different dates. The points are found again by touch each time, so these figures are
              blunt; within one look, drift from the set-up is sharp.
            </Small>
          </>
        )}
      </Stack>
    </Panel>
  );
}

function Helped({ helped }: { helped: readonly WhatHelped[] }) {
  return (
    <Panel as="section" aria-label="What helped">
      <Stack $gap={10}>
        <h2>What helped</h2>
        {helped.length === 0 ? (
          <Quiet>Nothing tried and retested yet.</Quiet>
        ) : (
          <ul>
            {helped.slice(0, mostHelped).map(({ correction, fault, say, plain, better, tried }) => (
              <li key={`${correction}${fault}`} style={{ padding: '6px 0' }}>
                “{say}”{' '}
                <Small>
                  against {plain}: better {better} of {tried}
                </Small>
              </li>
            ))}
          </ul>
        )}
        {helped.length > mostHelped && <Small>and {helped.length - mostHelped} that helped less often</Small>}
      </Stack>
    </Panel>
  );
}

function LastTime({ lastTime }: { lastTime: NowShown['lastTime'] }) {
  if (!lastTime || lastTime.points.length === 0) return null;
  return (
    <Section aria-label="To begin with">
      <h2>To begin with</h2>
      <Ruled>
        {lastTime.points.map((point) => (
          <li key={point} style={{ padding: '8px 0' }}>
            {point}
          </li>
        ))}
      </Ruled>
      <Small>From the session of {lastTime.on}.</Small>
    </Section>
  );
}

export function Now({ shown, page, deferring }: { shown: NowShown; page: ClientPage; deferring: string }) {
  const { client, cautions } = page;
  return (
    <Columns $side="350px">
      <Stack $gap={30}>
        <LastTime lastTime={shown.lastTime} />
        <Standings lines={shown.lines} capacityPct={shown.capacityPct} here={`/clients/${client.id}`} />
        <Helped helped={shown.helped} />
        <WhatIsOpen client={client} open={shown.open} />
      </Stack>
      <Stack $gap={22}>
        <Cautions
          cautions={cautions}
          deferring={deferring}
          action={(caution) => <ClearanceButton clientId={client.id} caution={caution} today={page.today} />}
        />
        <Overrules client={client} overrules={shown.overrules} />
        <IntakeNote client={client} intake={shown.intake} />
        <Neutrals neutrals={shown.neutrals} />
        {client.note && (
          <Panel>
            <Stack $gap={4}>
              <h2>Note</h2>
              <span style={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>{client.note}</span>
            </Stack>
          </Panel>
        )}
      </Stack>
    </Columns>
  );
}
