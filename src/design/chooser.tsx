'use client';

// A choice from a list: its trigger and its list, for forms and outside of them.
import { Popover, Select } from 'react-aria-components';
import styled from 'styled-components';
import { box, label } from './field-parts';

export const Chooser = styled(Select)`
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
