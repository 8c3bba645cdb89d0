'use client';

// One of a few, or some of many, side by side: a press or the arrow keys choose.
import type { ReactNode } from 'react';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import type { Key } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { looks, shape } from './button';

/** How the chosen one stands out. */
const chosenLooks = {
  ink: css`
    background: var(--ink);
    color: var(--on-ink);
  `,
  main: looks.main,
  danger: looks.danger,
  underlined: css`
    text-decoration: underline;
    text-underline-offset: 6px;
    font-weight: 700;
  `,
  tray: css`
    background: var(--info-tint);
    font-weight: 650;
    box-shadow: inset 0 0 0 1.5px var(--info);
  `,
  framed: css`
    border-color: var(--ink);
    border-width: 2.5px;
  `,
};
type Chosen = keyof typeof chosenLooks;

const inTray = css`
  min-height: 44px;
  padding: 4px 14px;
  border-color: transparent;
  border-radius: 11px;
  background: none;
  font-weight: 400;
`;

const Toggle = styled(ToggleButton)<{ $chosen: Chosen; $isSmall: boolean }>`
  ${shape}
  ${({ $chosen }) => ($chosen === 'underlined' ? looks.quiet : looks.plain)}
  ${({ $chosen }) => $chosen === 'tray' && inTray}
  ${({ $isSmall }) =>
    $isSmall &&
    css`
      padding: 4px 13px;
      min-height: 44px;
      font-weight: 500;
      font-size: 0.92rem;
    `}
  &[data-selected] {
    ${({ $chosen }) => chosenLooks[$chosen]}
  }
`;

const Group = styled(ToggleButtonGroup)<{ $gap: number; $isTray: boolean }>`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: ${({ $gap }) => $gap}px;
  ${({ $isTray }) =>
    $isTray &&
    css`
      display: inline-flex;
      gap: 2px;
      padding: 3px;
      border: 1px solid var(--rule);
      border-radius: 14px;
    `}
`;

export type Option<T extends Key> = { readonly id: T; readonly name: ReactNode };

/** Options of a record of names, in its order. */
export const optionsOf = <const T extends string>(ids: readonly T[], names: Readonly<Record<T, string>>): Option<T>[] =>
  ids.map((id) => ({ id, name: names[id] }));

type GroupProps<T extends Key> = {
  readonly label: string;
  readonly options: readonly Option<T>[];
  readonly chosen?: Chosen;
  readonly isSmall?: boolean;
  readonly gap?: number;
  readonly className?: string;
};

const idsOf = <T extends Key>(options: readonly Option<T>[], keys: Iterable<Key>): T[] => {
  const wanted = new Set(keys);
  return options.map(({ id }) => id).filter((id) => wanted.has(id));
};

/** The buttons of a group, in the group's look. */
const Options = <T extends Key>({ options, chosen = 'ink', isSmall = false }: Omit<GroupProps<T>, 'label'>) =>
  options.map(({ id, name }) => (
    <Toggle key={id} id={id} $chosen={chosen} $isSmall={isSmall}>
      {name}
    </Toggle>
  ));

type OneOfProps<T extends Key> = GroupProps<T> & {
  /** None before the first choice; never none after it. */
  readonly value: T | undefined;
  readonly onChange: (id: T) => void;
};

export function OneOf<T extends Key>({ label, value, onChange, gap = 6, className, ...group }: OneOfProps<T>) {
  const choose = (keys: Iterable<Key>) => {
    const [id] = idsOf(group.options, keys);
    if (id !== undefined) onChange(id);
  };
  return (
    <Group
      aria-label={label}
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={value === undefined ? [] : [value]}
      onSelectionChange={choose}
      $gap={gap}
      $isTray={group.chosen === 'tray'}
      className={className}
    >
      <Options {...group} />
    </Group>
  );
}

type SomeOfProps<T extends Key> = GroupProps<T> & {
  readonly values: readonly T[];
  readonly onChange: (ids: T[]) => void;
};

export const SomeOf = <T extends Key>({ label, values, onChange, gap = 6, className, ...group }: SomeOfProps<T>) => (
  <Group
    aria-label={label}
    selectionMode="multiple"
    selectedKeys={values}
    onSelectionChange={(keys) => onChange(idsOf(group.options, keys))}
    $gap={gap}
    $isTray={group.chosen === 'tray'}
    className={className}
  >
    <Options {...group} />
  </Group>
);

/** One switch alone: on or off. */
export const Switched = ({
  isOn,
  onChange,
  chosen = 'main',
  children,
}: {
  readonly isOn: boolean;
  readonly onChange: (isOn: boolean) => void;
  readonly chosen?: Chosen;
  readonly children: ReactNode;
}) => (
  <Toggle isSelected={isOn} onChange={onChange} $chosen={chosen} $isSmall={false}>
    {children}
  </Toggle>
);
