'use client';

import { NumberField } from '@/design/number-field';
import styled from 'styled-components';
import { isUpright } from '@/core/anatomy/positions';
import type { Position, View } from '@/core/anatomy/positions';
import type { Setting } from '@/core/alignment/setting';
import { Small } from '@/design/layout';
import { OneOf, optionsOf } from '@/design/choice';
import { Tick } from '@/design/tick';
import { isProfile, usualLensWords } from '@/core/alignment/lens';
import { showsRoll } from '@/core/alignment/roll';

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
`;

type PlaceProps = {
  readonly setting: Setting;
  readonly position: Position;
  readonly view: View;
  /** The trunk is off the mat. */
  readonly leans: boolean;
  readonly onChange: (setting: Setting) => void;
};

/** How this picture was taken: mirrored or not, and where the lens stood. */
export function CameraPlace({ setting, position, view, leans, onChange }: PlaceProps) {
  const upright = isUpright(position);
  const showsEnds = view === 'side' || view === 'above';
  const { lensHeightMm, lensDistanceMm } = setting;
  return (
    <Details>
      <summary>
        How it was taken
        <Small>
          {[...(showsEnds ? [`${upright ? 'facing' : 'head at the'} ${setting.headEnd}`] : []), wordLens(setting)].join(
            ', ',
          )}
        </Small>
      </summary>
      <div className="fields">
        {showsEnds && (
          <div>
            <Small>{upright ? 'client faces' : 'head at the'}</Small>
            <OneOf
              label={upright ? 'Client faces' : 'Head in the picture'}
              gap={4}
              options={optionsOf(['left', 'right'], { left: 'left', right: 'right' })}
              value={setting.headEnd}
              onChange={(headEnd) => onChange({ ...setting, headEnd })}
            />
          </div>
        )}
        {position === 'sideLying' && view === 'above' && (
          <div>
            <Small>belly toward</Small>
            <OneOf
              label="Belly in the picture"
              gap={4}
              options={optionsOf(['up', 'down'], { up: 'up', down: 'down' })}
              value={setting.bellySide ?? 'up'}
              onChange={(bellySide) => onChange({ ...setting, bellySide })}
            />
          </div>
        )}
        <NumberField
          label="lens to client"
          limits={{ least: 0.5, most: 20, unit: 'm' }}
          value={inMetres(lensDistanceMm)}
          onRead={(metres) => onChange(withLens(setting, 'lensDistanceMm', metres))}
        />
        {view === 'side' && (
          <NumberField
            label="lens above the mat"
            limits={{ least: 0, most: 4, unit: 'm' }}
            value={inMetres(lensHeightMm)}
            onRead={(metres) => onChange(withLens(setting, 'lensHeightMm', metres))}
          />
        )}
      </div>
      <SameHold {...{ setting, position, view, leans, onChange }} />
      {!lensDistanceMm && isProfile({ view, position }) && <Small>{usualLensWords}</Small>}
      <Small>
        A lens above or below the pelvis fakes tilt, about 6° for each 5° it looks down. With distance and height known
        that is taken off, and the error between dates shrinks.
      </Small>
    </Details>
  );
}

const SameHold = ({ setting, position, view, leans, onChange }: PlaceProps) =>
  view !== 'above' &&
  showsRoll(position, leans ? 'inclined' : 'level') && (
    <Tick isOn={setting.sameHold ?? false} onChange={(sameHold) => onChange({ ...setting, sameHold })}>
      {view === 'side'
        ? 'The roll by hand (a phone across both hip bones) was read in this same hold'
        : 'Taken in the same unbroken hold as the picture from the side'}
    </Tick>
  );

/** Where the lens stood, as far as it was measured. */
function wordLens({ lensDistanceMm, lensHeightMm }: Setting): string {
  const height = lensHeightMm === undefined ? '' : `, ${(lensHeightMm / 1000).toFixed(2)} m up`;
  return lensDistanceMm ? `lens ${(lensDistanceMm / 1000).toFixed(1)} m away${height}` : `lens not measured${height}`;
}

const inMetres = (mm: number | undefined): number | undefined => (mm === undefined ? undefined : mm / 1000);

/** A length of the lens' place as it is kept, mm; none where the field was emptied. */
function withLens(setting: Setting, key: 'lensDistanceMm' | 'lensHeightMm', metres: number | null): Setting {
  const { [key]: _, ...rest } = setting;
  return metres === null ? rest : { ...rest, [key]: Math.round(metres * 1000) };
}
