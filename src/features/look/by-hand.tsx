'use client';

import { useAsking } from '@/platform/browser/asking';
import { useState } from 'react';
import { NumberField } from '@/design/number-field';
import { handRules, readHand, usualFingerMm } from '@/core/alignment/by-hand';
import type { Position } from '@/core/anatomy/positions';
import type { Role } from '@/core/alignment/look-values';
import { readPole } from '@/core/alignment/pole';
import type { Taken } from '@/core/alignment/readings';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import type { Level } from '@/core/knowledge/entries';
import { loadsOf } from '@/core/knowledge/loads';
import { Failed, Panel, Quiet, Row, Stack } from '@/design/layout';
import { keepFinger } from './actions';
import { keysOf } from '@/core/keyed';
import { Tick } from '@/design/tick';

const unitWords = { deg: '°', fingers: 'fingers', mm: 'mm', mmHg: 'mmHg' } as const;

type ByHandProps = {
  readonly role: Role;
  readonly position: Position;
  readonly level: Level;
  readonly readings: readonly Taken[];
  readonly fingerMm: number | null;
  readonly onFinger: (mm: number | null) => void;
  readonly onRead: (measure: string, taken: number | null) => void;
};

/** What goniometer, fingers, tape, cuff and pole tell, each with its own error. */
export function ByHand({ role, position, level, readings, fingerMm, onFinger, onRead }: ByHandProps) {
  const curls = loadsOf(level).headUp; // the head is carried off the mat
  const { failed, ask } = useAsking();
  const rules = handRules.filter(
    ({ positions, inCurlsOnly }) => positions.includes(position) && (curls || !inCurlsOnly),
  );
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
              isRow
              help={how}
              limits={{ least: lo, most: hi, unit: unitWords[counts] }}
              value={taken}
              meaning={meaning}
              onRead={(value) => onRead(measure, value)}
            />
          );
        })}
        {rules.some(({ counts }) => counts === 'fingers') && (
          <NumberField
            label="your own finger"
            isRow
            help={`Breadth of the finger you measure with, at its last joint. ${usualFingerMm} mm is taken until it is known.`}
            limits={{ least: 8, most: 30, unit: 'mm' }}
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
        {keysOf(touchNames).map((name) => (
          <Tick key={name} isOn={touches[name]} onChange={(isOn) => setTouches({ ...touches, [name]: isOn })}>
            {touchNames[name]} touches
          </Tick>
        ))}
      </Row>
      <NumberField
        label="gap behind the low back"
        isRow
        limits={{ least: 0, most: 6, unit: 'fingers' }}
        value={undefined}
        onRead={(low) => {
          setGaps({ ...gaps, low });
          onGap(low);
        }}
      />
      <NumberField
        label="gap behind the neck"
        isRow
        limits={{ least: 0, most: 8, unit: 'fingers' }}
        value={undefined}
        onRead={(neck) => setGaps({ ...gaps, neck })}
      />
      <NumberField
        label="from pelvis contact to mid-back contact"
        isRow
        limits={{ least: 50, most: 700, unit: 'mm' }}
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
