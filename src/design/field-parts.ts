'use client';

import { css } from 'styled-components';

/** Label, help and error of a field. */
export const label = css`
  .label {
    font-weight: 600;
    font-size: 0.94rem;
  }
  .help {
    color: var(--quiet);
    font-size: 0.86rem;
    line-height: 1.35;
  }
  .error {
    color: var(--out);
    font-size: 0.92rem;
    font-weight: 600;
  }
`;
/** What is typed into. */
export const box = css`
  width: 100%;
  min-height: 46px;
  padding: 9px 13px;
  border: 1.5px solid var(--rule-strong);
  border-radius: 12px;
  background: var(--panel);
  &[data-invalid],
  [data-invalid] & {
    border-color: var(--out);
    border-width: 2px;
  }
`;
