'use client';

// A choice from a list, outside forms: the same look as the form's own.
import { ChevronDown } from 'lucide-react';
import { Button, Label, ListBox, ListBoxItem, SelectValue, Text } from 'react-aria-components';
import { ChoiceList, Chooser } from './chooser';

export type PickerChoice = { readonly id: string; readonly name: string; readonly about?: string | undefined };

type PickerProps = {
  readonly label: string;
  readonly value: string;
  readonly onChange: (id: string) => void;
  readonly choices: readonly PickerChoice[];
  readonly isDisabled?: boolean;
  /** The label is for those who cannot see what stands beside it. */
  readonly isLabelled?: boolean;
};

export function Picker({ label, value, onChange, choices, isDisabled = false, isLabelled = false }: PickerProps) {
  return (
    <Chooser
      aria-label={isLabelled ? label : undefined}
      selectedKey={value}
      onSelectionChange={(key) => onChange(String(key))}
      isDisabled={isDisabled}
    >
      {!isLabelled && <Label className="label">{label}</Label>}
      <Button className="trigger">
        <SelectValue />
        <ChevronDown size={18} aria-hidden />
      </Button>
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
