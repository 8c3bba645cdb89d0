'use client';

// A length or a mass of a body, typed in the units that a studio reads; the form holds it in centimetres and kilograms.
import { useState } from 'react';
import { useController } from 'react-hook-form';
import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import { limitsFor, metricFor, shownFor, unitWords } from '@/core/units';
import type { Quantity, Units } from '@/core/units';
import { TextField } from './fields';
import { PlainField } from './plain-field';

type BodyFieldProps<T extends FieldValues, V> = {
  readonly control: Control<T, unknown, V>;
  readonly name: FieldPath<T>;
  readonly label: string;
  readonly of: Quantity;
  readonly units: Units;
  readonly help?: string;
};

export const BodyField = <T extends FieldValues, V>({ units, ...field }: BodyFieldProps<T, V>) =>
  units === 'metric' ? (
    <TextField
      control={field.control}
      name={field.name}
      label={`${field.label}, ${unitWords.metric[field.of]}`}
      inputMode="decimal"
      {...(field.help === undefined ? {} : { help: field.help })}
    />
  ) : (
    <Converted {...field} />
  );

/** What was typed stays as typed, while the form's own value is what came of it. */
function Converted<T extends FieldValues, V>({ control, name, label, of, help }: Omit<BodyFieldProps<T, V>, 'units'>) {
  const { field, fieldState } = useController({ control, name });
  const metric = String(field.value ?? '');
  const [typed, setTyped] = useState(() => ({ text: shownFor(of, metric), metric }));
  return (
    <PlainField
      label={`${label}, ${unitWords.imperial[of]}`}
      value={typed.metric === metric ? typed.text : shownFor(of, metric)}
      onChange={(text) => {
        const next = metricFor(of, text);
        setTyped({ text, metric: next });
        field.onChange(next);
      }}
      help={help}
      error={fieldState.error?.message && limitsFor(of, fieldState.error.message)}
      inputMode={of === 'mass' ? 'decimal' : undefined}
    />
  );
}
