'use client';

// The device as a camera: it counts, and says each repetition to the session that it was joined to.
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { entry, levelOf } from '@/core/knowledge/find';
import type { BesideWants } from '@/core/knowledge/beside-wants';
import { wordSeen } from '@/core/knowledge/film-words';
import type { LiveRepetition } from '@/core/knowledge/live';
import type { Watcher } from '@/core/progression/words';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Quiet, Row, Small, Stack } from '@/design/layout';
import { LiveVials } from '@/design/live-vials';
import type { BesideDevice } from '@/platform/browser/beside';
import { LiveDesk } from '@/platform/browser/live/desk';
import type { Ago } from '@/platform/browser/live/desk';
import { faultsToShow, simulatedSource } from '@/platform/browser/live/simulated';
import { cameraSource } from '@/platform/browser/live/sources';
import { useWakeLock } from '@/platform/browser/wake-lock';
import { troubleOf, useDesk } from '@/platform/browser/live/use-desk';

const Picture = styled.canvas`
  width: min(100%, 640px);
  border-radius: 12px;
  background: #20282b;
`;

type Watch = NonNullable<BesideWants['watch']>;
type EyeProps = { readonly device: BesideDevice; readonly watch: Watch; readonly onBack: () => void };

/** What ended, as it is said. */
const saying = (one: LiveRepetition, { turnedMs, endedMs }: Ago, by: Watcher) =>
  ({
    kind: 'seen',
    ...{ by, verdict: one.verdict, turnedMs, endedMs, side: one.side, reason: one.reason },
    ...(one.because ? { because: one.because } : {}),
  }) as const;

/** A camera that follows what the session has in hand. */
function useWatching({ device, watch: { task, repertoire } }: EyeProps) {
  const [desk] = useState(() => new LiveDesk());
  const [by, setBy] = useState<Watcher>();
  const [last, setLast] = useState<LiveRepetition>();
  useEffect(() => () => desk.stop(), [desk]);
  useWakeLock(by !== undefined);
  const begin = (watcher: Watcher, fault: string) => {
    setBy(watcher);
    desk.hear((one, ago) => {
      setLast(one);
      device.say(saying(one, ago, watcher));
    });
    const exercise = entry(repertoire.exercises, task.input.exercise);
    const source =
      watcher === 'simulatedCamera'
        ? simulatedSource(exercise, levelOf(exercise, task.input.level), task.input.view, fault)
        : cameraSource;
    void desk.start(task, repertoire, source);
  };
  const followed = useRef(task);
  useEffect(() => {
    if (followed.current === task || !by) return;
    followed.current = task;
    void desk.retask(task, repertoire); // another exercise is in hand there
  }, [desk, task, repertoire, by]);
  return { desk, by, last, begin };
}

export function BesideEye(props: EyeProps) {
  const { watch, onBack } = props;
  const { desk, by, last, begin } = useWatching(props);
  const [fault, setFault] = useState('');
  const state = useDesk(desk);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    desk.showIn(canvas.current ?? undefined);
    return () => desk.showIn(undefined);
  }, [desk, by]);
  const exercise = entry(watch.repertoire.exercises, watch.task.input.exercise);
  if (!by || !state)
    return (
      <Stack $gap={14}>
        <Row>
          <Button $look="main" onPress={() => begin('camera', '')}>
            This device’s camera
          </Button>
          <Button onPress={() => begin('simulatedCamera', fault)}>Simulated camera</Button>
          <Button $look="quiet" onPress={onBack}>
            Back
          </Button>
        </Row>
        <OneOf
          label="In the simulated set"
          options={[
            { id: '', name: 'nothing goes wrong' },
            ...faultsToShow(exercise).map((id) => ({ id, name: entry(watch.repertoire.faults, id).plain })),
          ]}
          value={fault}
          onChange={setFault}
        />
      </Stack>
    );
  return (
    <Stack $gap={14}>
      <LiveVials told={state.told} rate={state.rate} lateMs={state.lateMs} trouble={troubleOf(state)} large />
      {last && (
        <Quiet role="status" data-last={last.verdict}>
          <b>{last.verdict === 'clean' ? 'Clean' : last.verdict === 'lost' ? 'Lost' : 'Not judged'}</b>:{' '}
          {wordSeen(last, watch.repertoire)}
        </Quiet>
      )}
      <Picture ref={canvas} width={640} height={360} role="img" aria-label="What the camera sees" />
      <Row>
        <Button onPress={() => desk.again()}>Find the stickers again</Button>
        <Button onPress={onBack}>Camera off</Button>
        <Small>{by === 'simulatedCamera' ? 'Simulated: what it counts feeds no next level.' : ''}</Small>
      </Row>
    </Stack>
  );
}
