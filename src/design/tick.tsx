'use client';

// Check boxes: one alone, or a list of them that makes one list of ids.
import { Check } from 'lucide-react';
import type { CSSProperties, ReactNode } from 'react';
import { Checkbox, CheckboxGroup, Label } from 'react-aria-components';
import styled, { css } from 'styled-components';

const Line = styled(Checkbox)`
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
  .box {
    width: 24px;
    height: 24px;
    flex: none;
    border: 1.5px solid var(--rule-strong);
    border-radius: 7px;
    display: grid;
    place-items: center;
    background: var(--panel);
    color: transparent;
  }
  &[data-selected] .box {
    background: var(--ink);
    border-color: var(--ink);
    color: var(--on-ink);
  }
  &[data-disabled] {
    opacity: 0.6;
    cursor: not-allowed;
  }
  &[data-focus-visible] {
    outline: none;
  }
  &[data-focus-visible] .box {
    outline: 3px solid var(--info);
    outline-offset: 2px;
  }
`;

const Box = () => (
  <span className="box">
    <Check size={17} strokeWidth={3} aria-hidden />
  </span>
);

type TickProps = {
  readonly isOn: boolean;
  readonly onChange: (isOn: boolean) => void;
  readonly onBlur?: () => void;
  readonly style?: CSSProperties;
  readonly children: ReactNode;
};

export const Tick = ({ isOn, children, ...props }: TickProps) => (
  <Line isSelected={isOn} {...props}>
    <Box />
    {children}
  </Line>
);

/** As on paper: two columns, a line above each, the box at its end. */
const sheet = css`
  .choices {
    display: block;
    columns: 2 380px;
    column-gap: 40px;
  }
  .choices > label {
    flex-direction: row-reverse;
    justify-content: space-between;
    break-inside: avoid;
    border-top: 1px solid var(--rule);
    padding: 6px 10px 6px 0;
    min-height: 56px;
  }
  @media print {
    .choices {
      columns: 2;
      font-size: 9.5pt;
    }
    .choices > label {
      padding: 2px 0;
      min-height: 20px;
    }
  }
`;

const Group = styled(CheckboxGroup)<{ $least: number; $isSheet: boolean }>`
  .label {
    font-weight: 600;
    font-size: 0.94rem;
  }
  .choices {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(${({ $least }) => $least}px, 1fr));
    column-gap: 20px;
  }
  ${({ $isSheet }) => $isSheet && sheet}
`;

type TicksProps<T extends string> = {
  readonly label: string;
  readonly options: readonly { readonly id: T; readonly name: ReactNode }[];
  readonly values: readonly T[];
  readonly onChange: (ids: T[]) => void;
  readonly isDisabled?: boolean;
  /** The label stands above; else it is for those who cannot see what stands beside it. */
  readonly isLabelled?: boolean;
  /** Least width of a column, px. */
  readonly least?: number;
  /** As questions on paper are asked. */
  readonly isSheet?: boolean;
};

/** In the order of the options, whatever was ticked first. */
export const Ticks = <T extends string>({
  label,
  options,
  values,
  onChange,
  isDisabled = false,
  isLabelled = false,
  least = 200,
  isSheet = false,
}: TicksProps<T>) => (
  <Group
    $least={least}
    $isSheet={isSheet}
    aria-label={isLabelled ? undefined : label}
    value={[...values]}
    isDisabled={isDisabled}
    onChange={(ids) => onChange(options.map(({ id }) => id).filter((id) => ids.includes(id)))}
  >
    {isLabelled && <Label className="label">{label}</Label>}
    <div className="choices">
      {options.map(({ id, name }) => (
        <Line key={id} value={id}>
          <Box />
          {name}
        </Line>
      ))}
    </div>
  </Group>
);
