'use client';

import { useState } from 'react';
import { FieldError, Input, Label, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { isUpright } from '@/core/anatomy/positions';
import type { Position, View } from '@/core/anatomy/positions';
import type { Setting } from '@/core/alignment/setting';
import { Button } from '@/design/button';
import { Row, Small } from '@/design/layout';
import { readNumber } from '@/design/number-text';

const Details = styled.details`
  border-top: 1px solid var(--rule);
  padding-top: 4px;
  summary {
    cursor: pointer;
    min-height: 44px;
    display: flex;
    align-items: center;
    gap: 8px;
    font-weight: 600;
  }
  summary::after {
    content: '▾';
    color: var(--quiet);
  }
  .fields {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 18px;
    padding-bottom: 8px;
  }
  label {
    display: block;
    font-size: 0.9rem;
    font-weight: 600;
  }
  input {
    width: 96px;
    min-height: 44px;
    padding: 6px 10px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    background: var(--panel);
  }
  [data-invalid] input {
    border-color: var(--out);
  }
  .error {
    color: var(--out);
    font-size: 0.86rem;
    font-weight: 600;
  }
`;

type LengthProps = {
  readonly label: string;
  readonly lo: number;
  readonly hi: number;
  readonly mm: number | undefined;
  readonly onChange: (mm: number | undefined) => void;
};

/** A length in metres, kept in mm. */
function Metres({ label, lo, hi, mm, onChange }: LengthProps) {
  const [text, setText] = useState(mm === undefined ? '' : String(mm / 1000));
  const typed = text.trim() === '' ? null : readNumber(text);
  const bad = typed === undefined || (typed !== null && (typed < lo || typed > hi));
  return (
    <TextField
      value={text}
      isInvalid={bad}
      validationBehavior="aria"
      inputMode="decimal"
      onChange={(next) => {
        setText(next);
        const read = next.trim() === '' ? null : readNumber(next);
        if (read === null) onChange(undefined);
        else if (read !== undefined && read >= lo && read <= hi) onChange(Math.round(read * 1000));
      }}
    >
      <Label>{label}</Label>
      <Input /> m<FieldError className="error">{bad ? `Between ${lo} and ${hi} m.` : ''}</FieldError>
    </TextField>
  );
}

type PlaceProps = {
  readonly setting: Setting;
  readonly position: Position;
  readonly view: View;
  readonly onChange: (setting: Setting) => void;
};

/** How this picture was taken: mirrored or not, and where the lens stood. */
export function CameraPlace({ setting, position, view, onChange }: PlaceProps) {
  const upright = isUpright(position);
  const showsEnds = view === 'side' || view === 'above';
  const { lensHeightMm, lensDistanceMm } = setting;
  const place = [
    showsEnds ? `${upright ? 'facing' : 'head at the'} ${setting.headEnd}` : '',
    lensDistanceMm ? `${(lensDistanceMm / 1000).toFixed(1)} m away` : '',
    lensHeightMm !== undefined ? `lens ${(lensHeightMm / 1000).toFixed(2)} m up` : '',
  ].filter(Boolean);
  const choice = (name: string, chosen: boolean, next: Setting) => (
    <Button
      key={name}
      aria-pressed={chosen}
      onPress={() => onChange(next)}
      style={chosen ? { background: 'var(--ink)', color: 'var(--on-ink)' } : {}}
    >
      {name}
    </Button>
  );
  return (
    <Details>
      <summary>
        How it was taken
        <Small>{place.join(', ') || 'lens not measured'}</Small>
      </summary>
      <div className="fields">
        {showsEnds && (
          <div role="group" aria-label={upright ? 'Client faces' : 'Head in the picture'}>
            <Small>{upright ? 'client faces' : 'head at the'}</Small>
            <Row $gap={4}>
              {(['left', 'right'] as const).map((end) =>
                choice(end, setting.headEnd === end, { ...setting, headEnd: end }),
              )}
            </Row>
          </div>
        )}
        {position === 'sideLying' && view === 'above' && (
          <div role="group" aria-label="Belly in the picture">
            <Small>belly toward</Small>
            <Row $gap={4}>
              {(['up', 'down'] as const).map((side) =>
                choice(side, (setting.bellySide ?? 'up') === side, { ...setting, bellySide: side }),
              )}
            </Row>
          </div>
        )}
        <Metres
          label="lens to client"
          lo={0.5}
          hi={20}
          mm={lensDistanceMm}
          onChange={(mm) => onChange(without(setting, 'lensDistanceMm', mm))}
        />
        {view === 'side' && (
          <Metres
            label="lens above the mat"
            lo={0}
            hi={4}
            mm={lensHeightMm}
            onChange={(mm) => onChange(without(setting, 'lensHeightMm', mm))}
          />
        )}
      </div>
      <Small>
        A lens above or below the pelvis fakes tilt, about 6° for each 5° it looks down. With distance and height known
        that is taken off, and the error between dates shrinks.
      </Small>
    </Details>
  );
}

function without(setting: Setting, key: 'lensDistanceMm' | 'lensHeightMm', mm: number | undefined): Setting {
  const { [key]: _, ...rest } = setting;
  return mm === undefined ? rest : { ...rest, [key]: mm };
}
