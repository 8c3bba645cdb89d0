'use client';

// A choice from a list as it stands on a page: closed, and light. The list itself, with all that it takes, comes when the choice is
// reached by a key, or pressed.
import { ChevronDown } from 'lucide-react';
import { useId, useState } from 'react';
import type { KeyboardEvent, Ref } from 'react';
import styled from 'styled-components';
import { useAhead } from './ahead';
import { choice } from './field-parts';

const Closed = styled.div`
  ${choice}
`;

/** How a list begins that takes the place of a closed choice: it has the focus, and is open if that was pressed. */
export type Woken = { readonly isOpened: boolean };

/** What comes when it is wanted: nothing until then; a wish that fails (no network) leaves things as they are. */
export function useWoken<List>(load: () => Promise<List>) {
  const [woken, setWoken] = useState<Woken & { readonly list: List }>();
  useAhead(load);
  const wake = (isOpened: boolean) =>
    void load()
      .then((list) => setWoken((before) => before ?? { list, isOpened }))
      .catch(() => undefined);
  return [woken, wake] as const;
}

/** What a choice is beside itself in a form. */
export type InForm = {
  readonly help?: string | undefined;
  readonly error?: string | undefined;
  readonly triggerRef?: Ref<HTMLButtonElement> | undefined;
  readonly onBlur?: (() => void) | undefined;
};

type ClosedChoiceProps = {
  readonly label: string;
  /** The label is for those who cannot see what stands beside it. */
  readonly isLabelled?: boolean | undefined;
  readonly chosen: string;
  readonly isDisabled?: boolean | undefined;
  readonly onWake: (isOpened: boolean) => void;
};

export function ClosedChoice(props: ClosedChoiceProps & InForm) {
  const { label, isLabelled = false, chosen, isDisabled = false, onWake, help, error, triggerRef, onBlur } = props;
  const id = useId();
  const names = isLabelled ? { 'aria-label': `${chosen} ${label}` } : { 'aria-labelledby': `${id}-chosen ${id}-label` };
  const about = [help && `${id}-help`, error && `${id}-error`].filter(Boolean).join(' ');
  const opens = (event: KeyboardEvent) => {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    onWake(true);
  };
  return (
    <Closed {...(error ? { 'data-invalid': true } : {})}>
      {!isLabelled && (
        <span className="label" id={`${id}-label`}>
          {label}
        </span>
      )}
      <button
        type="button"
        className="trigger"
        aria-haspopup="listbox"
        aria-expanded={false}
        disabled={isDisabled}
        {...names}
        {...(about ? { 'aria-describedby': about } : {})}
        ref={triggerRef}
        onBlur={onBlur}
        onFocus={({ target }) => target.matches(':focus-visible') && onWake(false)}
        onClick={() => onWake(true)}
        onKeyDown={opens}
      >
        <span className="react-aria-SelectValue" id={`${id}-chosen`}>
          {chosen}
        </span>
        <ChevronDown size={18} aria-hidden />
      </button>
      {help && (
        <span className="help" id={`${id}-help`}>
          {help}
        </span>
      )}
      {error && (
        <span className="error" id={`${id}-error`}>
          {error}
        </span>
      )}
    </Closed>
  );
}
