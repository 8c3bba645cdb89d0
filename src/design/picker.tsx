'use client';

import { ClosedChoice, useWoken } from './closed-choice';
import type { PickerProps } from './picker-list';

export type { PickerChoice } from './picker-list';

const load = () => import('./picker-list');

/** A choice from a list, outside forms: the same look as the form's own. */
export function Picker(props: PickerProps) {
  const { label, value, choices, isDisabled, isLabelled } = props;
  const [woken, wake] = useWoken(load);
  if (woken) return <woken.list.PickerList {...props} isOpened={woken.isOpened} />;
  const chosen = choices.find(({ id }) => id === value)?.name ?? 'Choose';
  return <ClosedChoice label={label} chosen={chosen} isDisabled={isDisabled} isLabelled={isLabelled} onWake={wake} />;
}
