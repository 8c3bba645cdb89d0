'use client';

import { css } from 'styled-components';

/** Track and thumb of a slider over or beside a picture. `size`: the thumb's, px. */
export const glassSlider = (size: number) => css`
  .track {
    height: ${size + 16}px;
    position: relative;
  }
  .track::before {
    content: '';
    position: absolute;
    inset: ${(size + 12) / 2}px 0;
    border-radius: 3px;
    background: var(--rule-strong);
  }
  .thumb {
    top: 50%;
    width: ${size}px;
    height: ${size}px;
    border-radius: 50%;
    background: var(--fluid);
    border: 2px solid #1c2a2f;
  }
  .thumb[data-focus-visible] {
    outline: 3px solid var(--info);
    outline-offset: 3px;
  }
`;
