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

/** A choice from a list as it stands closed: its label, and what opens it. */
export const choice = css`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 5px;
  align-content: start;
  min-width: 0;
  ${label}
  .trigger {
    ${box} display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 10px;
    text-align: left;
    cursor: pointer;
  }
  .trigger [slot='description'] {
    display: none;
  }
  .trigger .react-aria-SelectValue {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .trigger svg {
    flex: none;
  }
`;
