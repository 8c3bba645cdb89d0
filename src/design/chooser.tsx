'use client';

// A choice from a list: its trigger and its list, for forms and outside of them.
import { useEffect, useState } from 'react';
import { Popover, Select } from 'react-aria-components';
import styled from 'styled-components';
import { choice } from './field-parts';

export const Chooser = styled(Select)`
  ${choice}
`;

export const ChoiceList = styled(Popover)`
  min-width: var(--trigger-width);
  max-width: min(92vw, 520px);
  background: var(--panel);
  border: 1px solid var(--rule-strong);
  border-radius: 14px;
  box-shadow: 0 14px 40px rgb(10 20 24 / 25%);
  padding: 6px;
  overflow: auto;
  .item {
    padding: 9px 12px;
    border-radius: 9px;
    cursor: pointer;
    outline: none;
    display: grid;
    min-height: 44px;
    align-content: center;
  }
  .item[data-focused] {
    background: var(--info-tint);
    color: var(--info);
  }
  .item[data-selected] {
    font-weight: 650;
  }
  .item [slot='description'] {
    font-size: 0.86rem;
    color: var(--quiet);
    font-weight: 400;
  }
`;

/** Whether a list is open that opens as it comes, once what opens it has the focus (which goes back there when it closes). */
export function useOpening(isOpened: boolean) {
  const state = useState(false);
  const [, setOpen] = state;
  useEffect(() => {
    const frame = requestAnimationFrame(() => setOpen(isOpened));
    return () => cancelAnimationFrame(frame);
  }, [isOpened, setOpen]);
  return state;
}
