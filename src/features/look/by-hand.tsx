'use client';

import { useAsking } from '@/platform/browser/asking';
import { useState } from 'react';
import { Checkbox, FieldError, Input, Label, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { handRules, readHand, usualFingerMm } from '@/core/alignment/by-hand';
import type { Position } from '@/core/anatomy/positions';
import type { Role } from '@/core/alignment/look-values';
import { readPole } from '@/core/alignment/pole';
import type { Taken } from '@/core/alignment/readings';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import { Failed, Panel, Quiet, Row, Small, Stack } from '@/design/layout';
import { readNumber } from '@/design/number-text';
import { keepFinger } from './actions';

const Field = styled(TextField)`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 14px;
  align-items: center;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
  label {
    font-weight: 650;
  }
  .how {
    grid-column: 1;
  }
  .box {
    grid-row: 1 / 3;
    grid-column: 2;
    display: flex;
    gap: 8px;
    align-items: center;
  }
  input {
    width: 92px;
    min-height: 48px;
    padding: 6px 10px;
    font-size: 1.15rem;
    text-align: right;
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    background: var(--panel);
  }
  &[data-invalid] input {
    border-color: var(--out);
    border-width: 2px;
  }
  .unit {
    min-width: 56px;
    color: var(--quiet);
  }
  .error {
    grid-column: 1 / -1;
    color: var(--out);
    font-weight: 600;
  }
  .is {
    grid-column: 1 / -1;
    justify-self: end;
  }
`;

const Check = styled(Checkbox)`
  display: inline-flex;
  gap: 9px;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
  .tick {
    width: 24px;
    height: 24px;
    border: 2px solid var(--rule-strong);
    border-radius: 7px;
    background: var(--panel);
  }
  &[data-selected] .tick {
    background: var(--fluid);
    border-color: #1c2a2f;
    box-shadow: inset 0 0 0 4px var(--panel);
  }
  &[data-focus-visible] .tick {
    outline: 3px solid var(--info);
    outline-offset: 2px;
  }
`;

const unitWords = { deg: '°', fingers: 'fingers', mm: 'mm', mmHg: 'mmHg' } as const;

type NumberProps = {
  readonly label: string;
  readonly how?: string;
  readonly unit: string;
  readonly lo: number;
  readonly hi: number;
  readonly value: number | undefined;
  readonly meaning?: string | undefined;
  readonly onRead: (value: number | null) => void;
};

/** A number typed in a tool's own unit; what cannot be is told here and not kept. */
function NumberField({ label, how, unit, lo, hi, value, meaning, onRead }: NumberProps) {
  const [text, setText] = useState(value === undefined ? '' : String(value));
  const typed = text.trim() === '' ? null : readNumber(text);
  const error =
    typed === undefined
      ? 'Type a number.'
      : typed !== null && (typed < lo || typed > hi)
        ? `Between ${lo} and ${hi} ${unit}.`
        : undefined;
  return (
    <Field
      value={text}
      isInvalid={error !== undefined}
      validationBehavior="aria"
      inputMode="decimal"
      onChange={(next) => {
        setText(next);
        const read = next.trim() === '' ? null : readNumber(next);
        if (read === undefined || (read !== null && (read < lo || read > hi))) return;
        onRead(read);
      }}
    >
      <Label>{label}</Label>
      {how && <Small className="how">{how}</Small>}
      <span className="box">
        <Input />
        <span className="unit">{unit}</span>
      </span>
      <FieldError className="error">{error}</FieldError>
      {meaning && !error && <Small className="is">{meaning}</Small>}
    </Field>
  );
}

type ByHandProps = {
  readonly role: Role;
  readonly position: Position;
  readonly readings: readonly Taken[];
  readonly fingerMm: number | null;
  readonly onFinger: (mm: number | null) => void;
  readonly onRead: (measure: string, taken: number | null) => void;
};

/** What goniometer, fingers, tape, cuff and pole tell, each with its own error. */
export function ByHand({ role, position, readings, fingerMm, onFinger, onRead }: ByHandProps) {
  const { failed, ask } = useAsking();
  const rules = handRules.filter(({ positions }) => positions.includes(position));
  return (
    <Stack $gap={22} style={{ maxWidth: 720, paddingTop: 16 }}>
      <div>
        <h2>By hand</h2>
        <Quiet>Leave empty what you did not take. Each tool brings its own error along.</Quiet>
      </div>
      <div>
        {rules.map(({ measure, how, counts, lo, hi }) => {
          const taken = readings.find(
            (one) => one.role === role && one.method === 'hand' && one.measure === measure,
          )?.taken;
          const read =
            taken === undefined ? undefined : readHand({ measure, read: taken }, position, fingerMm ?? undefined);
          const meaning =
            read &&
            `${formatMeasure(measure, read.value)} ± ${formatMeasure(measure, read.se, 'error')} within this set-up, ± ${formatMeasure(measure, read.seBetween, 'error')} between dates`;
          return (
            <NumberField
              key={`${role}${measure}`}
              label={nameOf(measure)}
              how={how}
              unit={unitWords[counts]}
              lo={lo}
              hi={hi}
              value={taken}
              meaning={meaning}
              onRead={(value) => onRead(measure, value)}
            />
          );
        })}
        {rules.some(({ counts }) => counts === 'fingers') && (
          <NumberField
            label="your own finger"
            how={`Breadth of the finger you measure with, at its last joint. ${usualFingerMm} mm is taken until it is known.`}
            unit="mm"
            lo={8}
            hi={30}
            value={fingerMm ?? undefined}
            onRead={(value) => {
              onFinger(value);
              void ask(keepFinger({ fingerMm: value }), 'Your finger’s breadth could not be kept.');
            }}
          />
        )}
        <Failed>{failed}</Failed>
      </div>
      {(position === 'fourPoint' || position === 'standing' || position === 'sitting') && (
        <Pole fingerMm={fingerMm ?? usualFingerMm} onGap={(fingers) => onRead('lumbarGap', fingers)} />
      )}
    </Stack>
  );
}

const touchNames = { sacrum: 'back of the pelvis', thorax: 'mid-back', head: 'back of the skull' } as const;

/** A pole along the back: what touches, the two gaps, and the curve they make. */
function Pole({ fingerMm, onGap }: { fingerMm: number; onGap: (fingers: number | null) => void }) {
  const [touches, setTouches] = useState({ sacrum: true, thorax: true, head: true });
  const [gaps, setGaps] = useState<{ low?: number | null; neck?: number | null; chord?: number | null }>({});
  const pole = readPole({
    touches,
    fingerMm,
    ...(gaps.low === null || gaps.low === undefined ? {} : { lowBackFingers: gaps.low }),
    ...(gaps.neck === null || gaps.neck === undefined ? {} : { neckFingers: gaps.neck }),
    ...(gaps.chord ? { chordMm: gaps.chord } : {}),
  });
  return (
    <Panel style={{ padding: '14px 20px 18px' }}>
      <h3>Pole along the back</h3>
      <Row $gap={22}>
        {(['sacrum', 'thorax', 'head'] as const).map((name) => (
          <Check key={name} isSelected={touches[name]} onChange={(on) => setTouches({ ...touches, [name]: on })}>
            <span className="tick" />
            {touchNames[name]} touches
          </Check>
        ))}
      </Row>
      <NumberField
        label="gap behind the low back"
        unit="fingers"
        lo={0}
        hi={6}
        value={undefined}
        onRead={(low) => {
          setGaps({ ...gaps, low });
          onGap(low);
        }}
      />
      <NumberField
        label="gap behind the neck"
        unit="fingers"
        lo={0}
        hi={8}
        value={undefined}
        onRead={(neck) => setGaps({ ...gaps, neck })}
      />
      <NumberField
        label="from pelvis contact to mid-back contact"
        unit="mm"
        lo={50}
        hi={700}
        value={undefined}
        onRead={(chord) => setGaps({ ...gaps, chord })}
      />
      <p data-pole style={{ marginTop: 8 }}>
        {pole.lumbarCurve && (
          <strong>
            Low-back curve {formatMeasure('lumbarCurve', pole.lumbarCurve.value)} ±{' '}
            {formatMeasure('lumbarCurve', pole.lumbarCurve.se, 'error')}.{' '}
          </strong>
        )}
        {pole.first}
      </p>
    </Panel>
  );
}
