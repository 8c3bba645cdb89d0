'use client';

import type { Dispatch } from 'react';
import styled from 'styled-components';
import type { Role } from '@/core/alignment/look-values';
import type { Taken } from '@/core/alignment/readings';
import type { Exercise, Level } from '@/core/knowledge/entries';
import type { LookReading } from '@/core/knowledge/look';
import { narrow } from '@/design/theme';
import type { BenchOpening } from './read';
import type { StepName } from './bench-head';
import type { OnSeen } from './also-seen';
import type { Films } from './film/desk';
import type { Bench as BenchState, BenchAct } from './state';

/** What one moment of a look is marked with. */
export type MarkingProps = {
  readonly role: Role;
  readonly bench: BenchState;
  readonly dispatch: Dispatch<BenchAct>;
  readonly reading: LookReading;
  readonly opening: BenchOpening;
  readonly exercise: Exercise;
  readonly level: Level;
  readonly readings: readonly Taken[];
  readonly onRead: (role: Role, method: 'hand' | 'eye', measure: string, taken: number | null) => void;
  /** A fault that was seen, with its grade, as by eye. */
  readonly onSeen: OnSeen;
  readonly correction: string | null;
  /** Films of this look, as long as its page is open. */
  readonly films: Films;
  /** To another step of the look. */
  readonly onGo: (step: StepName) => void;
  readonly onDone: () => void;
};

/** Picture and tools beside what they tell; on a narrow screen one below the other, what is told right under the picture. */
export const Bench = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 26px;
  padding-top: 14px;
  .column {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
    align-content: start;
    min-width: 0;
  }
  ${narrow} {
    display: flex;
    flex-direction: column;
    gap: 14px;
    .column {
      display: contents;
    }
    .column > * {
      order: 4;
      min-width: 0;
      max-width: 100%;
    }
    .seen {
      width: 100%;
    }
    .seen {
      order: 1;
    }
    .told {
      order: 2;
    }
    .set {
      order: 3;
    }
    .told [role='list'] {
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 14px;
    }
    .told [role='listitem'] {
      grid-template-columns: auto minmax(0, 1fr);
      gap: 4px 8px;
      align-items: start;
    }
    .told .glass {
      grid-column: 1 / -1;
      grid-row: 1;
    }
    .told .reading {
      text-align: right;
    }
  }
`;
