'use client';

import { ChevronDown } from 'lucide-react';
import { Button, FieldError, Label, ListBox, ListBoxItem, SelectValue, Text } from 'react-aria-components';
import { ChoiceList, Chooser, useOpening } from './chooser';
import type { InForm, Woken } from './closed-choice';

export type PickerChoice = { readonly id: string; readonly name: string; readonly about?: string | undefined };

export type PickerProps = {
  readonly label: string;
  readonly value: string | null;
  readonly onChange: (id: string) => void;
  readonly choices: readonly PickerChoice[];
  readonly isDisabled?: boolean | undefined;
  /** The label is for those who cannot see what stands beside it. */
  readonly isLabelled?: boolean | undefined;
};

/** The list of a choice, in place of what stood there closed. */
export function PickerList({ isOpened, triggerRef, onBlur, ...props }: PickerProps & InForm & Woken) {
  const { label, value, onChange, choices, isDisabled = false, isLabelled = false, help, error } = props;
  const [isOpen, setOpen] = useOpening(isOpened);
  return (
    <Chooser
      autoFocus
      isOpen={isOpen}
      onOpenChange={setOpen}
      aria-label={isLabelled ? label : undefined}
      selectedKey={value}
      onSelectionChange={(key) => onChange(String(key))}
      onBlur={onBlur}
      isDisabled={isDisabled}
      isInvalid={error !== undefined}
      validationBehavior="aria"
    >
      {!isLabelled && <Label className="label">{label}</Label>}
      <Button className="trigger" ref={triggerRef}>
        <SelectValue />
        <ChevronDown size={18} aria-hidden />
      </Button>
      {help && (
        <Text slot="description" className="help">
          {help}
        </Text>
      )}
      <FieldError className="error">{error}</FieldError>
      <ChoiceList>
        <ListBox items={choices}>
          {({ id, name, about }) => (
            <ListBoxItem id={id} textValue={name} className="item">
              <Text slot="label">{name}</Text>
              {about && <Text slot="description">{about}</Text>}
            </ListBoxItem>
          )}
        </ListBox>
      </ChoiceList>
    </Chooser>
  );
}
