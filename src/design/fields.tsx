'use client';

// Form fields: React Aria for behaviour, react-hook-form for values; an error stands under the field that it is about.
import { ChevronDown } from 'lucide-react';
import { useController } from 'react-hook-form';
import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import {
  Button,
  FieldError,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  SelectValue,
  Text,
  TextArea,
  TextField as AriaTextField,
} from 'react-aria-components';
import styled from 'styled-components';
import { ChoiceList, Chooser } from './chooser';
import { box, label } from './field-parts';
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

type Bound<T extends FieldValues, V> = {
  control: Control<T, unknown, V>;
  name: FieldPath<T>;
  label: string;
  help?: string;
};

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

export type Choice = { readonly id: string; readonly name: string; readonly about?: string };

type SelectFieldProps<T extends FieldValues, V> = Bound<T, V> & {
  readonly choices: readonly Choice[];
  /** What stands chosen, where that follows from other fields as well. */
  readonly shows?: string;
  readonly onChosen?: (id: string) => void;
  /** While the choices are on their way. */
  readonly isDisabled?: boolean;
};

export function SelectField<T extends FieldValues, V>({
  control,
  name,
  label: text,
  help,
  choices,
  shows,
  onChosen,
  isDisabled = false,
}: SelectFieldProps<T, V>) {
  const {
    field: { ref, value, onChange, onBlur },
    fieldState,
  } = useController({ control, name });
  return (
    <Chooser
      name={name}
      selectedKey={shows ?? value ?? null}
      onSelectionChange={(key) => {
        onChange(String(key));
        onChosen?.(String(key));
      }}
      onBlur={onBlur}
      isDisabled={isDisabled}
      isInvalid={fieldState.invalid}
      validationBehavior="aria"
    >
      <Label className="label">{text}</Label>
      <Button className="trigger" ref={ref}>
        <SelectValue />
        <ChevronDown size={18} aria-hidden />
      </Button>
      {help && (
        <Text slot="description" className="help">
          {help}
        </Text>
      )}
      <FieldError className="error">{fieldState.error?.message}</FieldError>
      <ChoiceList>
        <ListBox items={choices}>
          {({ id, name: title, about }) => (
            <ListBoxItem id={id} textValue={title} className="item">
              <Text slot="label">{title}</Text>
              {about && <Text slot="description">{about}</Text>}
            </ListBoxItem>
          )}
        </ListBox>
      </ChoiceList>
    </Chooser>
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
}: Bound<T, V> & { choices: readonly Choice[]; least?: number }) {
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

/** Room for a number field that may be left empty; the text is kept as typed. */
export const FormGrid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 16px;
`;
