'use client';

import styled from 'styled-components';
import type { Exercise } from '@/core/knowledge/entries';
import { Ruled, Small, Stack } from './layout';

const Checks = styled(Ruled)`
  li {
    display: grid;
    grid-template-columns: 74px 1fr;
    gap: 12px;
    padding: 9px 0;
  }
`;

/** What is checked before anything moves, block by block. */
export const SetUpList = ({ setUp }: Pick<Exercise, 'setUp'>) => (
  <Stack $gap={6}>
    <h2>Set up, tailbone to head</h2>
    <Checks>
      {setUp.map(({ block, check }) => (
        <li key={check}>
          <Small>{block}</Small>
          <span>{check}</span>
        </li>
      ))}
    </Checks>
  </Stack>
);
