'use client';

// Fields that an entry's editor is made of.
import { useState } from 'react';
import styled from 'styled-components';
import { FormGrid as Grid } from '@/design/form-grid';
import { NumberField } from '@/design/number-field';
import { PlainField } from '@/design/plain-field';

export const FormGrid = styled(Grid)`
  grid-template-columns: repeat(auto-fit, minmax(min(280px, 100%), 1fr));
`;

/** Choices of a picker or ticks, by their ids. */
export const pick = <T extends string>(names: Readonly<Record<T, string>>, ids: readonly T[]) =>
  ids.map((id) => ({ id, name: names[id] }));

/** One of a list, by its id; the id comes from a picker that offered these. */
export const oneOf = <T extends string>(all: readonly T[], id: string): T | undefined => all.find((one) => one === id);

/** Text by the line that keeps what is typed while it is read. */
export function Lines({
  label,
  help,
  value,
  onChange,
}: {
  label: string;
  help: string;
  value: string;
  onChange: (text: string) => void;
}) {
  const [typed, setTyped] = useState(value);
  return (
    <PlainField
      label={label}
      help={help}
      lines
      value={typed}
      onChange={(text) => {
        setTyped(text);
        onChange(text);
      }}
    />
  );
}

export const Count = ({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}) => (
  <NumberField
    label={label}
    value={value}
    mayBeEmpty={false}
    limits={{ least: 1, most: 999, whole: true }}
    onRead={(read) => read !== null && onChange(read)}
  />
);
