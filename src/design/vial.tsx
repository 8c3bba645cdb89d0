'use client';

import { useId } from 'react';
import styled from 'styled-components';
import { lineAt } from '@/core/alignment/bubble';
import type { BubblePlace } from '@/core/alignment/bubble';

/** `rest`: the block's own neutral, which the set-up picture defines. */
export type VialState = 'in' | 'out' | 'unsure' | 'rest' | 'none';

const halfLength = 92;

const Glass = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  overflow: visible;
  .halo {
    transition:
      cx 140ms ease-out,
      rx 140ms ease-out;
  }
  .bubble {
    transition: cx 140ms ease-out;
  }
`;

/** A level vial: a bubble between two lines, softened by how unsure it is. Decorative: words beside it say the same. */
export function Vial({ place, state }: { place: BubblePlace | undefined; state: VialState }) {
  const id = useId();
  const isEmpty = state === 'none';
  return (
    <Glass viewBox="-100 -19 200 38" aria-hidden>
      <defs>
        <linearGradient id={`${id}f`} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="var(--fluid-top)" />
          <stop offset="0.55" stopColor="var(--fluid)" />
          <stop offset="1" stopColor="var(--fluid-deep)" />
        </linearGradient>
        <clipPath id={`${id}c`}>
          <rect x={-98} y={-17} width={196} height={34} rx={17} />
        </clipPath>
      </defs>
      <rect
        x={-98}
        y={-17}
        width={196}
        height={34}
        rx={17}
        fill={isEmpty ? 'var(--panel)' : `url(#${id}f)`}
        stroke={isEmpty ? 'var(--rule-strong)' : '#1c2a2f'}
        strokeWidth={1.6}
        strokeDasharray={isEmpty ? '5 5' : undefined}
      />
      {!isEmpty && <Filled place={place} state={state} clip={`url(#${id}c)`} />}
    </Glass>
  );
}

type FilledProps = { readonly place: BubblePlace | undefined; readonly state: VialState; readonly clip: string };

/** The fluid's shine and halo, the two lines, and the bubble where it is known. */
function Filled({ place, state, clip }: FilledProps) {
  const { at, spread } = place ?? { at: 0, spread: 0 };
  const centre = at * halfLength;
  const soft = Math.min(58, spread * halfLength);
  return (
    <>
      <g clipPath={clip}>
        <rect x={-86} y={-13} width={172} height={6} rx={3} fill="#fff" opacity={0.34} />
        {[2.2, 1.5, 0.9].map((k) => (
          <ellipse
            key={k}
            className="halo"
            cx={centre}
            cy={0}
            rx={11 + soft * k}
            ry={11}
            fill="#fffef2"
            opacity={0.22}
          />
        ))}
      </g>
      {[-lineAt, lineAt].map((x) => (
        <line key={x} x1={x * halfLength} x2={x * halfLength} y1={-17} y2={17} stroke="#1c2a2f" strokeWidth={2.2} />
      ))}
      {place && <Bubble centre={centre} state={state} />}
      {state === 'out' && place && <path d={at < 0 ? 'M-99-6l-7 6 7 6z' : 'M99-6l7 6-7 6z'} fill="var(--out)" />}
    </>
  );
}

const Bubble = ({ centre, state }: { readonly centre: number; readonly state: VialState }) => (
  <ellipse
    className="bubble"
    cx={centre}
    cy={0}
    rx={13.5}
    ry={10.5}
    fill="var(--bubble)"
    fillOpacity={state === 'unsure' ? 0.72 : 1}
    stroke={state === 'out' ? '#8f300c' : '#1c2a2f'}
    strokeWidth={state === 'out' ? 3.4 : 1.8}
    strokeDasharray={state === 'unsure' ? '4 3' : undefined}
  />
);

export const vialWords: Readonly<Record<VialState, string>> = {
  in: 'in level',
  out: 'out',
  unsure: 'can’t tell yet',
  rest: 'own neutral',
  none: 'not measured',
};

const Line = styled.div<{ $out: boolean; $large: boolean }>`
  display: grid;
  grid-template-columns: 54px minmax(80px, 230px) minmax(96px, 1fr);
  gap: 12px;
  align-items: center;
  .name {
    font-size: ${({ $large }) => ($large ? '1.1rem' : '0.98rem')};
  }
  .reading {
    text-align: left;
    color: ${({ $out }) => ($out ? 'var(--out)' : 'var(--ink)')};
    line-height: 1.15;
  }
  .numeral {
    font-size: ${({ $large }) => ($large ? '1.5rem' : '1.12rem')};
  }
  .error {
    font-size: 0.84rem;
    color: var(--quiet);
    white-space: nowrap;
  }
  .word {
    display: block;
    font-size: 0.82rem;
    font-weight: 600;
  }
`;

export type VialReading = {
  readonly block: string;
  readonly place: BubblePlace | undefined;
  readonly state: VialState;
  /** `+9°` */
  readonly value?: string;
  /** `± 1.7°` */
  readonly error?: string;
  /** `arch`, instead of the plain state */
  readonly word?: string;
};

/** Three stacked vials, or fewer: block, glass, reading. */
export function VialStack({
  readings,
  large = false,
  label,
}: {
  readings: readonly VialReading[];
  large?: boolean;
  label: string;
}) {
  return (
    <Stacked role="list" aria-label={label}>
      {readings.map(({ block, place, state, value, error, word }) => (
        <Line key={block} role="listitem" $out={state === 'out'} $large={large} data-block={block} data-state={state}>
          <span className="name">{block}</span>
          <span className="glass">
            <Vial place={place} state={state} />
          </span>
          <span className="reading">
            {value && <span className="numeral">{value}</span>} {error && <span className="error">{error}</span>}
            <span className="word">{word ?? vialWords[state]}</span>
          </span>
        </Line>
      ))}
    </Stacked>
  );
}

const Stacked = styled.div`
  display: grid;
  gap: 12px;
`;
