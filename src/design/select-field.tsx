'use client';

import { useController } from 'react-hook-form';
import type { FieldValues } from 'react-hook-form';
import { ClosedChoice, useWoken } from './closed-choice';
import type { Bound } from './form-grid';
import type { PickerChoice } from './picker-list';

const load = () => import('./picker-list');

type SelectFieldProps<T extends FieldValues, V> = Bound<T, V> & {
  readonly choices: readonly PickerChoice[];
  /** What stands chosen, where that follows from other fields as well. */
  readonly shows?: string;
  readonly onChosen?: (id: string) => void;
  /** While the choices are on their way. */
  readonly isDisabled?: boolean;
};

/** A choice from a list, in a form. */
export function SelectField<T extends FieldValues, V>({
  control,
  name,
  shows,
  onChosen,
  ...rest
}: SelectFieldProps<T, V>) {
  const [woken, wake] = useWoken(load);
  const { field, fieldState } = useController({ control, name });
  const value = shows ?? field.value ?? null;
  const shown = { ...rest, error: fieldState.error?.message, triggerRef: field.ref, onBlur: field.onBlur };
  if (!woken) {
    const chosen = rest.choices.find(({ id }) => id === value)?.name ?? 'Choose';
    return <ClosedChoice {...shown} chosen={chosen} onWake={wake} />;
  }
  const choose = (id: string) => {
    field.onChange(id);
    onChosen?.(id);
  };
  return <woken.list.PickerList {...shown} value={value} onChange={choose} isOpened={woken.isOpened} />;
}
