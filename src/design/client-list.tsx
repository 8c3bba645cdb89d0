'use client';

import { ChevronDown } from 'lucide-react';
import { useEffect, useState } from 'react';
import {
  Autocomplete,
  Button,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  SearchField,
  SelectValue,
  Text,
} from 'react-aria-components';
import styled from 'styled-components';
import { ChoiceList, Chooser, useOpening } from './chooser';
import type { Woken } from './closed-choice';

type Named = { readonly id: string; readonly name: string };

export type ClientPickerProps = {
  readonly chosen: Named | null;
  /** What stands for nobody in particular. */
  readonly anyone: string;
  /** The first of all, by name. */
  readonly clients: readonly Named[];
  /** Those whose name holds the text, by name. */
  readonly find: (text: string) => Promise<readonly Named[]>;
  readonly onChange: (id: string | null) => void;
};

const Search = styled(SearchField)`
  padding: 8px 8px 4px;
  input {
    width: 100%;
    min-height: 44px;
    padding: 8px 12px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 10px;
    background: var(--panel);
  }
`;

const any = 'any';
const patienceMs = 180;

/** The list itself, in place of what stood there closed. */
export function ClientList(props: ClientPickerProps & Woken & { readonly label: string }) {
  const { label, chosen, anyone, clients, find, onChange, isOpened } = props;
  const [isOpen, setOpen] = useOpening(isOpened);
  const [text, setText] = useState('');
  const [found, setFound] = useState<{ readonly text: string; readonly clients: readonly Named[] }>();
  const wanted = text.trim();
  useEffect(() => {
    if (!wanted) return;
    let isOver = false;
    const timer = setTimeout(() => {
      void find(wanted)
        .catch(() => [])
        .then((list) => !isOver && setFound({ text: wanted, clients: list }));
    }, patienceMs);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [wanted, find]);
  const isFound = found?.text === wanted;
  const narrowed = clients.filter(({ name }) => name.toLowerCase().includes(wanted.toLowerCase()));
  const list = wanted && isFound ? found.clients : narrowed;
  const items = wanted ? list : [{ id: any, name: anyone }, ...list];
  return (
    <Chooser
      selectedKey={chosen?.id ?? any}
      onSelectionChange={(key) => onChange(key === any ? null : String(key))}
      autoFocus
      isOpen={isOpen}
      onOpenChange={(opens) => {
        setOpen(opens);
        setText('');
      }}
    >
      <Label className="label">{label}</Label>
      <Button className="trigger">
        <SelectValue>{() => chosen?.name ?? anyone}</SelectValue>
        <ChevronDown size={18} aria-hidden />
      </Button>
      <ChoiceList>
        <Autocomplete inputValue={text} onInputChange={setText}>
          <Search aria-label="Find a client" autoFocus>
            <Input placeholder="Type a name" />
          </Search>
          <ListBox
            items={items}
            renderEmptyState={() => (
              <span style={{ padding: 14, display: 'block' }}>{isFound ? 'Nobody of that name.' : 'Looking…'}</span>
            )}
          >
            {({ id, name }) => (
              <ListBoxItem id={id} textValue={name} className="item">
                <Text slot="label">{name}</Text>
              </ListBoxItem>
            )}
          </ListBox>
        </Autocomplete>
      </ChoiceList>
    </Chooser>
  );
}
