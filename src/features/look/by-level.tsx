'use client';

// A phone laid on the pelvis as a level: joined by a code, what it tells of the set is put down with what hands measured.
import { Smartphone } from 'lucide-react';
import { useEffect, useState, useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { formatMeasure } from '@/core/alignment/words';
import type { Position } from '@/core/anatomy/positions';
import { liesOn } from '@/core/motion/phone-level';
import { showCode } from '@/core/progression/beside';
import type { BesideMessage } from '@/core/progression/beside';
import { watcherWords } from '@/core/progression/words';
import { Button } from '@/design/button';
import { Failed, Panel, Quiet, Row, Small, Stack } from '@/design/layout';
import { BesideOwner } from '@/platform/browser/beside';

const Code = styled.p`
  font-family: var(--head);
  font-size: 2.6rem;
  font-weight: 800;
  letter-spacing: 0.06em;
  line-height: 1.1;
`;

type Told = Extract<BesideMessage, { kind: 'level' }>;
type ByLevelProps = {
  readonly name: string;
  readonly levelName: string;
  readonly position: Position;
  /** Degrees, from own neutral. */
  readonly onTold: (tilt: number, roll: number) => void;
};

const tenth = (value: number): number => Math.round(value * 10) / 10;
const noListener = () => () => undefined;
const nothing = () => undefined;

export function ByLevel({ name, levelName, position, onTold }: ByLevelProps) {
  const [owner, setOwner] = useState<BesideOwner>();
  const [told, setTold] = useState<Told>();
  const state = useSyncExternalStore(owner?.subscribe ?? noListener, owner?.now ?? nothing, nothing);
  useEffect(() => () => owner?.close(), [owner]);
  if (liesOn(position) === 'cannot') return null;
  const join = () => {
    const own =
      owner ??
      new BesideOwner((body) => {
        if (body.kind !== 'level') return;
        setTold(body);
        onTold(tenth(body.tilt.value), tenth(body.roll.value));
      });
    setOwner(own);
    void own.open({ name, levelName, position, watch: null });
  };
  return (
    <Panel style={{ padding: '14px 20px 18px' }}>
      <Stack $gap={10}>
        <h3>A phone as a level</h3>
        <Quiet>
          Laid on the pelvis it tells tilt and roll through a whole set, from where it was set to zero: the furthest of
          them is put in above.
        </Quiet>
        {state?.code && !state.joined && (
          <>
            <span>
              On the phone open <b>{location.host}/beside</b> and type
            </span>
            <Code data-code={state.code}>{showCode(state.code)}</Code>
          </>
        )}
        {state?.joined && <b role="status">The phone has joined.</b>}
        {told && (
          <span data-level={told.by}>
            By {watcherWords[told.by]}, {Math.round(told.seconds)} s: tilt{' '}
            {formatMeasure('pelvicTilt', told.tilt.value)} ± {formatMeasure('pelvicTilt', told.tilt.se, 'error')}, roll{' '}
            {formatMeasure('pelvicRoll', told.roll.value)} ± {formatMeasure('pelvicRoll', told.roll.se, 'error')}.
          </span>
        )}
        <Failed>{state?.trouble}</Failed>
        <Row>
          <Button onPress={join}>
            <Smartphone size={18} aria-hidden />
            {state?.code ? 'A new code' : 'Join a phone'}
          </Button>
          {state?.code && !state.joined && <Small>The code works once, and for ten minutes.</Small>}
        </Row>
      </Stack>
    </Panel>
  );
}
