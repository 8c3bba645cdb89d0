'use client';

import { entry } from '@/core/knowledge/find';
import type { Exercise } from '@/core/knowledge/entries';
import { Button } from '@/design/button';
import { Row, Small, Stack } from '@/design/layout';
import { useRepertoire } from '@/platform/browser/repertoire';
import { SomeOf } from '@/design/choice';

type AlsoSeenProps = {
  readonly exercise: Exercise;
  readonly seen: readonly string[];
  readonly working: string | undefined;
  readonly onSeen: (seen: readonly string[]) => void;
  readonly onWork: (fault: string) => void;
};

/** Faults that no landmark shows: named by eye or touch, worked on like any other. */
export function AlsoSeen({ exercise, seen, working, onSeen, onWork }: AlsoSeenProps) {
  const repertoire = useRepertoire();
  const unmeasured = exercise.faults
    .map(({ fault }) => entry(repertoire.faults, fault))
    .filter(({ shownBy }) => shownBy.length === 0);
  if (unmeasured.length === 0) return null;
  return (
    <Stack as="section" $gap={8} aria-label="Seen by eye or touch">
      <h3>Seen by eye or touch</h3>
      <SomeOf
        label="Which"
        chosen="danger"
        isSmall
        options={unmeasured.map(({ id, plain }) => ({ id, name: plain }))}
        values={seen}
        onChange={onSeen}
      />
      {unmeasured
        .filter(({ id }) => seen.includes(id))
        .map(({ id, plain, byEye }) => (
          <Row key={id} $gap={10}>
            <span>
              <strong>{plain[0]?.toUpperCase() + plain.slice(1)}.</strong> <Small>{byEye}</Small>
            </span>
            {working === id ? (
              <Small>working on this</Small>
            ) : (
              <Button $look="quiet" onPress={() => onWork(id)}>
                Work on this
              </Button>
            )}
          </Row>
        ))}
    </Stack>
  );
}
