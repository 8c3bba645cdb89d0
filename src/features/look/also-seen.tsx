'use client';

import styled from 'styled-components';
import { faultAt } from '@/core/knowledge/fits';
import type { Exercise, Fault } from '@/core/knowledge/entries';
import type { Role } from '@/core/alignment/look-values';
import type { Taken } from '@/core/alignment/readings';
import { Button } from '@/design/button';
import { OneOf, optionsOf } from '@/design/choice';
import { Quiet, Row, Ruled, Small, Stack } from '@/design/layout';
import { useRepertoire } from '@/platform/browser/repertoire';

const Item = styled.li`
  display: grid;
  gap: 6px 14px;
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    align-items: center;
    justify-content: space-between;
  }
  .more {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    align-items: center;
  }
`;

/** Moments at which a fault can be noted. */
const moments = ['setup', 'top', 'back'] as const satisfies readonly Role[];
const momentNames = { setup: 'in the set-up', top: 'at the top', back: 'on the way back' } as const;
const gradeKeys = ['0', '1', '2', '3'] as const;
const gradeNames = { 0: 'not there', 1: 'slight', 2: 'clear', 3: 'marked' } as const;
const sideNames = { L: 'left', both: 'both, or neither', R: 'right' } as const;

export type OnSeen = (fault: string, noted: Pick<Taken, 'role' | 'taken' | 'side'> | null) => void;

type AlsoSeenProps = {
  readonly exercise: Exercise;
  readonly level: number;
  readonly readings: readonly Taken[];
  /** Faults that measures have told already. */
  readonly measured: ReadonlySet<string>;
  readonly working: string | undefined;
  readonly onSeen: OnSeen;
  readonly onWork: (fault: string) => void;
};

type RowProps = Pick<AlsoSeenProps, 'onSeen' | 'onWork'> & {
  readonly fault: Fault;
  readonly noted: Taken | undefined;
  readonly isWorkedOn: boolean;
};

function FaultRow({ fault, noted, isWorkedOn, onSeen, onWork }: RowProps) {
  const { id, plain, seen, byEye } = fault;
  const isThere = noted !== undefined && noted.taken > 0;
  const note = (change: Partial<Pick<Taken, 'role' | 'taken' | 'side'>>) =>
    onSeen(id, { role: noted?.role ?? 'top', taken: noted?.taken ?? 1, side: noted?.side ?? null, ...change });
  return (
    <Item data-seen={id}>
      <div className="head">
        <strong>{plain[0]?.toUpperCase() + plain.slice(1)}</strong>
        <OneOf
          label={`How much: ${plain}`}
          chosen={isThere ? 'danger' : 'ink'}
          isSmall
          gap={4}
          options={optionsOf(gradeKeys, gradeNames)}
          value={gradeKeys.find((grade) => grade === String(noted?.taken))}
          onChange={(grade) => note({ taken: Number(grade) })}
        />
      </div>
      {!noted && <Small>{byEye ?? seen}</Small>}
      {isThere && (
        <div className="more">
          <OneOf
            label={`When: ${plain}`}
            isSmall
            gap={4}
            options={optionsOf(moments, momentNames)}
            value={moments.find((role) => role === noted.role) ?? 'top'}
            onChange={(role) => note({ role })}
          />
          {fault.plainTo && (
            <OneOf
              label={`Which side: ${plain}`}
              isSmall
              gap={4}
              options={optionsOf(['L', 'both', 'R'], sideNames)}
              value={noted.side ?? 'both'}
              onChange={(side) => note({ side: side === 'both' ? null : side })}
            />
          )}
          {isWorkedOn ? (
            <Small>working on this</Small>
          ) : (
            <Button $look="quiet" onPress={() => onWork(id)}>
              Work on this
            </Button>
          )}
        </div>
      )}
    </Item>
  );
}

/** Every fault that is watched here and that no measure has told: graded by eye or touch, with moment and side. */
export function AlsoSeen({ exercise, level, readings, measured, working, onSeen, onWork }: AlsoSeenProps) {
  const repertoire = useRepertoire();
  const faults = exercise.faults
    .map(({ fault }) => faultAt(repertoire, exercise, fault, level))
    .filter(({ id }) => !measured.has(id));
  const notedOf = (id: string): Taken | undefined =>
    readings.find(({ method, measure, role }) => method === 'seen' && measure === id && role !== 'retest');
  const left = faults.filter(({ id }) => !notedOf(id));
  if (faults.length === 0) return null;
  return (
    <Stack as="section" $gap={8} aria-label="Seen by eye or touch">
      <Row style={{ justifyContent: 'space-between' }}>
        <h3>Seen by eye or touch</h3>
        {left.length > 0 && (
          <Button
            $look="quiet"
            onPress={() => left.forEach(({ id }) => onSeen(id, { role: 'top', taken: 0, side: null }))}
          >
            {left.length === faults.length ? 'None of these' : 'None of the rest'}
          </Button>
        )}
      </Row>
      <Quiet>What no measure tells here. Grade what you saw; say so too if you looked and it was not there.</Quiet>
      <Ruled>
        {faults.map((fault) => (
          <FaultRow
            key={fault.id}
            fault={fault}
            noted={notedOf(fault.id)}
            isWorkedOn={working === fault.id}
            onSeen={onSeen}
            onWork={onWork}
          />
        ))}
      </Ruled>
    </Stack>
  );
}
