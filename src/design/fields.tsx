'use client';

// Form fields: React Aria for behaviour, react-hook-form for values; an error stands under the field that it is about.
import { useController } from 'react-hook-form';
import type { FieldValues } from 'react-hook-form';
import { FieldError, Input, Label, Text, TextArea, TextField as AriaTextField } from 'react-aria-components';
import styled from 'styled-components';
import { box, label } from './field-parts';
import type { Bound } from './form-grid';
import type { PickerChoice } from './picker-list';
import { Tick, Ticks } from './tick';

const Field = styled(AriaTextField)`
  display: grid;
  gap: 5px;
  align-content: start;
  min-width: 0;
  ${label}
  input, textarea {
    ${box}
  }
  textarea {
    min-height: 84px;
    resize: vertical;
  }
`;

type TextFieldProps<T extends FieldValues, V> = Bound<T, V> & {
  type?: 'text' | 'email' | 'password';
  autoComplete?: string;
  inputMode?: 'numeric' | 'decimal';
  lines?: boolean;
};

export function TextField<T extends FieldValues, V>({
  control,
  name,
  label: text,
  help,
  type = 'text',
  autoComplete,
  inputMode,
  lines,
}: TextFieldProps<T, V>) {
  const {
    field: { ref, value, onChange, onBlur },
    fieldState,
  } = useController({ control, name });
  return (
    <Field
      name={name}
      type={type}
      value={value ?? ''}
      onChange={onChange}
      onBlur={onBlur}
      isInvalid={fieldState.invalid}
      validationBehavior="aria"
      autoComplete={autoComplete}
    >
      <Label className="label">{text}</Label>
      {lines ? <TextArea ref={ref} /> : <Input ref={ref} inputMode={inputMode} />}
      {help && (
        <Text slot="description" className="help">
          {help}
        </Text>
      )}
      <FieldError className="error">{fieldState.error?.message}</FieldError>
    </Field>
  );
}

export function CheckField<T extends FieldValues, V>({ control, name, label: text }: Bound<T, V>) {
  const { field } = useController({ control, name });
  return (
    <Tick isOn={Boolean(field.value)} onChange={field.onChange} onBlur={field.onBlur}>
      {text}
    </Tick>
  );
}

/** Several ticks that make one list of ids. */
export function ChecklistField<T extends FieldValues, V>({
  control,
  name,
  label: text,
  choices,
  least = 250,
}: Bound<T, V> & { choices: readonly PickerChoice[]; least?: number }) {
  const { field } = useController({ control, name });
  return (
    <Ticks
      label={text}
      isLabelled
      least={least}
      options={choices}
      values={field.value ?? []}
      onChange={field.onChange}
    />
  );
}
