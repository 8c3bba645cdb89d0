'use client';

// Fields that an entry's editor is made of.
import { useState } from 'react';
import styled from 'styled-components';
import { FormGrid as Grid } from '@/design/fields';
import { PlainField } from '@/design/plain-field';

export const FormGrid = styled(Grid)`
  grid-template-columns: repeat(auto-fit, minmax(min(280px, 100%), 1fr));
`;

export const Ticks = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 0 18px;
  label {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 40px;
  }
  input {
    width: 21px;
    height: 21px;
    flex: none;
    accent-color: var(--info);
  }
`;

/** Choices of a picker or ticks, by their ids. */
export const pick = <T extends string>(names: Readonly<Record<T, string>>, ids: readonly T[]) =>
  ids.map((id) => ({ id, name: names[id] }));

/** One of a list, by its id; the id comes from a picker that offered these. */
export const oneOf = <T extends string>(all: readonly T[], id: string): T | undefined => all.find((one) => one === id);

/** Those of a list that are ticked. */
export const someOf = <T extends string>(all: readonly T[], ids: readonly string[]): T[] =>
  all.filter((one) => ids.includes(one));

export function TickList({
  all,
  chosen,
  onChange,
  label,
}: {
  all: readonly { readonly id: string; readonly name: string }[];
  chosen: readonly string[];
  onChange: (ids: string[]) => void;
  label: string;
}) {
  return (
    <Ticks role="group" aria-label={label}>
      {all.map(({ id, name }) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={chosen.includes(id)}
            onChange={({ target }) => onChange(target.checked ? [...chosen, id] : chosen.filter((one) => one !== id))}
          />
          {name}
        </label>
      ))}
    </Ticks>
  );
}

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

export function Count({ label, value, onChange }: { label: string; value: number; onChange: (value: number) => void }) {
  const [typed, setTyped] = useState(String(value));
  const isRight = /^[1-9]\d{0,2}$/.test(typed.trim());
  return (
    <PlainField
      label={label}
      value={typed}
      inputMode="numeric"
      error={isRight ? undefined : 'A whole number from 1.'}
      onChange={(text) => {
        setTyped(text);
        if (/^[1-9]\d{0,2}$/.test(text.trim())) onChange(Number(text));
      }}
    />
  );
}
