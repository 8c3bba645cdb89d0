'use client';

import type { ClientPickerProps } from './client-list';
import { ClosedChoice, useWoken } from './closed-choice';

const load = () => import('./client-list');

/** Whom something is for: a list that is narrowed by typing, and asks for what it does not hold. */
export function ClientPicker({ label = 'For', ...props }: ClientPickerProps & { readonly label?: string }) {
  const [woken, wake] = useWoken(load);
  if (woken) return <woken.list.ClientList {...props} label={label} isOpened={woken.isOpened} />;
  return <ClosedChoice label={label} chosen={props.chosen?.name ?? props.anyone} onWake={wake} />;
}
