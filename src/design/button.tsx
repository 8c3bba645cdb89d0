'use client';

import Link from 'next/link';
import { Button as AriaButton } from 'react-aria-components';
import styled, { css } from 'styled-components';

export const looks = {
  main: css`
    background: var(--fluid);
    border-color: var(--fluid);
    color: var(--on-fluid);
    &[data-hovered] {
      background: var(--fluid-top);
    }
  `,
  plain: css`
    background: var(--panel);
    border-color: var(--rule-strong);
    color: var(--ink);
    &[data-hovered] {
      border-color: var(--ink);
    }
  `,
  danger: css`
    background: var(--out-tint);
    border-color: var(--out);
    color: var(--out);
    &[data-hovered] {
      background: var(--out);
      color: var(--paper);
    }
  `,
  quiet: css`
    background: transparent;
    border-color: transparent;
    color: var(--info);
    padding-inline: 10px;
    &[data-hovered] {
      background: var(--info-tint);
    }
  `,
};

export const shape = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 9px;
  min-height: 46px;
  padding: 8px 20px;
  border: 1.5px solid;
  border-radius: 13px;
  font-weight: 650;
  line-height: 1.2;
  text-decoration: none;
  cursor: pointer;
  svg {
    flex: none;
  }
  &[data-disabled] {
    opacity: 0.5;
    cursor: not-allowed;
  }
  &[data-pressed] {
    transform: translateY(1px);
  }
`;

export const Button = styled(AriaButton)<{ $look?: keyof typeof looks }>`
  ${shape}
  ${({ $look = 'plain' }) => looks[$look]}
`;

export const ButtonLink = styled(Link).attrs({ prefetch: false })<{ $look?: keyof typeof looks }>`
  ${shape}
  ${({ $look = 'plain' }) => looks[$look]}
  &:hover {
    filter: brightness(1.04);
  }
`;
