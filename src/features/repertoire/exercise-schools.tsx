'use client';

import { useRouter } from 'next/navigation';
import styled from 'styled-components';
import { Quiet, Section, Small } from '@/design/layout';
import { Picker } from '@/design/picker';
import { setExerciseStance } from './actions';
import type { ExercisePage, StanceRow } from './read';

const Side = styled.div`
  overflow-x: auto;
  table {
    border-collapse: collapse;
    min-width: 720px;
    width: 100%;
  }
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 10px 14px 10px 0;
    border-top: 1px solid var(--rule);
    font-weight: 400;
  }
  thead th {
    border-top: 0;
    font-weight: 650;
  }
  tbody th {
    font-weight: 600;
    max-width: 220px;
  }
  tbody th span {
    font-weight: 400;
  }
  td[data-differs] {
    font-weight: 650;
  }
  td.here {
    background: var(--info-tint);
    padding-left: 12px;
  }
`;

export function Schools({ page: { stances, schools, exercise, mayChange } }: { page: ExercisePage }) {
  return (
    <Section aria-label="Schools side by side">
      <h2>Schools side by side</h2>
      <Quiet>The product takes no side. What is in force here is marked; each choice has its reason.</Quiet>
      <Side tabIndex={0} role="region" aria-label="Table of schools">
        <table>
          <thead>
            <tr>
              <th scope="col">Point</th>
              {schools.map(({ id, name }) => (
                <th key={id} scope="col">
                  {name}
                </th>
              ))}
              <th scope="col">Here</th>
            </tr>
          </thead>
          <tbody>
            {stances.map((row) => (
              <StanceLine key={row.id} row={row} schools={schools} exercise={exercise.id} mayChange={mayChange} />
            ))}
          </tbody>
        </table>
      </Side>
    </Section>
  );
}

function StanceLine({
  row,
  schools,
  exercise,
  mayChange,
}: {
  row: StanceRow;
  schools: ExercisePage['schools'];
  exercise: string;
  mayChange: boolean;
}) {
  const router = useRouter();
  const nameOfChoice = (id: string | undefined) => row.choices.find((choice) => choice.id === id)?.name ?? '';
  const inForce = row.choices.find(({ id }) => id === row.here.choice);
  const set = async (choice: string) => {
    await setExerciseStance({ exercise, stance: row.id, choice: choice === 'none' ? null : choice });
    router.refresh();
  };
  return (
    <tr>
      <th scope="row">
        {row.name}
        <br />
        <Small>{row.about}</Small>
      </th>
      {schools.map(({ id }) => (
        <td key={id} data-differs={row.bySchool[id] === row.here.choice ? undefined : ''}>
          {nameOfChoice(row.bySchool[id])}
        </td>
      ))}
      <td className="here">
        <strong>{inForce?.name}</strong>
        <br />
        <Small>
          {row.here.owner}. {inForce?.why}
        </Small>
        {inForce?.say && (
          <>
            <br />“{inForce.say}”
          </>
        )}
        {mayChange && (
          <Picker
            label="For this exercise"
            value={row.forExercise ?? 'none'}
            onChange={(choice) => void set(choice)}
            choices={[
              { id: 'none', name: 'as everywhere' },
              ...row.choices.map(({ id, name, why }) => ({ id, name, about: why })),
            ]}
          />
        )}
      </td>
    </tr>
  );
}
