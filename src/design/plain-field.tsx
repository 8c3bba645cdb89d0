'use client';

// A labelled text field that keeps its value outside a form library: for dialogs and editors.
import { FieldError, Input, Label, Text, TextArea, TextField } from 'react-aria-components';
import styled from 'styled-components';

const Field = styled(TextField)`
  display: grid;
  gap: 5px;
  align-content: start;
  min-width: 0;
  .label {
    font-weight: 600;
    font-size: 0.94rem;
  }
  .help {
    color: var(--quiet);
    font-size: 0.86rem;
  }
  .error {
    color: var(--out);
    font-size: 0.92rem;
    font-weight: 600;
  }
  input,
  textarea {
    width: 100%;
    min-height: 46px;
    padding: 9px 13px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    background: var(--panel);
  }
  textarea {
    min-height: 76px;
    resize: vertical;
  }
  &[data-invalid] input,
  &[data-invalid] textarea {
    border-color: var(--out);
    border-width: 2px;
  }
`;

type PlainFieldProps = {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly lines?: boolean;
  readonly help?: string | undefined;
  readonly error?: string | undefined;
  readonly type?: 'text' | 'date' | 'search';
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
