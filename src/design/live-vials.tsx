'use client';

// Vials as a camera sees the body now, or how far its setting up is.
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { BlockReading } from '@/core/alignment/vial';
import { formatMeasure, listWords } from '@/core/alignment/words';
import { stageWords } from '@/core/knowledge/live-told';
import type { LiveTold } from '@/core/knowledge/live-told';
import { nameOfMark } from '@/core/knowledge/wanted';
import { causalDelayS } from '@/core/motion/causal';
import { Vial, vialWords } from './vial';

const Stack = styled.ul`
  display: grid;
  gap: 6px;
  li {
    display: grid;
    grid-template-columns: 52px minmax(0, 1fr) 104px;
    gap: 10px;
    align-items: center;
    font-size: 1.05rem;
  }
  &[data-large] {
    gap: clamp(8px, 2.4vh, 26px);
    align-content: center;
    li {
      grid-template-columns: 5.2rem minmax(0, 1fr) 8.6rem;
      gap: 20px;
      font-size: clamp(1.3rem, 2.6vh, 1.9rem);
    }
    b {
      font-size: 1.15em;
    }
  }
  li[data-state='out'] b {
    color: var(--out);
  }
  b {
    font-weight: 650;
    line-height: 1.1;
    font-variant-numeric: tabular-nums;
  }
  small {
    display: block;
  }
`;

const Box = styled.div`
  display: grid;
  gap: 8px;
  align-content: center;
  .quiet {
    color: var(--quiet);
    font-size: 0.95rem;
  }
  .trouble {
    color: var(--out);
    background: var(--out-tint);
    border-left: 4px solid var(--out);
    border-radius: 8px;
    padding: 10px 14px;
    font-weight: 600;
    display: grid;
    gap: 8px;
    justify-items: start;
  }
  progress {
    width: 100%;
    height: 14px;
    accent-color: var(--fluid);
  }
`;

const One = ({ reading: { block, place, state, shown } }: { readonly reading: BlockReading }) => (
  <li data-block={block} data-state={state}>
    <span>{block}</span>
    <Vial place={place} state={state} />
    <b>
      {shown ? formatMeasure(shown.measure, shown.value) : ''}
      <small>{state === 'none' ? 'hidden' : vialWords[state]}</small>
    </b>
  </li>
);

type LiveVialsProps = {
  readonly told: LiveTold | undefined;
  /** Frames a second, and how long after its arrival each was on the screen, ms. */
  readonly rate: number;
  readonly lateMs: number;
  readonly trouble?: string | undefined;
  readonly large?: boolean;
  /** Stands below what hinders it: a way to begin again. */
  readonly again?: ReactNode;
};

export function LiveVials({ told, rate, lateMs, trouble, large = false, again }: LiveVialsProps) {
  const isWatching = told?.stage === 'watching';
  return (
    <Box
      aria-label="Live vials"
      role="group"
      data-stage={told?.stage ?? 'opening'}
      data-rate={rate.toFixed(1)}
      data-late={Math.round(lateMs)}
    >
      {isWatching ? (
        <Stack data-large={large ? '' : undefined}>
          {told.readings.map((reading) => (
            <One key={reading.block} reading={reading} />
          ))}
        </Stack>
      ) : (
        <Setting told={told} large={large} />
      )}
      {trouble && (
        <div className="trouble" role="alert">
          {trouble}
          {again}
        </div>
      )}
      {isWatching && (
        <span className="quiet" role="status">
          {stageWords(told)}{' '}
          {rate > 0 && `${Math.round(rate)} a second, ${Math.round(lateMs + causalDelayS * 1000)} ms behind.`}
        </span>
      )}
    </Box>
  );
}

const Setting = ({ told, large }: { readonly told: LiveTold | undefined; readonly large: boolean }) => (
  <div role="status" style={{ display: 'grid', gap: 10, fontSize: large ? '1.5rem' : '1.05rem' }}>
    <b>{stageWords(told)}</b>
    {told?.stage === 'still' && <progress value={told.stillShare} max={1} aria-label="Still" />}
    {told?.stage === 'finding' && told.missing.length > 0 && (
      <span className="quiet">Not found: {listWords(told.missing.map(nameOfMark))}.</span>
    )}
  </div>
);
