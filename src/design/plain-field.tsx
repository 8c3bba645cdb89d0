'use client';

// A labelled text field that keeps its value outside a form library: for dialogs and editors.
import { FieldError, Input, Label, Text, TextArea, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { label, box } from './field-parts';

const Field = styled(TextField)`
  display: grid;
  gap: 5px;
  align-content: start;
  min-width: 0;
  ${label}
  input,
  textarea {
    ${box}
  }
  textarea {
    min-height: 76px;
    resize: vertical;
  }
`;

type PlainFieldProps = {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly lines?: boolean;
  readonly help?: string | undefined;
  readonly error?: string | undefined;
  readonly type?: 'text' | 'date' | 'search' | 'password';
  readonly inputMode?: 'numeric' | 'decimal';
};

export function PlainField({ label, value, onChange, lines, help, error, type = 'text', inputMode }: PlainFieldProps) {
  return (
    <Field value={value} onChange={onChange} isInvalid={Boolean(error)} type={type} validationBehavior="aria">
      <Label className="label">{label}</Label>
      {lines ? <TextArea /> : <Input inputMode={inputMode} />}
      {help && (
        <Text slot="description" className="help">
          {help}
        </Text>
      )}
      <FieldError className="error">{error}</FieldError>
    </Field>
  );
}
