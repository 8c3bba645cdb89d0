// What every screen of a class is set in.
import styled from 'styled-components';
import type { FloorLink } from '../link';
import type { FloorClass } from '../pack';
import type { BoardState } from './state';

export const Frame = styled.main`
  height: 100dvh;
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  @media (max-width: 860px), (max-height: 620px) {
    height: auto;
    min-height: 100dvh;
  }
`;

export const Head = styled.header`
  display: flex;
  align-items: center;
  gap: 8px 14px;
  padding: 6px 14px 6px 20px;
  border-bottom: 1px solid var(--rule);
  .title {
    font: 700 1.35rem/1.1 var(--head);
    flex: 1;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .clock {
    font-size: 1.25rem;
    white-space: nowrap;
  }
  @media (max-width: 860px) {
    flex-wrap: wrap;
    padding: 4px 10px 6px;
    .word {
      display: none;
    }
  }
`;

export const Exercise = styled.div`
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 2px 20px;
  padding: 8px 20px 6px;
  h1 {
    font-size: 2.6rem;
  }
  p {
    font-size: 1.15rem;
    color: var(--quiet);
  }
`;

export const Bar = styled.section`
  display: flex;
  gap: 10px;
  padding: 8px 20px 10px;
  border-top: 1px solid var(--rule);
  .next {
    flex: 1;
    min-height: 72px;
    font-size: 1.3rem;
  }
  @media (max-width: 860px) {
    position: sticky;
    bottom: 0;
    background: var(--paper);
    padding: 8px 10px;
  }
`;

export type ClassProps = { readonly link: FloorLink; readonly state: BoardState; readonly of: FloorClass };

/** Where the class stands on the tablet. */
export const hereOf = (appointment: string): string => `/floor?class=${appointment}`;
