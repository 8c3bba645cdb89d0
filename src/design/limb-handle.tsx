'use client';

import type { KeyboardEvent, PointerEvent } from 'react';
import type { Vec2 } from '@/core/geometry';

type HandleProps = {
  readonly side: 'left' | 'right';
  /** Which joint or end it moves. */
  readonly name: string;
  readonly label: string;
  readonly at: Vec2;
  readonly radius: number;
  readonly onHold: (event: PointerEvent<SVGCircleElement>) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
};

/** A dot on a drawn limb that a hand or the arrow keys move; the right side's is full, the left's is hollow. */
export const LimbHandle = ({ side, name, label, at: [x, y], radius, onHold, onKeyDown }: HandleProps) => (
  <circle
    className="handle"
    data-handle={`${side} ${name}`}
    cx={x}
    cy={y}
    r={radius}
    fill={side === 'right' ? 'var(--fluid)' : 'var(--paper)'}
    stroke="var(--ink)"
    strokeWidth={2.5}
    tabIndex={0}
    role="button"
    aria-label={label}
    onPointerDown={onHold}
    onKeyDown={onKeyDown}
  />
);
