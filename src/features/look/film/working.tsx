'use client';

import { Label, ProgressBar } from 'react-aria-components';
import styled from 'styled-components';
import { Button } from '@/design/button';

const Bar = styled(ProgressBar)`
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px 14px;
  align-items: center;
  max-width: 620px;
  .track {
    grid-column: 1;
    height: 12px;
    border-radius: 6px;
    background: var(--rule);
    overflow: hidden;
  }
  .fill {
    height: 100%;
    background: var(--fluid);
  }
  button {
    grid-column: 2;
    grid-row: 1 / 3;
  }
`;

/** Long work: how far it is, and a way to stop it. */
export const Working = ({
  words,
  share,
  onCancel,
}: {
  readonly words: string;
  readonly share: number;
  readonly onCancel?: () => void;
}) => (
  <Bar value={100 * share}>
    <Label>
      {words}, {Math.round(100 * share)} %
    </Label>
    <div className="track">
      <div className="fill" style={{ width: `${100 * share}%` }} />
    </div>
    {onCancel && <Button onPress={onCancel}>Stop</Button>}
  </Bar>
);
