'use client';

import { Pencil, Play, Ruler } from 'lucide-react';
import { useRouter } from 'next/navigation';
import styled from 'styled-components';
import type { Weighed } from '@/core/knowledge/cautions';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import { entry } from '@/core/knowledge/find';
import { ButtonLink } from '@/design/button';
import { Cautions } from '@/design/cautions';
import { DemandBar } from '@/design/demand-bar';
import { Figure } from '@/design/figure';
import {
  Chip,
  Columns,
  Page,
  PageHead,
  Panel,
  Quiet,
  Row,
  Ruled,
  Section,
  Small,
  Stack,
  TextLink,
} from '@/design/layout';
import { positionNames } from '@/design/words';
import { useRepertoire } from '@/platform/browser/repertoire';
import { stopWords } from '@/repertoire/words';
import { StopButton } from '@/design/stop-dialog';
import { StandingChip } from '@/design/standing';
import { stopClient } from './actions';
import { useOnce } from '@/platform/browser/once';
import { Course } from './course';
import { KeptLook } from './kept-look';
import { Sessions } from './sessions';
import { SafeWindowSection } from './window';
import { ClearanceButton, IntakeNote, Overrules, StopBanner, WhatIsOpen } from './safety';
import type { ClientPage, Standing } from './read';

const Ladder = styled.ol`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 10px;
  li {
    border-top: 4px solid var(--rule);
    padding-top: 8px;
    min-width: 0;
    display: grid;
    gap: 2px;
    align-content: start;
  }
  li[data-reached] {
    border-color: var(--fluid-deep);
  }
  li[aria-current] {
    border-color: var(--ink);
  }
  li[aria-current] .name {
    font-weight: 700;
  }
  .name {
    line-height: 1.25;
  }
`;

function Rungs({ standing, capacityPct }: { standing: Standing; capacityPct: number | null }) {
  const { ladder } = standing;
  const heldPct = ladder?.kind === 'legs' ? capacityPct : null;
  const leap = ladder?.rungs.find(
    ({ number, size }) =>
      size?.kind === 'leap' && number > (standing.level ?? 0) && number <= (standing.level ?? 0) + 1,
  );
  const repertoire = useRepertoire();
  const exercise = entry(repertoire.exercises, standing.exercise);
  return (
    <Stack $gap={8}>
      <Row $gap={10}>
        <h3>{exercise.name}</h3>
        <Small>
          {standing.level === null
            ? 'not begun'
            : `level ${standing.level}${standing.half ? '½' : ''} of ${exercise.levels.length}, since ${standing.since}`}
        </Small>
      </Row>
      {standing.why && <Small>{standing.why}</Small>}
      <Ladder aria-label={`${exercise.name}: levels`}>
        {exercise.levels.map(({ number, name, top }) => {
          const step = standing.steps.find(({ level }) => level === number);
          const rung = ladder?.rungs.find((one) => one.number === number);
          return (
            <li
              key={number}
              data-reached={step ? '' : undefined}
              aria-current={number === standing.level ? 'step' : undefined}
            >
              <Figure pose={top} label={name} small />
              <span className="name">
                {number} · {name}
              </span>
              {step && <Small>{step.date}</Small>}
              {rung && ladder && <DemandBar rung={rung} most={ladder.most} heldPct={heldPct} />}
              <Caution weighed={standing.weighed.levels[number]} />
            </li>
          );
        })}
      </Ladder>
      {leap && leap.half.length > 0 && (
        <Small data-half={leap.number}>
          Level {leap.number} would be a leap. Half-way:{' '}
          {leap.half.map(({ words, pct }) => `${words}${pct === null ? '' : ` (${pct.toFixed(1)} %)`}`).join(' Or: ')}
        </Small>
      )}
    </Stack>
  );
}

function Caution({ weighed }: { weighed: Weighed | undefined }) {
  if (!weighed || weighed.standing === 'fine') return null;
  return (
    <span title={weighed.reasons.map(({ name, why }) => `${name}: ${why}`).join('; ')}>
      <StandingChip standing={weighed.standing} />
    </span>
  );
}

