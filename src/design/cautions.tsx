'use client';

import { TriangleAlert } from 'lucide-react';
import styled from 'styled-components';
import type { Caution } from '@/core/knowledge/conditions';
import { Chip, Row, Small, Stack } from './layout';

const Box = styled.section`
  background: var(--out-tint);
  border-radius: 16px;
  padding: 16px 18px;
  display: grid;
  gap: 14px;
  h2 {
    display: flex;
    gap: 10px;
    align-items: center;
    color: var(--out);
  }
  li + li {
    border-top: 1px solid color-mix(in srgb, var(--out) 24%, transparent);
    padding-top: 10px;
    margin-top: 10px;
  }
  .defer {
    font-size: 0.92rem;
    border-top: 1px solid color-mix(in srgb, var(--out) 24%, transparent);
    padding-top: 10px;
  }
`;

/** Conditions on file, what waits and what changes, and the words that defer to licensed care. */
export function Cautions({
  cautions,
  deferring,
  action,
}: {
  cautions: readonly Caution[];
  deferring: string;
  action?: (caution: Caution) => React.ReactNode;
}) {
  if (cautions.length === 0) return null;
  return (
    <Box aria-label="Cautions">
      <h2>
        <TriangleAlert size={21} aria-hidden />
        Cautions
      </h2>
      <ul>
        {cautions.map((one) => (
          <li key={one.id}>
            <Stack $gap={3}>
              <Row $gap={8}>
                <h3>
                  {one.name[0]?.toUpperCase()}
                  {one.name.slice(1)}
                </h3>
                {one.cleared && <Chip $tone="info">{one.cleared}</Chip>}
              </Row>
              {one.dates && <Small>{one.dates}</Small>}
              {one.note && <em>{one.note}</em>}
              <span>
                {one.cleared ? 'Cleared; still:' : one.caution} {one.change}
              </span>
              {action?.(one)}
            </Stack>
          </li>
        ))}
      </ul>
      <p className="defer">{deferring}</p>
    </Box>
  );
}

/** The same in a line, for lists. */
export function CautionChips({ cautions }: { cautions: readonly Pick<Caution, 'id' | 'name' | 'cleared'>[] }) {
  if (cautions.length === 0) return <Small>no cautions on file</Small>;
  return (
    <Row $gap={6} aria-label="Cautions">
      {cautions.map(({ id, name, cleared }) => (
        <Chip key={id} $tone={cleared ? 'plain' : 'out'}>
          {!cleared && <TriangleAlert size={14} aria-hidden />}
          {name}
          {cleared && ', cleared'}
        </Chip>
      ))}
    </Row>
  );
}
