'use client';

import { Check, Redo2, Trash2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import type { Dispatch } from 'react';
import { FieldError, Input, Label, TextField, ToggleButton } from 'react-aria-components';
import styled from 'styled-components';
import type { Role } from '@/core/alignment/look';
import type { Pose } from '@/core/body/pose';
import { Button } from '@/design/button';
import { Figure } from '@/design/figure';
import { Row, Small } from '@/design/layout';
import { readNumber } from '@/design/number-text';
import { countWanted, markIds, nameOfMark } from './state';
import type { Bench, BenchAct, MarkId } from './state';

const groups: readonly { readonly name: string; readonly marks: readonly MarkId[] }[] = [
  { name: 'mat line', marks: ['mat1', 'mat2'] },
  { name: 'known length', marks: ['known1', 'known2'] },
  { name: 'pelvis', marks: ['ASIS', 'PS', 'PSIS'] },
  { name: 'ribs', marks: ['SN', 'LR'] },
  { name: 'leg', marks: ['GT', 'LK', 'LM'] },
  { name: 'head', marks: ['FH', 'CH'] },
];

const Guide = styled.div`
  width: 148px;
  flex: none;
`;

const Groups = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  .group {
    display: grid;
    gap: 2px;
  }
  .row {
    display: flex;
    gap: 4px;
    align-items: center;
  }
  .mark {
    display: inline-flex;
    gap: 6px;
    align-items: center;
    min-height: 44px;
    min-width: 44px;
    justify-content: center;
    padding: 4px 11px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    background: var(--panel);
    cursor: pointer;
    font-weight: 600;
    font-size: 0.94rem;
  }
  .mark svg {
    flex: none;
  }
  .mark[data-set] {
    border-color: var(--fluid-deep);
    background: color-mix(in srgb, var(--fluid) 24%, var(--panel));
  }
  .mark[data-selected] {
    background: var(--ink);
    color: var(--on-ink);
    border-color: var(--ink);
  }
  .mark[data-wrong] {
    border-color: var(--out);
    color: var(--out);
    background: var(--out-tint);
  }
  .mm {
    display: flex;
    align-items: center;
    gap: 6px;
    flex-wrap: wrap;
    max-width: 240px;
  }
  .mm input {
    width: 88px;
    min-height: 44px;
    padding: 6px 10px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    background: var(--panel);
  }
  .mm[data-invalid] input {
    border-color: var(--out);
    border-width: 2px;
  }
  .mm .error {
    color: var(--out);
    font-size: 0.86rem;
    font-weight: 600;
    flex-basis: 100%;
  }
`;

const shortName = (id: MarkId): string =>
  id === 'mat1' || id === 'known1' ? 'one end' : id === 'mat2' || id === 'known2' ? 'other end' : id;

type PaletteProps = {
  readonly role: Role;
  readonly bench: Bench;
  readonly wrong: ReadonlySet<string>;
  readonly dispatch: Dispatch<BenchAct>;
  readonly onChosen: () => void;
  /** How the body should lie in this picture, to point out on it where the mark goes. */
  readonly pose: Pose;
  readonly headEnd: 'left' | 'right';
};

/** The marks to set, by block; what is being set now, in words; undo and redo. */
export function Palette({ role, bench, wrong, dispatch, onChosen, pose, headEnd }: PaletteProps) {
  const draft = bench.drafts[role];
  const active = bench.active[role];
  const wanted = countWanted(draft);
  const at = draft.points[active];
  const status = `${at ? 'Placed' : wanted === 0 ? 'All marks are set. Placing' : 'Now'}: ${isLine(active) ? '' : `${active}, `}${nameOfMark(active)}${at ? ` at ${Math.round(at[0])}, ${Math.round(at[1])} px` : ''}. ${wanted === 0 ? '' : `${wanted} to go.`}`;
  return (
    <>
      <Row $gap={14}>
        <Guide aria-hidden>
          <Figure pose={pose} label="" small spot={isLine(active) ? undefined : active} headEnd={headEnd} />
        </Guide>
        <p id="mark-status" aria-live="polite" style={{ flex: '1 1 220px', fontWeight: 600 }}>
          {status}
        </p>
        <Row $gap={2}>
          <Button
            $look="quiet"
            aria-label="Undo"
            isDisabled={bench.past.length === 0}
            onPress={() => dispatch({ do: 'undo' })}
          >
            <Undo2 size={19} aria-hidden />
          </Button>
          <Button
            $look="quiet"
            aria-label="Redo"
            isDisabled={bench.future.length === 0}
            onPress={() => dispatch({ do: 'redo' })}
          >
            <Redo2 size={19} aria-hidden />
          </Button>
          <Button
            $look="quiet"
            aria-label="Remove this mark"
            isDisabled={!at}
            onPress={() => dispatch({ do: 'remove', role, mark: active })}
          >
            <Trash2 size={19} aria-hidden />
          </Button>
        </Row>
      </Row>
      <Groups role="group" aria-label="Marks">
        {groups.map(({ name, marks }) => (
          <div className="group" key={name}>
            <Small>{name}</Small>
            <div className="row">
              {marks.map((id) => (
                <ToggleButton
                  key={id}
                  className="mark"
                  aria-label={`${isLine(id) ? '' : `${id}, `}${nameOfMark(id)}${draft.points[id] ? ', placed' : ''}`}
                  isSelected={id === active}
                  data-pick={id}
                  data-set={draft.points[id] ? '' : undefined}
                  data-wrong={wrong.has(id) ? '' : undefined}
                  onChange={() => {
                    dispatch({ do: 'choose', role, mark: id });
                    onChosen();
                  }}
                >
                  {shortName(id)}
                  {draft.points[id] && <Check size={15} strokeWidth={3} aria-hidden />}
                </ToggleButton>
              ))}
              {name === 'known length' && (
                <KnownLength key={role} mm={draft.knownMm} onChange={(mm) => dispatch({ do: 'knownMm', role, mm })} />
              )}
            </div>
          </div>
        ))}
      </Groups>
      <Small id="mark-keys">
        Press and drag on the picture to place a mark. Keys: arrows 1 px, Shift + arrows 10 px, Enter for the next mark,
        [ and ] to step through, Delete to remove, Ctrl + Z to undo. PS is private: the client may point it out, through
        clothing, or not; PSIS serves as well.
      </Small>
    </>
  );
}

type LineEnd = 'mat1' | 'mat2' | 'known1' | 'known2';
const isLine = (id: MarkId): id is LineEnd => markIds.indexOf(id) < 4;

function KnownLength({ mm, onChange }: { mm: number | null; onChange: (mm: number | null) => void }) {
  const [text, setText] = useState(mm === null ? '' : String(mm));
  const typed = text.trim() === '' ? null : readNumber(text);
  const error =
    typed === undefined
      ? 'Type a number of millimetres.'
      : typed !== null && !(typed > 0 && typed <= 10_000)
        ? 'Between 1 and 10 000 mm.'
        : undefined;
  return (
    <TextField
      className="mm"
      value={text}
      isInvalid={error !== undefined}
      validationBehavior="aria"
      inputMode="decimal"
      onChange={(next) => {
        setText(next);
        const value = next.trim() === '' ? null : readNumber(next);
        onChange(value !== undefined && value !== null && value > 0 && value <= 10_000 ? value : null);
      }}
    >
      <Label style={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' }}>
        Known length in mm
      </Label>
      <Input /> mm
      <FieldError className="error">{error}</FieldError>
    </TextField>
  );
}
