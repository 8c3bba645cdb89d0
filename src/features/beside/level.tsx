'use client';

// The device as a level across both hip bones: its own vial, set to zero at own neutral, and what it tells of a set.
import { useCallback, useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { levelMeasures } from '@/core/alignment/by-hand';
import { placeBubble } from '@/core/alignment/bubble';
import { formatMeasure } from '@/core/alignment/words';
import type { Position } from '@/core/anatomy/positions';
import { keysOf } from '@/core/keyed';
import { levelSet } from '@/core/motion/level-set';
import type { LevelSet } from '@/core/motion/level-set';
import { fromZero, liesOn, pelvisLevel, phoneSeDeg } from '@/core/motion/phone-level';
import type { PelvisLevel, TopTo } from '@/core/motion/phone-level';
import type { Watcher } from '@/core/progression/words';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Notice, Quiet, Row, Small, Stack } from '@/design/layout';
import { Vial } from '@/design/vial';
import type { BesideDevice } from '@/platform/browser/beside';
import { playedLevel, playedLevels, sensorLevel } from '@/platform/browser/level-source';
import type { LevelReading, LevelSource, PlayedLevel } from '@/platform/browser/level-source';
import { useWakeLock } from '@/platform/browser/wake-lock';

const Big = styled.div`
  display: grid;
  gap: 10px;
  max-width: 720px;
  .figure {
    font-family: var(--head);
    font-size: clamp(3rem, 14vw, 6rem);
    font-weight: 750;
    line-height: 1;
    font-variant-numeric: tabular-nums;
  }
`;

/** A usual target, to draw the two lines by: what is judged is judged by the session. */
const [lines, tolerance] = [[-5, 5], 5] as const;

type Samples = { readonly times: number[]; readonly tilt: number[]; readonly roll: number[] };
const none = (): Samples => ({ times: [], tilt: [], roll: [] });

type LevelProps = { readonly device: BesideDevice; readonly position: Position; readonly onBack: () => void };

/** Reads the sensor, or the simulated one, and records what it tells from zero while a set goes on. */
function useLevel(position: Position, top: TopTo) {
  const lies = liesOn(position);
  const [by, setBy] = useState<Watcher>();
  const [trouble, setTrouble] = useState<string>();
  const [now, setNow] = useState<PelvisLevel>();
  const [zero, setZero] = useState<PelvisLevel>();
  const [samples, setSamples] = useState<Samples>();
  const [result, setResult] = useState<LevelSet>();
  const source = useRef<LevelSource>(undefined);
  const held = useRef<{ zero: PelvisLevel | undefined; samples: Samples | undefined; shownS: number }>({
    zero,
    samples,
    shownS: 0,
  });
  useEffect(() => {
    held.current = { ...held.current, zero, samples };
  });
  useEffect(() => () => source.current?.stop(), []);
  const heard = useCallback(
    ({ atS, up }: LevelReading) => {
      if (lies === 'cannot') return;
      const level = pelvisLevel(up, top, lies);
      const { zero: from, samples: kept, shownS } = held.current;
      if (kept && from) {
        const { tiltDeg, rollDeg } = fromZero(level, from);
        kept.times.push(atS);
        kept.tilt.push(tiltDeg);
        kept.roll.push(rollDeg);
      }
      if (atS - shownS < shownEveryS) return;
      held.current.shownS = atS;
      setNow(level);
    },
    [lies, top],
  );
  const start = async (watcher: Watcher, movement: PlayedLevel) => {
    setTrouble(undefined);
    setBy(watcher);
    source.current?.stop();
    const events = { onReading: heard, onTrouble: setTrouble };
    source.current = watcher === 'phone' ? await sensorLevel(events) : playedLevel(movement, events);
  };
  const stop = () => {
    source.current?.stop();
    source.current = undefined;
    setBy(undefined);
    setNow(undefined);
    setZero(undefined);
    setSamples(undefined);
  };
  const end = () => {
    if (!samples) return;
    const told = levelSet(samples.times, samples.tilt, samples.roll);
    setSamples(undefined);
    if (told) setResult(told);
    else setTrouble('That was less than a second: nothing is told of it. Record the set once more.');
  };
  return {
    ...{ lies, by, trouble, now, zero, result, isRecording: samples !== undefined },
    ...{
      start,
      stop,
      end,
      setZero: () => setZero(now),
      record: () => {
        setResult(undefined);
        setSamples(none());
      },
    },
    clear: () => setResult(undefined),
  };
}

/** The vial is painted so often, s; what is recorded is everything. */
const shownEveryS = 0.06;

const how = {
  front: 'Lay it across both front hip bones, over clothes, under a strap, screen up; not on the belly.',
  back: 'Lay it across the back of the pelvis, on the sacrum, under a strap, screen up.',
} as const;

