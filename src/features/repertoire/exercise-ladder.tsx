'use client';

import dynamic from 'next/dynamic';
import styled from 'styled-components';
import { startOf } from '@/core/body/shown';
import type { Level } from '@/core/knowledge/entries';
import { demandUnitOf, demandWords } from '@/core/load/demand-words';
import { DemandBar } from '@/design/demand-bar';
import { Row, Section, Small } from '@/design/layout';
import { StandingChip } from '@/design/standing';
import type { ExercisePage } from './read';

// Drawn by the server; what draws them anew comes after the page.
const Figure = dynamic(() => import('@/design/figure').then((all) => all.Figure));
const Ladder = styled.ol`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 16px 20px;
  li {
    border-top: 4px solid var(--rule);
    padding-top: 8px;
    display: grid;
    align-content: start;
    gap: 4px;
    min-width: 0;
  }
  li[data-chosen] {
    border-color: var(--ink);
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 6px;
    align-items: end;
    min-height: 84px;
  }
  .pair svg {
    max-height: 110px;
  }
  button {
    text-align: left;
    font-weight: 650;
    min-height: 44px;
    cursor: pointer;
    background: none;
    border: 0;
    padding: 0;
    color: inherit;
    font: inherit;
    font-weight: 650;
  }
`;

const doseWords = ({ dose: { repetitions, sides, directions } }: Level): string =>
  `${repetitions}${sides === 2 ? ' each side' : ''}${directions === 2 ? ', each way' : ''}`;

type LadderProps = {
  readonly page: ExercisePage;
  readonly chosen: number;
  readonly onChoose: (number: number) => void;
};

/** Every level with what it asks, and what it takes to move up. */
export function LadderSection({ page, chosen, onChoose }: LadderProps) {
  const { exercise, inForce, ladder, heldPct, client } = page;
  const { cleanReps, sessions, halfSteps } = inForce.gate;
  const hasSides = exercise.levels.some(({ dose }) => dose.sides === 2);
  return (
    <Section aria-label="Ladder">
      <h2>Ladder</h2>
      <Ladder>
        {exercise.levels.map((one) => (
          <LadderRung key={one.number} page={page} level={one} isChosen={one.number === chosen} onChoose={onChoose} />
        ))}
      </Ladder>
      <Small>
        {ladder &&
          `Asks: ${demandWords[ladder.kind]}, ${demandUnitOf(ladder.kind)}${client ? ` for ${client.name}` : ''}${heldPct === null ? '' : '; the upright stroke is what is held'}. `}
        Up a level after {cleanReps} clean {hasSides ? 'on each side' : 'in a row'} in {sessions}{' '}
        {sessions === 1 ? 'session' : 'sessions running'}
        {halfSteps ? ', by half steps' : ''} ({inForce.school}); where a level is done fewer times, all of them.
      </Small>
    </Section>
  );
}

type RungProps = Pick<LadderProps, 'page' | 'onChoose'> & { readonly level: Level; readonly isChosen: boolean };

function LadderRung({ page: { weighed, ladder, heldPct }, level, isChosen, onChoose }: RungProps) {
  const { number, name, change, scene, springs, rises } = level;
  const standing = weighed?.levels[number]?.standing ?? 'fine';
  const rung = ladder?.rungs.find(({ number: its }) => its === number);
  return (
    <li data-chosen={isChosen ? '' : undefined}>
      <div className="pair">
        {[startOf(level), level.top].map((pose, i) => (
          <Figure
            key={i}
            pose={pose}
            small
            label={`${name}, ${i === 0 ? 'start' : 'top'}`}
            {...(scene ? { scene } : {})}
          />
        ))}
      </div>
      <button type="button" onClick={() => onChoose(number)} aria-pressed={isChosen}>
        {number} · {name}
      </button>
      <span>{change}</span>
      <Small>
        {doseWords(level)}
        {springs ? ` · springs: ${springs}` : ''}
      </Small>
      {rung && ladder && <DemandBar rung={rung} most={ladder.most} heldPct={heldPct} />}
      {rung && rung.half.length > 0 && (
        <Small data-half={number}>Half-way: {rung.half.map(({ words }) => words).join(' Or: ')}</Small>
      )}
      {rung?.handsPct !== undefined && (
        <Small>Each hand carries up to {Math.round(rung.handsPct)} % of body weight.</Small>
      )}
      {rises && <Small>What rises: {rises}.</Small>}
      {standing !== 'fine' && (
        <Row>
          <StandingChip standing={standing} />
        </Row>
      )}
    </li>
  );
}