/** Who this is, what to mind, where the client stands, what worked, and every look. */
export function Client({ page: whole, deferring }: { page: ClientPage; deferring: string }) {
  const { client, facts, school, cautions, neutrals, standings, helped, looks, total, page, pages } = whole;
  const router = useRouter();
  const once = useOnce();
  const here = `/clients/${client.id}`;
  return (
    <Page>
      <PageHead>
        <div>
          <h1>{client.name}</h1>
          <Quiet>{client.goal}</Quiet>
          <Row $gap={8} style={{ paddingTop: 8 }}>
            {facts && <Small>{facts}</Small>}
            <Chip>
              {school.name}
              {school.isOwn ? '' : ', as the studio'}
            </Chip>
            <TextLink href={`${here}/stances`}>
              {whole.changedStances > 0 ? `${whole.changedStances} stances changed` : 'Stances'}
            </TextLink>
            <Chip>{client.touchConsent ? 'touch: agreed' : 'touch: not agreed'}</Chip>
          </Row>
        </div>
        <Row>
          <StopButton
            signs={whole.stopSigns}
            words={stopWords}
            onStop={async (sign, seen) => {
              const result = await stopClient({ id: once.id(), clientId: client.id, sign, seen, lookId: null });
              if (result.ok) {
                once.kept();
                router.refresh();
              }
              return result;
            }}
          />
          <ButtonLink href={`${here}/edit`}>
            <Pencil size={18} aria-hidden />
            Change
          </ButtonLink>
          <ButtonLink href={`${here}/look`}>
            <Ruler size={19} aria-hidden />
            Look
          </ButtonLink>
          <ButtonLink href={`/floor?client=${client.id}`} prefetch={false} $look="main">
            <Play size={19} aria-hidden />
            Teach
          </ButtonLink>
        </Row>
      </PageHead>
      <StopBanner page={whole} deferring={deferring} />
      <Columns $side="350px">
        <div>
          <Section aria-label="Standing">
            <h2>Standing</h2>
            {standings.map((standing) => (
              <Rungs key={standing.exercise} standing={standing} capacityPct={whole.load.load.capacity?.pct ?? null} />
            ))}
          </Section>
          <SafeWindowSection {...whole.load} />
          <Course progress={whole.progress} />
          <Sessions progress={whole.progress} />
          <div style={{ height: 30 }} />
          <WhatIsOpen page={whole} />
          <Section id="history" aria-label="Looks" style={{ marginTop: 30 }}>
            <Row style={{ justifyContent: 'space-between' }}>
              <h2>Looks</h2>
              {total > 0 && <Small>{total} in all</Small>}
            </Row>
            {looks.length === 0 ? (
              <Quiet>
                No look yet. The first one is a leg float, uncorrected: it shows what pelvis, ribs and head do of their
                own accord.
              </Quiet>
            ) : (
              looks.map((look) => <KeptLook key={look.id} look={look} />)
            )}
            {pages > 1 && (
              <Row as="nav" aria-label="Older and newer looks">
                {page > 1 && <ButtonLink href={`${here}?page=${page - 1}#history`}>Newer</ButtonLink>}
                <Small>
                  {page} of {pages}
                </Small>
                {page < pages && <ButtonLink href={`${here}?page=${page + 1}#history`}>Older</ButtonLink>}
              </Row>
            )}
          </Section>
        </div>
        <Stack $gap={22}>
          <Cautions
            cautions={cautions}
            deferring={deferring}
            action={(caution) => <ClearanceButton clientId={client.id} caution={caution} />}
          />
          <Overrules page={whole} />
          <IntakeNote page={whole} />
          <Panel>
            <Stack $gap={6}>
              <h2>Own neutral</h2>
              {neutrals.length === 0 ? (
                <Quiet>Not known yet: the set-up of the first look gives it.</Quiet>
              ) : (
                <>
                  {neutrals.map(({ position, measure, own, history }) => (
                    <div key={`${position}${measure}`} data-neutral={position}>
                      <span className="numeral" style={{ fontSize: '1.6rem' }}>
                        {formatMeasure(measure, own.value)}
                      </span>{' '}
                      <Small>
                        ± {formatMeasure(measure, own.se, 'error')} · {nameOf(measure)}, {positionNames[position]}
                      </Small>
                      <Ruled style={{ fontSize: '0.9rem' }}>
                        {history.slice(0, 4).map(({ date, value, se }) => (
                          <li key={`${date}${value}`} style={{ padding: '4px 0' }}>
                            <Small>{date}</Small> {formatMeasure(measure, value)}{' '}
                            <Small>± {formatMeasure(measure, se, 'error')}</Small>
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
          <Panel>
            <Stack $gap={10}>
              <h2>What helped</h2>
              {helped.length === 0 ? (
                <Quiet>Nothing tried and retested yet.</Quiet>
              ) : (
                <ul>
                  {helped.map(({ correction, fault, say, plain, better, tried }) => (
                    <li key={`${correction}${fault}`} style={{ padding: '6px 0' }}>
                      “{say}”{' '}
                      <Small>
                        against {plain}: better {better} of {tried}
                      </Small>
                    </li>
                  ))}
                </ul>
              )}
            </Stack>
          </Panel>
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
    </Page>
  );
}
