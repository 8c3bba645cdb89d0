'use client';

import { Popover } from 'react-aria-components';
import styled from 'styled-components';

/** A menu's surface; its items are React Aria's own. */
export const MenuPopover = styled(Popover)`
  background: var(--panel);
  border: 1px solid var(--rule-strong);
  border-radius: 14px;
  box-shadow: 0 12px 34px rgb(0 0 0 / 24%);
  padding: 6px;
  min-width: 220px;
  overflow: auto;
  .react-aria-Menu {
    outline: none;
  }
  .react-aria-MenuItem {
    min-height: 44px;
    padding: 9px 14px;
    border-radius: 10px;
    cursor: pointer;
    outline: none;
    color: var(--ink);
    text-decoration: none;
  }
  .react-aria-MenuItem[data-focused],
  .react-aria-MenuItem[data-hovered] {
    background: var(--info-tint);
  }
`;
