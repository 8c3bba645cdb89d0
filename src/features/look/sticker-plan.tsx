'use client';

import styled from 'styled-components';
import type { View } from '@/core/anatomy/positions';
import { hasLandmarks, stickerPlan } from '@/core/anatomy/stickers';

const List = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  font-size: 0.92rem;
  color: var(--quiet);
  li {
    display: inline-flex;
    gap: 7px;
    align-items: center;
  }
  .dot {
    width: 15px;
    height: 15px;
    border-radius: 50%;
    border: 2px solid var(--panel);
    box-shadow: 0 0 0 1px var(--rule-strong);
    flex: none;
  }
`;

/** Which sticker goes where, for who uses them: then they are found by themselves. */
export const StickerPlan = ({ view }: { readonly view: View }) => (
  <List aria-label="Stickers, if you use them">
    <li>Stickers, if you use them:</li>
    {stickerPlan
      .filter((_, colour) => view === 'side' || hasLandmarks(colour))
      .map(({ name, on, rgb }) => (
        <li key={name}>
          <span className="dot" style={{ background: `rgb(${rgb.join(' ')})` }} aria-hidden />
          <span>
            {name}: {on}
          </span>
        </li>
      ))}
  </List>
);
