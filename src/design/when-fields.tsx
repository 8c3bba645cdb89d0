'use client';

// A day and a time of day, in a form.
import { useController } from 'react-hook-form';
import type { FieldValues } from 'react-hook-form';
import type { Bound } from './form-grid';
import { DayBoxField, TimeBoxField } from './month';

export function DayField<T extends FieldValues, V>({ control, name, label, help }: Bound<T, V>) {
  const { field, fieldState } = useController({ control, name });
  const { value, onChange, onBlur } = field;
  return <DayBoxField {...{ label, help, value, onChange, onBlur }} error={fieldState.error?.message} />;
}

export function ClockField<T extends FieldValues, V>({ control, name, label, help }: Bound<T, V>) {
  const { field, fieldState } = useController({ control, name });
  const { value, onChange, onBlur } = field;
  return <TimeBoxField {...{ label, help, value, onChange, onBlur }} error={fieldState.error?.message} />;
}
