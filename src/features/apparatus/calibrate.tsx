'use client';

// Calibrating one spring with a hand scale: readings in, rate and pre-load out, live.
import { Plus, Scale, Trash2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { calibrate, scaleShows } from '@/core/springs/calibrate';
import type { ScaleReading } from '@/core/springs/calibrate';
import type { SpringKind } from '@/core/springs/springs';
import { gravity } from '@/core/load/gravity';
import { Button } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Notice, Row, Small, Stack } from '@/design/layout';
import { readNumber } from '@/design/number-text';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { cm } from './words';
import { keepCalibration } from './actions';
import type { ApparatusLine } from './read';

const Rows = styled.ol`
  display: grid;
  gap: 10px;
  li {
    display: grid;
    grid-template-columns: 1fr 1fr auto;
    gap: 12px;
    align-items: end;
  }
`;
const Result = styled.p`
  font-size: 1.15rem;
  min-height: 3.2em;
`;

type Typed = { readonly key: number; readonly travel: string; readonly force: string };
type Unit = 'n' | 'kg';

const inNewtons = (value: number, unit: Unit): number => (unit === 'kg' ? value * gravity : value);

/** Readings as far as they can be read; where one is wrong, its words. */
function readAll(rows: readonly Typed[], unit: Unit): { readings: ScaleReading[]; wrong: Map<number, string> } {
  const [readings, wrong]: [ScaleReading[], Map<number, string>] = [[], new Map()];
  for (const { key, travel, force } of rows) {
    if (!travel.trim() && !force.trim()) continue;
    const [at, pull] = [readNumber(travel), readNumber(force)];
    if (at === undefined || at < 0 || at > 300) wrong.set(key, 'Type the travel in cm, 0 to 300.');
    else if (pull === undefined || pull < 0) wrong.set(key, 'Type what the scale shows, 0 or more.');
    else readings.push({ travelM: at / 100, forceN: inNewtons(pull, unit) });
  }
  return { readings, wrong };
}

/** What this spring “really” is on the simulated scale: the same every time, near its kind. */
function simulatedSpring(apparatusId: string, { id, units }: SpringKind) {
  const spread = [...`${apparatusId}${id}`].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1000, 7) / 1000;
  return { rateNPerM: 240 * units * (0.9 + 0.2 * spread), preloadM: 0.18 + 0.08 * spread };
}

type CalibrateProps = {
  readonly apparatus: ApparatusLine;
  readonly spring: SpringKind;
  readonly onClose: () => void;
  readonly onKept: () => void;
};

export function Calibrate({ apparatus, spring, onClose, onKept }: CalibrateProps) {
  const [rows, setRows] = useState<readonly Typed[]>([
    { key: 1, travel: '0', force: '' },
    { key: 2, travel: '20', force: '' },
    { key: 3, travel: '40', force: '' },
  ]);
  const [unit, setUnit] = useState<Unit>('n');
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const { readings, wrong } = readAll(rows, unit);
  const found = calibrate(readings);
  const change = (key: number, by: Partial<Typed>) =>
    setRows(rows.map((row) => (row.key === key ? { ...row, ...by } : row)));
  const simulate = () => {
    const truth = simulatedSpring(apparatus.id, spring);
    setRows(
      rows.map((row) => {
        const at = readNumber(row.travel);
        if (at === undefined) return row;
        const { forceN } = scaleShows(truth, at / 100, 2 * Math.random() - 1);
        return { ...row, force: unit === 'kg' ? (forceN / gravity).toFixed(1) : String(forceN) };
      }),
    );
  };
  const keep = async () => {
    setBusy(true);
    const result = await keepCalibration({ id: apparatus.id, spring: spring.id, readings });
    setBusy(false);
    if (result.ok) onKept();
    else setTrouble(result.error.message);
  };
  return (
    <Dialog title={`Calibrate: ${spring.label} on ${apparatus.name}`} isOpen onClose={onClose} wide>
      <Stack $gap={14}>
        <p>
          Hook on this one spring alone. Hold the carriage with a hand scale at two places or more, and write down what
          it shows.
        </p>
        <div style={{ maxWidth: 240 }}>
          <Picker
            label="The scale shows"
            value={unit}
            onChange={(one) => setUnit(one === 'kg' ? 'kg' : 'n')}
            choices={[
              { id: 'n', name: 'newtons' },
              { id: 'kg', name: 'kilograms' },
            ]}
          />
        </div>
        <Rows aria-label="Readings">
          {rows.map(({ key, travel, force }, i) => (
            <li key={key}>
              <PlainField
                label={`Travel ${i + 1}, cm`}
                value={travel}
                onChange={(text) => change(key, { travel: text })}
                inputMode="decimal"
                error={wrong.get(key)?.startsWith('Type the travel') ? wrong.get(key) : undefined}
              />
              <PlainField
                label={`Scale ${i + 1}, ${unit === 'kg' ? 'kg' : 'N'}`}
                value={force}
                onChange={(text) => change(key, { force: text })}
                inputMode="decimal"
                error={force.trim() && wrong.get(key)?.startsWith('Type what') ? wrong.get(key) : undefined}
              />
              <Button
                $look="quiet"
                aria-label={`Remove reading ${i + 1}`}
                onPress={() => setRows(rows.filter((row) => row.key !== key))}
              >
                <Trash2 size={19} aria-hidden />
              </Button>
            </li>
          ))}
        </Rows>
        <Row>
          <Button
            onPress={() =>
              setRows([...rows, { key: Math.max(0, ...rows.map(({ key }) => key)) + 1, travel: '', force: '' }])
            }
          >
            <Plus size={18} aria-hidden />
            Another reading
          </Button>
          <Button onPress={simulate}>
            <Scale size={18} aria-hidden />
            Read a simulated scale
          </Button>
        </Row>
        <Result aria-live="polite" data-fit={found.ok ? found.value.rateNPerM.toFixed(1) : undefined}>
          {found.ok ? (
            <>
              <b className="numeral">{found.value.rateNPerM.toFixed(0)} N/m</b>, pre-load {cm(found.value.preloadM)}.{' '}
              <Small>
                {readings.length === 2
                  ? 'Two readings cannot disagree: a third would show how good this is.'
                  : `The readings lie ${found.value.residualN.toFixed(1)} N off the line, on the mean.`}
              </Small>
            </>
          ) : (
            <Small>{found.error.message}</Small>
          )}
        </Result>
        {trouble && <Notice role="alert">{trouble}</Notice>}
        <Row>
          <Button $look="main" isDisabled={!found.ok || wrong.size > 0 || busy} onPress={() => void keep()}>
            Keep this rate
          </Button>
          <Button onPress={onClose}>Leave it</Button>
        </Row>
      </Stack>
    </Dialog>
  );
}
