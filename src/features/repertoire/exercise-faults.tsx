'use client';

import { TriangleAlert } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import styled from 'styled-components';
import type { Level } from '@/core/knowledge/entries';
import { Button } from '@/design/button';
import { Chip, Row, Small, Stack } from '@/design/layout';
import { fromWhere } from '@/core/anatomy/positions';
import type { FaultCard } from './read';
import { kindNames, phaseNames } from './words';

// Drawn by the server; what draws them anew comes after the page.
const FaultSeen = dynamic(() => import('./fault-seen').then((all) => all.FaultSeen));
export const Faults = styled.ul`
  display: grid;
  gap: 26px;
  & > li {
    content-visibility: auto;
    contain-intrinsic-block-size: auto 330px;
    @media print {
      content-visibility: visible;
    }
    border-top: 1px solid var(--rule);
    padding-top: 16px;
    display: grid;
    grid-template-columns: minmax(0, 300px) minmax(0, 1fr);
    gap: 10px 28px;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
    align-self: start;
  }
  @media (max-width: 860px) {
    & > li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  .say li {
    padding: 3px 0;
  }
`;

type FaultRowProps = { readonly fault: FaultCard; readonly level: Level; readonly isForClient: boolean };

const capital = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;
const mostCorrections = 4;

export function FaultRow({ fault, level, isForClient }: FaultRowProps) {
  const [all, setAll] = useState(false);
  const { id, name, plain, seen, why, standAt, phases, measures, safety, corrections, excluded } = fault;
  return (
    <li data-fault={id}>
      <div className="pair">
        <FaultSeen fault={fault} level={level} />
      </div>
      <Stack $gap={6}>
        <Row $gap={8}>
          <h3>{capital(plain)}</h3>
          <Small>{name}</Small>
          {safety && (
            <Chip $tone="out">
              <TriangleAlert size={14} aria-hidden />
              could hurt
            </Chip>
          )}
        </Row>
        <span>
          {seen} {why}
        </span>
        <Small>
          Look {fromWhere[standAt]},{' '}
          {phases.length === 4 ? 'all the way' : phases.map((phase) => phaseNames[phase]).join(', ')};{' '}
          {measures.length > 0 ? `read from ${measures.join(', ')}` : 'graded by eye or touch'}.
        </Small>
        <ul className="say">
          {(all ? corrections : corrections.slice(0, mostCorrections)).map((one) => (
            <li key={one.id}>
              “{one.say}”{' '}
              <Small>
                {kindNames[one.kind]}
                {one.prop ? `: ${one.prop}` : ''}
                {one.why ? `. ${one.why}` : ''}
              </Small>
            </li>
          ))}
        </ul>
        <CausesOf fault={fault} />
        {corrections.length > mostCorrections && (
          <Button $look="quiet" onPress={() => setAll(!all)} style={{ justifySelf: 'start', paddingInline: 0 }}>
            {all ? 'Fewer' : `All ${corrections.length} corrections`}
          </Button>
        )}
        {all && isForClient && excluded.length > 0 && (
          <Small>Left out: {excluded.map(({ say, why: reason }) => `“${say}” ${reason}`).join(' ')}</Small>
        )}
      </Stack>
    </li>
  );
}

const CausesOf = ({ fault: { causes } }: { readonly fault: FaultCard }) => (
  <details>
    <summary style={{ cursor: 'pointer', minHeight: 36 }}>
      <Small>What may lie behind it</Small>
    </summary>
    <ul>
      {causes.map(({ name, look, ifSo }) => (
        <li key={name} style={{ padding: '3px 0' }}>
          {capital(name)}.{' '}
          <Small>
            {look} {ifSo}
          </Small>
        </li>
      ))}
    </ul>
  </details>
);
