'use client';

// Where the camera stands: how level it is by the device's own sensor, how far off and how high, kept per room on this device.
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { fromWhere } from '@/core/anatomy/positions';
import type { Position, View } from '@/core/anatomy/positions';
import { usualLensHeightMm } from '@/core/figure/picture';
import { cameraLevel } from '@/core/motion/phone-level';
import { sensorLevel } from '@/platform/browser/level-source';
import type { LevelSource } from '@/platform/browser/level-source';
import type { EyePlace } from '@/platform/browser/eye-place';
import { Line, Small, Tap, Wrapping } from '../parts';

const Box = styled.div`
  display: grid;
  gap: 10px;
  padding: 12px 16px;
  border: 1px solid var(--rule);
  border-radius: 14px;
  b[data-off] {
    color: var(--out);
  }
`;

/** Within this the lens is level, degrees. */
const levelDeg = 1.5;
const shownEveryMs = 200;

type PlacingProps = {
  readonly room: string;
  readonly position: Position;
  readonly view: View;
  readonly place: EyePlace;
  readonly onPlace: (place: EyePlace) => void;
};

/** Metres or centimetres as typed; null where nothing is, undefined where it is no length. */
function lengthIn(typed: string, mm: number): number | null | undefined {
  if (typed.trim() === '') return null;
  const value = Number(typed.replace(',', '.'));
  return Number.isFinite(value) ? Math.round(value * mm) : undefined;
}

const shown = (mm: number | null, per: number): string => (mm === null ? '' : String(mm / per));

export function Placing({ room, position, view, place, onPlace }: PlacingProps) {
  const [distance, setDistance] = useState(shown(place.distanceMm, 1000));
  const [height, setHeight] = useState(shown(place.heightMm, 10));
  const put = (typed: string, mm: number, what: 'distanceMm' | 'heightMm') => {
    const value = lengthIn(typed, mm);
    const isIn = value === null || (value !== undefined && isLength[what](value));
    if (isIn) onPlace({ ...place, [what]: value });
  };
  const wrong = (typed: string, mm: number, what: 'distanceMm' | 'heightMm') => {
    const value = lengthIn(typed, mm);
    return value === undefined || (value !== null && !isLength[what](value));
  };
  return (
    <Box role="group" aria-label="Where it stands">
      <b>Where it stands{room ? ` in ${room}` : ''}</b>
      <Small>
        Stand it {fromWhere[view].replace('from', 'at')}, square to the mat, three metres off or more, the lens{' '}
        {Math.round(usualLensHeightMm[position] / 10)} cm above the mat, level with the pelvis; nobody moves it through
        the set. It finds the mat line by the two violet stickers.
      </Small>
      <DeviceLevel />
      <Wrapping>
        <Line
          label="Away, m"
          inputMode="decimal"
          value={distance}
          onChange={(typed) => {
            setDistance(typed);
            put(typed, 1000, 'distanceMm');
          }}
          {...(wrong(distance, 1000, 'distanceMm') ? { hint: 'Between 0.5 and 20 m.' } : {})}
        />
        <Line
          label="Lens above the mat, cm"
          inputMode="decimal"
          value={height}
          onChange={(typed) => {
            setHeight(typed);
            put(typed, 10, 'heightMm');
          }}
          {...(wrong(height, 10, 'heightMm') ? { hint: 'Between 0 and 400 cm.' } : {})}
        />
      </Wrapping>
      <Small>
        Kept on this device for this room. Left empty, three metres are reckoned with, and the error says so.
      </Small>
    </Box>
  );
}

const isLength = {
  distanceMm: (mm: number) => mm >= 500 && mm <= 20_000,
  heightMm: (mm: number) => mm >= 0 && mm <= 4000,
} as const;

const leaning = (deg: number, more: string, less: string): string =>
  Math.abs(deg) <= levelDeg ? '' : `${Math.abs(deg).toFixed(0)}° ${deg > 0 ? more : less}`;

/** How the device itself stands, by its own sensor; asked for by a tap. */
function DeviceLevel() {
  const [source, setSource] = useState<LevelSource>();
  const [level, setLevel] = useState<ReturnType<typeof cameraLevel>>();
  const [trouble, setTrouble] = useState<string>();
  useEffect(() => () => source?.stop(), [source]);
  const begin = async () => {
    setTrouble(undefined);
    let shownMs = 0;
    const onReading = ({ up }: { readonly up: Parameters<typeof cameraLevel>[0] }) => {
      if (performance.now() - shownMs < shownEveryMs) return;
      shownMs = performance.now();
      setLevel(cameraLevel(up, screen.orientation.angle));
    };
    setSource(await sensorLevel({ onReading, onTrouble: setTrouble }));
  };
  if (trouble)
    return <Small role="status">{trouble.replace('the simulated one to see how it works', 'a spirit level')}</Small>;
  if (!level)
    return (
      <Wrapping>
        <Tap onClick={() => void begin()}>Is it level?</Tap>
      </Wrapping>
    );
  const off = [
    leaning(level.pitchDeg, 'looking up', 'looking down'),
    leaning(level.rollDeg, 'leaning right', 'leaning left'),
  ];
  const words = off.filter(Boolean).join(', ');
  return (
    <b role="status" data-off={words ? '' : undefined}>
      {words ? `Not level: ${words}.` : 'Level.'}
    </b>
  );
}
