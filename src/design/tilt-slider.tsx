'use client';

import type { ReactNode } from 'react';
import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { lineAt } from '@/core/alignment/bubble';

const stacked = css`
  grid-template-columns: 1fr auto;
  .track {
    grid-column: 1 / -1;
    grid-row: 2;
  }
`;

const Tilt = styled(Slider)<{ $isStacked: boolean }>`
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr) 190px;
  gap: 6px 18px;
  align-items: center;
  .name {
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 700;
    font-size: 1.15rem;
    text-transform: capitalize;
  }
  .track {
    position: relative;
    height: 64px;
    margin: 0 36px;
    cursor: pointer;
    touch-action: none;
  }
  .glass {
    position: absolute;
    inset: 10px -36px;
    border-radius: 22px;
    border: 2px solid #1c2a2f;
    background: linear-gradient(var(--fluid-top), var(--fluid) 55%, var(--fluid-deep));
  }
  .line {
    position: absolute;
    top: 10px;
    bottom: 10px;
    width: 2.5px;
    background: #1c2a2f;
  }
  /* What either end means: the same block may be graded in two ways. */
  .way {
    position: absolute;
    bottom: -13px;
    font-size: 0.88rem;
    color: var(--quiet);
    white-space: nowrap;
    &.least {
      left: -30px;
    }
    &.most {
      right: -30px;
    }
  }
  .bubble {
    top: 50%;
    width: 58px;
    height: 34px;
    border-radius: 50%;
    background: var(--bubble);
    border: 2px solid #1c2a2f;
  }
  .bubble[data-focus-visible] {
    outline: 3px solid var(--info);
    outline-offset: 4px;
  }
  &.untouched .glass {
    background: var(--panel);
    border-style: dashed;
    border-color: var(--rule-strong);
  }
  &.untouched .bubble {
    opacity: 0.35;
  }
  ${({ $isStacked }) => $isStacked && stacked}
  @media (max-width: 700px) {
    ${stacked}
  }
`;

type TiltSliderProps = {
  readonly name: string;
  /** For who hears it: what it grades, from what to what. */
  readonly label: string;
  readonly most: number;
  readonly step: number;
  /** Undefined: not touched yet. */
  readonly value: number | undefined;
  /** What either end of the glass means. */
  readonly ends: readonly [left: string, right: string];
  readonly onChange: (value: number) => void;
  /** What it reads, as the tests find it. */
  readonly measure: string;
  /** In a narrow column the glass stands below its name. */
  readonly isStacked?: boolean;
  readonly children: ReactNode;
};

/** A vial whose bubble is pushed to where a block is seen, with a finger or the arrow keys; its reading beside it. */
export function TiltSlider({
  name,
  label,
  most,
  step,
  value,
  ends: [left, right],
  onChange,
  measure,
  isStacked = false,
  children,
}: TiltSliderProps) {
  return (
    <Tilt
      $isStacked={isStacked}
      className={value === undefined ? 'untouched' : ''}
      aria-label={label}
      minValue={-most}
      maxValue={most}
      step={step}
      value={value ?? 0}
      onChange={(at) => onChange(Number(at))}
    >
      <Label className="name">{name}</Label>
      <SliderTrack className="track" data-eye={measure}>
        <span className="glass" />
        {[-1, 1].map((side) => (
          <span key={side} className="line" style={{ left: `${50 + side * lineAt * 28}%` }} />
        ))}
        <span className="way least">{left}</span>
        <span className="way most">{right}</span>
        <SliderThumb className="bubble" />
      </SliderTrack>
      {children}
    </Tilt>
  );
}
