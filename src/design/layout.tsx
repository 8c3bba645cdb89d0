'use client';

import Link from 'next/link';
import type { ComponentProps } from 'react';
import styled, { css } from 'styled-components';
import { Part } from './part';
import { narrow, phone } from './theme';

const Main = styled.main`
  max-width: 1240px;
  margin: 0 auto;
  padding: 28px 32px 64px;
  ${narrow} {
    padding: 22px 20px 48px;
  }
  ${phone} {
    padding: 16px 14px 40px;
  }
`;

/** The page answers as soon as React has the page itself; what stands on it is taken over after that, what is pressed first. */
export const Page = ({ children, ...rest }: ComponentProps<'main'>) => (
  <Main {...rest}>
    <Part>{children}</Part>
  </Main>
);

export const PageHead = styled.header`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 24px;
  align-items: flex-end;
  justify-content: space-between;
  padding-bottom: 18px;
  margin-bottom: 8px;
  border-bottom: 1px solid var(--rule);
  & > div:first-child {
    min-width: 0;
    flex: 1 1 420px;
  }
  h1 {
    overflow-wrap: anywhere;
  }
`;

export const Quiet = styled.p`
  color: var(--quiet);
  overflow-wrap: anywhere;
`;

export const Small = styled.span`
  color: var(--quiet);
  font-size: 0.88rem;
`;

export const Stack = styled.div<{ $gap?: number }>`
  display: grid;
  gap: ${({ $gap = 14 }) => $gap}px;
  align-content: start;
  min-width: 0;
`;

export const Row = styled.div<{ $gap?: number }>`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: ${({ $gap = 10 }) => $gap}px;
  min-width: 0;
`;

export const Columns = styled.div<{ $side?: string }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr) ${({ $side = '360px' }) => $side};
  gap: 40px;
  padding-top: 22px;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
    gap: 28px;
  }
`;

export const Section = styled.section`
  display: grid;
  gap: 12px;
  min-width: 0;
  & + & {
    margin-top: 34px;
  }
`;

export const Panel = styled.div`
  background: var(--panel);
  border: 1px solid var(--rule);
  border-radius: 16px;
  padding: 16px 18px;
  min-width: 0;
`;

export const Ruled = styled.ul`
  & > li {
    border-top: 1px solid var(--rule);
    padding: 14px 0;
  }
  & > li:first-child {
    border-top: 0;
    padding-top: 4px;
  }
`;

const tones = {
  plain: css`
    border-color: var(--rule-strong);
    color: var(--ink);
  `,
  info: css`
    border-color: transparent;
    background: var(--info-tint);
    color: var(--info);
  `,
  out: css`
    border-color: transparent;
    background: var(--out-tint);
    color: var(--out);
  `,
};

export const Chip = styled.span<{ $tone?: keyof typeof tones }>`
  display: inline-flex;
  align-items: center;
  gap: 6px;
  border: 1px solid;
  border-radius: 15px;
  padding: 3px 12px;
  font-size: 0.88rem;
  line-height: 1.35;
  max-width: 100%;
  overflow-wrap: anywhere;
  svg {
    flex: none;
  }
  ${({ $tone = 'plain' }) => tones[$tone]}
`;

const boxed = css`
  border-radius: 14px;
  padding: 12px 16px;
  display: flex;
  gap: 12px;
  align-items: flex-start;
  svg {
    flex: none;
    margin-top: 3px;
  }
  & > * {
    min-width: 0;
  }
`;

export const Notice = styled.div<{ $tone?: 'info' | 'out' }>`
  ${boxed}
  background: var(${({ $tone = 'info' }) => ($tone === 'out' ? '--out-tint' : '--info-tint')});
  color: var(${({ $tone = 'info' }) => ($tone === 'out' ? '--out' : '--info')});
`;

export const TextLink = styled(Link).attrs({ prefetch: false })`
  color: var(--info);
  text-underline-offset: 3px;
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 44px;
`;

/** What went wrong, where something did. */
export const Failed = ({ children }: { readonly children: string | undefined }) =>
  children ? (
    <Notice $tone="out" role="alert">
      {children}
    </Notice>
  ) : null;
