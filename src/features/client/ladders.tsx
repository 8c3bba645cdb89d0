'use client';

import styled from 'styled-components';
import type { Weighed } from '@/core/knowledge/cautions';
import { entry } from '@/core/knowledge/find';
import { DemandBar } from '@/design/demand-bar';
import { Figure } from '@/design/figure';
import { Row, Section, Small, Stack } from '@/design/layout';
import { useRepertoire } from '@/platform/browser/repertoire';
import { StandingChip } from '@/design/standing';
import type { LadderLine } from './read';

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

function Rungs({ standing, capacityPct }: { standing: LadderLine; capacityPct: number | null }) {
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
            : `level ${standing.level}${standing.half ? '½' : ''} of ${exercise.levels.length}${standing.since === null ? '' : `, since ${standing.since}`}`}
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

/** Where she stands on every ladder that she is on, with its pictures and demands. */
export function Ladders({
  standings,
  capacityPct,
}: {
  readonly standings: readonly LadderLine[];
  readonly capacityPct: number | null;
}) {
  return (
    <Section aria-label="Ladders">
      <h2>Ladders</h2>
      {standings.map((standing) => (
        <Rungs key={standing.exercise} standing={standing} capacityPct={capacityPct} />
      ))}
    </Section>
  );
}
