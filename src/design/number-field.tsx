'use client';

// A number typed outside a form: the text stays as it was typed, what cannot be is told under it and not handed on.
import { useState } from 'react';
import type { ReactNode } from 'react';
import { FieldError, Input, Label, Text, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { readWithin } from './number-text';
import type { Limits } from './number-text';
import { label } from './field-parts';

const Field = styled(TextField)<{ $isRow: boolean }>`
  display: grid;
  gap: 5px;
  align-content: start;
  min-width: 0;
  ${label}
  .box {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  input {
    width: 96px;
    flex: 0 1 auto;
    min-width: 60px;
    min-height: 46px;
    padding: 6px 10px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    background: var(--panel);
  }
  &[data-invalid] input {
    border-color: var(--out);
    border-width: 2px;
  }
  .unit {
    color: var(--quiet);
  }
  ${({ $isRow }) =>
    $isRow
      ? `grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 14px;
  align-items: center;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
  .label { font-weight: 650; font-size: 1rem; }
  .box { grid-row: 1 / 3; grid-column: 2; }
  .unit { min-width: 56px; }
  .error, .meaning { grid-column: 1 / -1; }
  .meaning { justify-self: end; }
  input { min-height: 48px; font-size: 1.15rem; text-align: right; }`
      : ''}
`;

const hidden = { position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' } as const;

type NumberFieldProps = {
  readonly label: string;
  readonly limits: Limits;
  readonly value: number | null | undefined;
  /** Null: the field was emptied; not called with one that must hold something, nor with what is out of its limits. */
  readonly onRead: (value: number | null) => void;
  readonly mayBeEmpty?: boolean;
  readonly help?: ReactNode;
  /** What the number says, once it is right. */
  readonly meaning?: ReactNode;
  /** The label is for those who cannot see what stands beside it. */
  readonly isLabelled?: boolean;
  /** Label left, number right, a line above. */
  readonly isRow?: boolean;
};

const asText = (value: number | null | undefined): string =>
  value === null || value === undefined ? '' : String(value);

/** Whether a value is what the text reads, but for rounding. */
const isAsTyped = (value: number | null | undefined, read: number | string | null): boolean =>
  typeof value === 'number' && typeof read === 'number'
    ? Math.abs(value - read) <= 0.001 * Math.abs(read)
    : (value ?? null) === read;

export function NumberField({
  label,
  limits,
  value,
  onRead,
  mayBeEmpty = true,
  help,
  meaning,
  isLabelled = false,
  isRow = false,
}: NumberFieldProps) {
  const [text, setText] = useState(asText(value));
  const [shown, setShown] = useState(value);
  const read = (typed: string) => (mayBeEmpty && typed.trim() === '' ? null : readWithin(typed, limits));
  const now = read(text);
  if (value !== shown) {
    setShown(value);
    if (!isAsTyped(value, now)) setText(asText(value)); // it came from elsewhere: a sticker, a file
  }
  const error = typeof now === 'string' ? now : undefined;
  return (
    <Field
      $isRow={isRow}
      value={text}
      isInvalid={error !== undefined}
      validationBehavior="aria"
      inputMode={limits.whole ? 'numeric' : 'decimal'}
      onChange={(typed) => {
        setText(typed);
        const next = read(typed);
        if (typeof next !== 'string') onRead(next);
      }}
    >
      <Label className="label" style={isLabelled ? hidden : undefined}>
        {label}
      </Label>
      {help && (
        <Text slot="description" className="help">
          {help}
        </Text>
      )}
      <span className="box">
        <Input />
        {limits.unit && <span className="unit">{limits.unit}</span>}
      </span>
      <FieldError className="error">{error}</FieldError>
      {meaning && !error && <span className="meaning">{meaning}</span>}
    </Field>
  );
}
