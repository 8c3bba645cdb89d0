'use client';

import { useState } from 'react';
import styled from 'styled-components';
import type { OwnRange } from '@/core/knowledge/ranges';
import { clues, clueWords, likelyCauses } from '@/core/knowledge/causes';
import type { Clue, SeenFault } from '@/core/knowledge/causes';
import type { Exercise } from '@/core/knowledge/entries';
import { Quiet, Row, Ruled, Small, Stack } from '@/design/layout';
import { useRepertoire } from '@/platform/browser/repertoire';
import { SomeOf, optionsOf } from '@/design/choice';

const Share = styled.span<{ $share: number }>`
  display: inline-block;
  width: 72px;
  height: 10px;
  border-radius: 5px;
  background: linear-gradient(
    to right,
    var(--info) ${({ $share }) => Math.round(100 * $share)}%,
    var(--rule) ${({ $share }) => Math.round(100 * $share)}%
  );
`;

/** What may lie behind the findings together, and the next look that would tell. */
export function Causes({
  exercise,
  level,
  seen,
  ranges,
}: {
  readonly exercise: Exercise;
  readonly level: number;
  readonly seen: readonly SeenFault[];
  readonly ranges: readonly OwnRange[];
}) {
  const repertoire = useRepertoire();
  const [noticed, setNoticed] = useState<readonly Clue[]>([]);
  const causes = likelyCauses(repertoire, exercise, level, seen, noticed, 3, ranges);
  if (causes.length === 0) return null;
  return (
    <Stack as="section" $gap={8} aria-label="Likely causes">
      <h2>What may lie behind it</h2>
      <SomeOf
        label="What was noticed"
        chosen="main"
        isSmall
        options={optionsOf(clues, clueWords)}
        values={noticed}
        onChange={setNoticed}
      />
      <Ruled>
        {causes.map(({ cause, name, share, why, look, ifSo }) => (
          <li key={cause} data-cause={cause} style={{ padding: '10px 0' }}>
            <Row $gap={10}>
              <strong>
                {name[0]?.toUpperCase()}
                {name.slice(1)}
              </strong>
              <Share $share={share} role="img" aria-label={`${Math.round(100 * share)} % of what is likely`} />
            </Row>
            <Small>{why}</Small>
            <br />
            <span>Next look: {look}</span> <Small>If so: {ifSo}</Small>
          </li>
        ))}
      </Ruled>
      <Quiet>A convention to look further by, not a diagnosis.</Quiet>
    </Stack>
  );
}
