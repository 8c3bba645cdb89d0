'use client';

// What the Floor is built of: plain buttons large enough for a thumb in passing, and sheets that come up over the work.
// They are the browser's own button and dialog: the Floor must load light and answer at once (decision 009).
import { X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import type { ComponentProps, ReactNode } from 'react';
import styled, { css } from 'styled-components';

const looks = {
  plain: css`
    background: var(--panel);
    border-color: var(--rule-strong);
  `,
  main: css`
    background: var(--fluid);
    border-color: var(--fluid);
    color: var(--on-fluid);
  `,
  chosen: css`
    background: var(--ink);
    border-color: var(--ink);
    color: var(--on-ink);
  `,
  out: css`
    background: var(--panel);
    border-color: var(--out);
    color: var(--out);
  `,
  bare: css`
    background: transparent;
    border-color: transparent;
  `,
};

/** A target of at least 64 px. */
export const Tap = styled.button.attrs({ type: 'button' })<{ $look?: keyof typeof looks }>`
  ${({ $look = 'plain' }) => looks[$look]}
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 8px;
  min-height: 64px;
  min-width: 64px;
  padding: 6px 14px;
  border-width: 1.5px;
  border-style: solid;
  border-radius: 14px;
  font-weight: 650;
  line-height: 1.15;
  text-align: center;
  cursor: pointer;
  touch-action: manipulation;
  user-select: none;
  svg {
    flex: none;
  }
  &:active {
    transform: translateY(1px);
    filter: brightness(0.96);
  }
  &:disabled {
    opacity: 0.45;
    cursor: not-allowed;
  }
`;

/** A page before or after the exercises: two columns, one on an upright tablet. */
export const TwoColumns = styled.main`
  max-width: 1150px;
  margin: 0 auto;
  padding: 22px 22px 40px;
  display: grid;
  gap: 22px;
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1.05fr) minmax(0, 1fr);
    gap: 24px 48px;
    align-items: start;
  }
  .columns > section {
    display: grid;
    gap: 14px;
  }
  @media (max-width: 860px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  h1 {
    font-size: 2.2rem;
    overflow-wrap: anywhere;
  }
`;

const Frame = styled.dialog`
  width: min(760px, calc(100vw - 24px));
  max-height: calc(100dvh - 24px);
  padding: 0;
  border: 1.5px solid var(--rule-strong);
  border-radius: 18px;
  background: var(--paper);
  color: var(--ink);
  &[data-wide] {
    width: calc(100vw - 24px);
    height: calc(100dvh - 24px);
  }
  &::backdrop {
    background: rgb(17 24 27 / 0.55);
  }
  header {
    position: sticky;
    top: 0;
    z-index: 1;
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 12px;
    padding: 10px 12px 10px 22px;
    background: var(--paper);
    border-bottom: 1px solid var(--rule);
  }
  .inside {
    padding: 18px 22px 22px;
    display: grid;
    gap: 16px;
  }
  &[data-wide] .inside {
    padding: 0;
    height: calc(100% - 86px);
  }
`;

/** A sheet over the Floor; Escape closes it, the work underneath goes on. */
export function Sheet({
  title,
  onClose,
  wide = false,
  children,
}: {
  readonly title: string;
  readonly onClose: () => void;
  readonly wide?: boolean;
  readonly children: ReactNode;
}) {
  const frame = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    frame.current?.showModal();
  }, []);
  return (
    <Frame
      ref={frame}
      aria-label={title}
      data-wide={wide ? '' : undefined}
      onCancel={(event) => {
        event.preventDefault();
        onClose();
      }}
      onKeyDown={(event) => event.stopPropagation()}
    >
      <header>
        <h2>{title}</h2>
        <Tap $look="bare" aria-label="Close" onClick={onClose}>
          <X size={26} aria-hidden />
        </Tap>
      </header>
      <div className="inside">{children}</div>
    </Frame>
  );
}

const Labelled = styled.label`
  display: grid;
  gap: 6px;
  font-weight: 600;
  input,
  textarea,
  select {
    min-height: 56px;
    padding: 10px 14px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    background: var(--panel);
    color: var(--ink);
    font: inherit;
    font-weight: 400;
    font-size: 1.08rem;
    width: 100%;
  }
  textarea {
    min-height: 110px;
    resize: vertical;
  }
  small {
    font-weight: 400;
    color: var(--quiet);
  }
`;

type TextProps = {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly hint?: string;
};

export function Line({ label, value, onChange, hint, ...more }: TextProps & Omit<ComponentProps<'input'>, 'onChange'>) {
  return (
    <Labelled>
      {label}
      <input {...more} value={value} onChange={(event) => onChange(event.target.value)} />
      {hint && <small>{hint}</small>}
    </Labelled>
  );
}

export function Words({
  label,
  value,
  onChange,
  hint,
  ...more
}: TextProps & Omit<ComponentProps<'textarea'>, 'onChange'>) {
  return (
    <Labelled>
      {label}
      <textarea {...more} value={value} onChange={(event) => onChange(event.target.value)} />
      {hint && <small>{hint}</small>}
    </Labelled>
  );
}

export function Choose({
  label,
  value,
  onChange,
  choices,
}: TextProps & { readonly choices: readonly { readonly id: string; readonly name: string }[] }) {
  return (
    <Labelled>
      {label}
      <select value={value} onChange={(event) => onChange(event.target.value)}>
        {choices.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </Labelled>
  );
}

export const Wrapping = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
`;

export const Small = styled.small`
  color: var(--quiet);
  font-size: 0.92rem;
  line-height: 1.35;
`;

export const Warn = styled.p`
  color: var(--out);
  background: var(--out-tint);
  border-left: 4px solid var(--out);
  border-radius: 8px;
  padding: 10px 14px;
  font-weight: 600;
`;

/** Leaves the Floor by loading a whole page: the light page carries no router for it. */
export const Leave = styled.a`
  color: inherit;
`;

export const clockText = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
