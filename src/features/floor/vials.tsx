'use client';

// The newest quick look as vials, judged against the targets in force; grades carry her own error, or that of an untrained eye.
import { isOneOf } from '@/core/keyed';
import styled from 'styled-components';
import { grades as allGrades, readEye } from '@/core/alignment/by-eye';
import { judge } from '@/core/knowledge/judge';
import { readBlocks } from '@/core/alignment/vial';
import type { BlockReading } from '@/core/alignment/vial';
import { formatMeasure } from '@/core/alignment/words';
import type { Exercise } from '@/core/knowledge/entries';
import type { Item } from '@/core/progression/session';
import { Vial, vialWords } from '@/design/vial';
import type { DayPack, FloorClient } from './pack';
import { Small } from './parts';
import { stancesFor } from './state';

const Stack = styled.ul`
  display: grid;
  gap: 6px;
  li {
    display: grid;
    grid-template-columns: 52px minmax(0, 1fr) 104px;
    gap: 10px;
    align-items: center;
    font-size: 1.05rem;
  }
  li[data-state='out'] b {
    color: var(--out);
  }
  b {
    font-weight: 650;
    line-height: 1.1;
  }
`;

type Shown = {
  readonly pack: DayPack;
  readonly client: FloorClient;
  readonly exercise: Exercise;
  readonly item: Item;
};

/** Head, ribs and pelvis as they were graded last in this exercise. */
export function readVials({ pack, client, exercise, item }: Shown): readonly BlockReading[] {
  const grades = item.looks.at(-1)?.grades ?? {};
  const measures = Object.fromEntries(
    Object.entries(grades).map(([measure, grade]) => {
      const target = pack.repertoire.targets.find((one) => one.measure === measure);
      const [lo, hi] = target?.interval ?? [0, 0];
      const level = target?.relativeTo === 'asMeasured' && lo !== null && hi !== null ? (lo + hi) / 2 : 0;
      return [measure, readEye(isOneOf(allGrades, grade) ? grade : 0, level, pack.eyes[measure])];
    }),
  );
  const { school, choices } = stancesFor(pack, client, exercise.id);
  const judged = judge(
    {
      exercise: exercise.id,
      level: Math.floor(item.level),
      phase: 'hold',
      school: school.id,
      stances: Object.fromEntries(Object.entries(choices).map(([stance, { choice }]) => [stance, choice])),
      conditions: [...client.conditions],
      neutral: Object.fromEntries(Object.keys(measures).map((measure) => [measure, { value: 0, se: 0 }])),
      measures,
    },
    pack.repertoire,
  );
  const vantage = { position: exercise.position, view: 'side', headEnd: 'left' } as const;
  return readBlocks(judged.ok ? judged.value : undefined, vantage);
}

export function FloorVials(shown: Shown) {
  return (
    <Stack aria-label="Level vials">
      {readVials(shown).map(({ block, place, state, shown: measured }) => (
        <li key={block} data-block={block} data-state={state}>
          <span>{block}</span>
          <Vial place={place} state={state} />
          <b>
            {measured ? formatMeasure(measured.measure, measured.value) : ''}{' '}
            <Small as="span">{state === 'none' ? 'not looked' : vialWords[state]}</Small>
          </b>
        </li>
      ))}
    </Stack>
  );
}
