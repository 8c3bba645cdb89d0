'use client';

// Setting the camera up: which one, from where, what it may do; its picture until everything is found.
import { useEffect, useRef, useSyncExternalStore } from 'react';
import { Cast, ScanEye, Smartphone, Square } from 'lucide-react';
import styled from 'styled-components';
import { stickerPlan } from '@/core/anatomy/stickers';
import { entry, exerciseAt } from '@/core/knowledge/find';
import { viewsToWatch } from '@/core/knowledge/live-task';
import { Placing } from './placing';
import type { InHand } from '../in-hand';
import { showCode } from '@/core/progression/beside';
import { Choose, Sheet, Small, Tap, Warn, Wrapping } from '../parts';
import { stageWords } from '@/core/knowledge/live-told';
import { troubleOf, useDesk } from '@/platform/browser/live/use-desk';
import { faultsToShow } from '@/platform/browser/live/simulated';

const Preview = styled.div`
  display: grid;
  gap: 8px;
  canvas {
    width: 100%;
    border-radius: 12px;
    background: #20282b;
  }
`;

const Option = styled.label`
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 56px;
  font-size: 1.08rem;
  cursor: pointer;
  input {
    width: 28px;
    height: 28px;
    accent-color: var(--info);
    flex: none;
  }
  small {
    display: block;
  }
`;

const previewWide = 640;

export function EyeSheet({ inHand, onClose }: { readonly inHand: InHand; readonly onClose: () => void }) {
  const { eye, view } = inHand;
  return (
    <Sheet title="A camera watches" onClose={onClose}>
      {eye.isOn && eye.desk ? <Running inHand={inHand} onClose={onClose} /> : <Choosing inHand={inHand} />}
      <Other eye={eye} />
      <What inHand={inHand} />
      {!eye.isOn && view.exercise && (
        <Small>
          It counts what wears stickers: {stickerPlan.map(({ name, on }) => `${name} on ${on}`).join(', ')}. No picture
          is kept, and none leaves this device. What it taps is marked as seen by the camera, and counts toward the next
          level only when you confirm it.
        </Small>
      )}
    </Sheet>
  );
}

function Choosing({ inHand: { eye, view, pack } }: { readonly inHand: InHand }) {
  const { settings, change, start } = eye;
  const { exercise } = view;
  if (!exercise) return <p>This exercise has left the repertoire: nothing is known to watch for.</p>;
  if (viewsToWatch(exercise).length === 0)
    return (
      <p>
        A camera counts what it sees from the side, and this exercise is watched from elsewhere. A phone on the pelvis
        can be its level.
      </p>
    );
  const open = (way: 'camera' | 'simulated') => {
    change({ way });
    requestAnimationFrame(start);
  };
  return (
    <>
      <Wrapping>
        <Choose
          label="In its picture the head is"
          value={settings.place.headEnd}
          onChange={(id) => change({ place: { ...settings.place, headEnd: id === 'right' ? 'right' : 'left' } })}
          choices={[
            { id: 'left', name: 'at the left' },
            { id: 'right', name: 'at the right' },
          ]}
        />
        <Choose
          label="In the simulated set"
          value={settings.fault}
          onChange={(fault) => change({ fault })}
          choices={[
            { id: '', name: 'nothing goes wrong' },
            ...faultsToShow(exercise).map((id) => ({ id, name: entry(pack.repertoire.faults, id).plain })),
          ]}
        />
      </Wrapping>
      <Wrapping>
        <Tap $look="main" onClick={() => open('camera')}>
          <ScanEye size={24} aria-hidden />
          This device’s camera
        </Tap>
        <Tap onClick={() => open('simulated')}>Simulated camera</Tap>
      </Wrapping>
      <Placing
        room={pack.studio.room.name}
        position={exerciseAt(exercise, view.rung?.number ?? 1).position}
        view={settings.view}
        place={settings.place}
        onPlace={(place) => change({ place })}
      />
    </>
  );
}

function Running({ inHand: { eye }, onClose }: { readonly inHand: InHand; readonly onClose: () => void }) {
  const { desk, stop } = eye;
  const state = useDesk(desk);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    desk?.showIn(canvas.current ?? undefined);
    return () => desk?.showIn(undefined);
  }, [desk]);
  const trouble = state && troubleOf(state);
  return (
    <Preview>
      <canvas ref={canvas} width={previewWide} height={360} aria-label="What the camera sees" role="img" />
      {state && <b role="status">{trouble ?? stageWords(state.told)}</b>}
      <Wrapping>
        <Tap $look={state?.told?.stage === 'watching' ? 'main' : 'plain'} onClick={onClose}>
          Back to the exercise
        </Tap>
        <Tap onClick={() => desk?.again()}>Find the stickers again</Tap>
        <Tap $look="out" onClick={stop}>
          <Square size={20} aria-hidden />
          Camera off
        </Tap>
      </Wrapping>
    </Preview>
  );
}

function What({ inHand: { eye } }: { readonly inHand: InHand }) {
  const { settings, change } = eye;
  return (
    <div role="group" aria-label="What it does">
      <Option>
        <input type="checkbox" checked={settings.taps} onChange={({ target }) => change({ taps: target.checked })} />
        <span>
          It taps each repetition
          <Small>Otherwise it proposes, and you answer. Your own tap always holds.</Small>
        </span>
      </Option>
      <Option>
        <input type="checkbox" checked={settings.large} onChange={({ target }) => change({ large: target.checked })} />
        <span>
          Large vials in the middle
          <Small>To be read from the mat, in place of the figure.</Small>
        </span>
      </Option>
      <Option>
        <input type="checkbox" checked={settings.tone} onChange={({ target }) => change({ tone: target.checked })} />
        <span>A quiet tone when something leaves its target</span>
      </Option>
      <Tap onClick={() => window.open('/floor/mirror', 'spine-mirror', 'popup,width=1100,height=700')}>
        <Cast size={22} aria-hidden />
        Her view, in a window of its own
      </Tap>
    </div>
  );
}

const Code = styled.p`
  font-family: var(--head);
  font-size: 3.4rem;
  font-weight: 800;
  letter-spacing: 0.06em;
  line-height: 1.1;
`;

/** Another device as the eye, or as a level: joined by a code. */
function Other({ eye: { beside, join, letGo } }: Pick<InHand, 'eye'>) {
  const state = useSyncExternalStore(beside?.subscribe ?? noListener, beside?.now ?? nothing, nothing);
  if (!beside || !state)
    return (
      <Wrapping>
        <Tap onClick={join}>
          <Smartphone size={22} aria-hidden />
          Another device
        </Tap>
        <Small style={{ flex: '1 1 260px' }}>A second tablet as the eye, or a phone on the pelvis as a level.</Small>
      </Wrapping>
    );
  return (
    <div role="group" aria-label="Another device" data-joined={state.joined ? '' : undefined}>
      {state.joined ? (
        <b role="status">The other device has joined. What it tells is heard here.</b>
      ) : (
        state.code && (
          <>
            <span>
              On the other device open <b>{location.host}/beside</b> and type
            </span>
            <Code data-code={state.code}>{showCode(state.code)}</Code>
            <Small>It works once, and for ten minutes.</Small>
          </>
        )
      )}
      {state.trouble && <Warn role="alert">{state.trouble}</Warn>}
      <Wrapping style={{ paddingTop: 8 }}>
        <Tap onClick={join}>A new code</Tap>
        <Tap $look="out" onClick={letGo}>
          Let it go
        </Tap>
      </Wrapping>
    </div>
  );
}

const noListener = () => () => undefined;
const nothing = () => undefined;