export function BesideLevel({ device, position, onBack }: LevelProps) {
  const [top, setTop] = useState<TopTo>('left');
  const [movement, setMovement] = useState<PlayedLevel>('drifts');
  const level = useLevel(position, top);
  useWakeLock(level.by !== undefined);
  if (level.lies === 'cannot')
    return (
      <Stack $gap={14}>
        <Notice $tone="out" role="alert">
          {position === 'sideLying'
            ? 'On her side the pelvis tips about the vertical, and gravity tells nothing of that: a level can’t see it. Use a camera, or your hands.'
            : 'A level tells the pelvis of a body that lies, or is on hands and knees. Use a camera, or your hands.'}
        </Notice>
        <Row>
          <Button onPress={onBack}>Back</Button>
        </Row>
      </Stack>
    );
  if (!level.by)
    return (
      <Stack $gap={14}>
        <Quiet>
          {how[level.lies]} The screen stays awake. It tells tilt and roll, each ± {phoneSeDeg.toFixed(1)}° with what
          the strap slips.
        </Quiet>
        <OneOf
          label="Its top points"
          options={[
            { id: 'left', name: 'to her left' },
            { id: 'right', name: 'to her right' },
          ]}
          value={top}
          onChange={setTop}
        />
        <Row>
          <Button $look="main" onPress={() => void level.start('phone', movement)}>
            Begin
          </Button>
          <Button onPress={() => void level.start('simulatedPhone', movement)}>Simulated phone</Button>
          <Button $look="quiet" onPress={onBack}>
            Back
          </Button>
        </Row>
        <OneOf
          label="The simulated one lies on"
          options={Object.entries(playedLevels).map(([id, name]) => ({ id, name }))}
          value={movement}
          onChange={(id) => setMovement(keysOf(playedLevels).find((one) => one === id) ?? movement)}
        />
        {level.trouble && (
          <Notice $tone="out" role="alert">
            {level.trouble}
          </Notice>
        )}
      </Stack>
    );
  return <Lying level={level} position={position} device={device} />;
}

type Level = ReturnType<typeof useLevel>;

/** The vial, the figure, and what to do first. */
function Reading({ level: { now, zero }, position }: { readonly level: Level; readonly position: Position }) {
  const shown = now && zero ? fromZero(now, zero) : undefined;
  const vantage = { position, view: 'side', headEnd: 'left' } as const;
  const isOut = shown !== undefined && Math.abs(shown.tiltDeg) > tolerance + phoneSeDeg;
  if (!shown)
    return (
      <Big role="group" aria-label="The level">
        <Vial place={undefined} state="none" />
        <span className="figure">—</span>
        <Quiet role="status">{now ? 'Lying at rest, at own neutral: set it to zero.' : 'Waiting for the level…'}</Quiet>
      </Big>
    );
  return (
    <Big role="group" aria-label="The level" data-tilt={shown.tiltDeg.toFixed(1)}>
      <Vial
        place={placeBubble('pelvis', shown.tiltDeg, phoneSeDeg, [...lines], tolerance, vantage)}
        state={isOut ? 'out' : 'in'}
      />
      <span className="figure">{formatMeasure(levelMeasures.tilt, shown.tiltDeg)}</span>
      <Quiet role="status">
        pelvic tilt from own neutral · roll {formatMeasure(levelMeasures.roll, shown.rollDeg)}
      </Quiet>
    </Big>
  );
}

function Lying({
  level,
  position,
  device,
}: {
  readonly level: Level;
  readonly position: Position;
  readonly device: BesideDevice;
}) {
  const { by, now, zero, trouble, isRecording, result } = level;
  return (
    <Stack $gap={16}>
      <Reading level={level} position={position} />
      {trouble && (
        <Notice $tone="out" role="alert">
          {trouble}
        </Notice>
      )}
      <Row>
        <Button $look={zero ? 'plain' : 'main'} onPress={level.setZero} isDisabled={!now || isRecording}>
          Set to zero
        </Button>
        <Recording level={level} />
        <Button $look="quiet" onPress={level.stop}>
          Take it off
        </Button>
        {by === 'simulatedPhone' && <Small>Simulated: it tells of nobody.</Small>}
      </Row>
      {isRecording && <Quiet role="status">Recording…</Quiet>}
      {result && by && (
        <Told
          result={result}
          onHand={() => {
            const { seconds, repetitions, tilt, roll, trembling } = result;
            device.say({ kind: 'level', by, seconds, repetitions, tilt, roll, trembling });
            level.clear();
          }}
        />
      )}
    </Stack>
  );
}

const Recording = ({ level: { isRecording, zero, result, end, record } }: { readonly level: Level }) =>
  isRecording ? (
    <Button $look="danger" onPress={end}>
      End the set
    </Button>
  ) : (
    <Button $look={zero && !result ? 'main' : 'plain'} onPress={record} isDisabled={!zero}>
      {result ? 'Record it again' : 'Record the set'}
    </Button>
  );

const figure = (measure: string, { value, se }: { readonly value: number; readonly se: number }): string =>
  `${formatMeasure(measure, value)} ± ${formatMeasure(measure, se, 'error')}`;

function Told({ result, onHand }: { readonly result: LevelSet; readonly onHand: () => void }) {
  const { seconds, repetitions, tilt, roll, trembling } = result;
  return (
    <Stack $gap={8} aria-label="What it tells" role="group">
      <h2>The set, {Math.round(seconds)} s</h2>
      <span>
        Furthest from own neutral: pelvic tilt {figure(levelMeasures.tilt, tilt)}, roll{' '}
        {figure(levelMeasures.roll, roll)}.
      </span>
      <span>
        {repetitions === 0
          ? 'The pelvis held: it made no turn of more than eight degrees.'
          : `The pelvis turned ${repetitions} ${repetitions === 1 ? 'time' : 'times'}.`}
      </span>
      <Small>
        {trembling === null
          ? 'Too few readings a second to tell trembling.'
          : trembling === 0
            ? 'It did not tremble.'
            : `${Math.round(trembling * 100)} of 100 of its movement was trembling (4–12 Hz).`}
      </Small>
      <Row>
        <Button $look="main" onPress={onHand}>
          Hand it over
        </Button>
      </Row>
    </Stack>
  );
}
