'use client';

import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import { TextField } from '@/design/fields';

/** A new password, typed twice. `names`: of the two fields. */
export function NewPassword<T extends FieldValues, V>({
  control,
  names: [first, second],
}: {
  readonly control: Control<T, unknown, V>;
  readonly names: readonly [FieldPath<T>, FieldPath<T>];
}) {
  return (
    <>
      <TextField
        control={control}
        name={first}
        label="New password"
        type="password"
        autoComplete="new-password"
        help="Four or five words that have nothing to do with each other make a good one."
      />
      <TextField control={control} name={second} label="The same again" type="password" autoComplete="new-password" />
    </>
  );
}
