'use client';

// A phone laid on the pelvis as a level: joined by a code, what it tells of the set is put down with what hands measured.
import { Smartphone } from 'lucide-react';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { levelMeasures } from '@/core/alignment/by-hand';
import { formatMeasure } from '@/core/alignment/words';
import type { Position } from '@/core/anatomy/positions';
import { liesOn } from '@/core/motion/phone-level';
import { showCode } from '@/core/progression/beside';
import type { BesideMessage } from '@/core/progression/beside';
import { watcherWords } from '@/core/progression/words';
import { Button } from '@/design/button';
import { Failed, Panel, Quiet, Row, Small, Stack } from '@/design/layout';
import { BesideOwner } from '@/platform/browser/beside';
import type { OwnerState } from '@/platform/browser/beside';
import type { MarkingProps } from './marking-layout';

const Code = styled.p`
  font-family: var(--head);
  font-size: 2.6rem;
  font-weight: 800;
  letter-spacing: 0.06em;
  line-height: 1.1;
`;

type Told = Extract<BesideMessage, { kind: 'level' }>;
type Put = Pick<MarkingProps, 'role' | 'readings' | 'onRead'>;

/** A level tells from where it was set to zero: that is the set-up's reading, as it was taken there, else nought. */
function putLevel({ role, readings, onRead }: Put, measure: string, deg: number): void {
  const rest = readings.find((one) => one.role === 'setup' && one.method === 'hand' && one.measure === measure)?.taken;
  if (rest === undefined) onRead('setup', 'hand', measure, 0);
  if (role !== 'setup') onRead(role, 'hand', measure, tenth((rest ?? 0) + deg));
}

type ByLevelProps = {
  readonly name: string;
  readonly levelName: string;
  readonly position: Position;
  /** Where what it tells is put down. */
  readonly at: Put;
};

const tenth = (value: number): number => Math.round(value * 10) / 10;
const noListener = () => () => undefined;
const nothing = () => undefined;

export function ByLevel({ name, levelName, position, at }: ByLevelProps) {
  const [owner, setOwner] = useState<BesideOwner>();
  const [told, setTold] = useState<Told>();
  const newest = useRef(at);
  useEffect(() => {
    newest.current = at;
  });
  const state = useSyncExternalStore(owner?.subscribe ?? noListener, owner?.now ?? nothing, nothing);
  useEffect(() => () => owner?.close(), [owner]);
  if (liesOn(position) === 'cannot') return null;
  const join = () => {
    const own =
      owner ??
      new BesideOwner((body) => {
        if (body.kind !== 'level') return;
        setTold(body);
        putLevel(newest.current, levelMeasures.tilt, body.tilt.value);
        putLevel(newest.current, levelMeasures.roll, body.roll.value);
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
        {state && <Joining state={state} />}
        {told && <WhatItTold told={told} />}
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

const Joining = ({ state: { code, joined } }: { readonly state: OwnerState }) =>
  joined ? (
    <b role="status">The phone has joined.</b>
  ) : (
    code && (
      <>
        <span>
          On the phone open <b>{location.host}/beside</b> and type
        </span>
        <Code data-code={code}>{showCode(code)}</Code>
      </>
    )
  );

const WhatItTold = ({ told: { by, seconds, tilt, roll } }: { readonly told: Told }) => (
  <span data-level={by}>
    By {watcherWords[by]}, {Math.round(seconds)} s: tilt {formatMeasure(levelMeasures.tilt, tilt.value)} ±{' '}
    {formatMeasure(levelMeasures.tilt, tilt.se, 'error')}, roll {formatMeasure(levelMeasures.roll, roll.value)} ±{' '}
    {formatMeasure(levelMeasures.roll, roll.se, 'error')}.
  </span>
);
