'use client';

// The vials as the camera sees the body now, and what keeps it from seeing.
import { useEffect, useRef, useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { formatMeasure, listWords } from '@/core/alignment/words';
import type { BlockReading } from '@/core/alignment/vial';
import { nameOfMark } from '@/core/knowledge/wanted';
import { causalDelayS } from '@/core/motion/causal';
import { Vial, vialWords } from '@/design/vial';
import type { LiveDesk, LiveState } from '@/platform/browser/live/desk';
import { Small, Tap, Warn } from '../parts';

const Stack = styled.ul`
  display: grid;
  gap: 6px;
  li {
    display: grid;
    grid-template-columns: 52px minmax(0, 1fr) 104px;
    gap: 10px;
    align-items: center;
    font-size: 1.05rem;
  }
  &[data-large] {
    gap: clamp(8px, 2.4vh, 26px);
    align-content: center;
    li {
      grid-template-columns: 5.2rem minmax(0, 1fr) 8.6rem;
      gap: 20px;
      font-size: clamp(1.3rem, 2.6vh, 1.9rem);
    }
    b {
      font-size: 1.15em;
    }
  }
  li[data-state='out'] b {
    color: var(--out);
  }
  b {
    font-weight: 650;
    line-height: 1.1;
    font-variant-numeric: tabular-nums;
  }
  small {
    display: block;
  }
`;

const noState = () => undefined;

export const useDesk = (desk: LiveDesk | undefined): LiveState | undefined =>
  useSyncExternalStore(desk?.subscribe ?? (() => () => undefined), desk?.now ?? noState, noState);

const One = ({ reading: { block, place, state, shown } }: { readonly reading: BlockReading }) => (
  <li data-block={block} data-state={state}>
    <span>{block}</span>
    <Vial place={place} state={state} />
    <b>
      {shown ? formatMeasure(shown.measure, shown.value) : ''}
      <Small>{state === 'none' ? 'not seen' : vialWords[state]}</Small>
    </b>
  </li>
);

/** What hinders the eye now, in words; undefined where nothing does. */
export function troubleOf({ trouble, told, isOver }: LiveState): string | undefined {
  if (trouble) return trouble;
  if (isOver) return 'The simulated set is over.';
  if (told?.trouble) return told.trouble;
  if (told?.cameraMoved)
    return 'The camera stands elsewhere than it did: nothing is judged by its old place. Set it up again.';
  return undefined;
}

/** How far the setting up is, in words. */
export function stageWords({ told }: LiveState): string {
  if (!told) return 'Opening…';
  const named = Object.keys(told.points).length + told.hidden.length;
  if (told.stage === 'finding') {
    const mat = told.hasMat ? '' : ' The two violet ones on the mat’s edge are not seen.';
    return `Looking for the stickers: ${named} named${told.loose > 0 ? `, ${told.loose} without a name` : ''}.${mat}`;
  }
  if (told.stage === 'still') return 'Hold still for a second: everything is told from there.';
  return told.hidden.length > 0
    ? `Watching; hidden now: ${listWords(told.hidden.map(nameOfMark))}.`
    : `Watching ${named} stickers.`;
}

/** A soft, short tone: something has left its target. */
function useLeavingTone(desk: LiveDesk, isLoud: boolean): void {
  const was = useRef(false);
  const audio = useRef<AudioContext>(undefined);
  const state = useDesk(desk);
  const isOut = state?.told?.readings.some((one) => one.state === 'out') ?? false;
  useEffect(() => {
    if (isOut && !was.current && isLoud) {
      audio.current ??= new AudioContext();
      const context = audio.current;
      const [voice, loudness, now] = [context.createOscillator(), context.createGain(), context.currentTime];
      voice.frequency.value = 294;
      loudness.gain.setValueAtTime(0, now);
      loudness.gain.linearRampToValueAtTime(0.06, now + 0.05);
      loudness.gain.linearRampToValueAtTime(0, now + 0.35);
      voice.connect(loudness).connect(context.destination);
      voice.start(now);
      voice.stop(now + 0.4);
    }
    was.current = isOut;
  }, [isOut, isLoud]);
}

type VialsProps = {
  readonly desk: LiveDesk;
  readonly large?: boolean;
  readonly tone?: boolean;
  readonly onAgain?: () => void;
};

export function LiveVials({ desk, large = false, tone = false, onAgain }: VialsProps) {
  const state = useDesk(desk);
  useLeavingTone(desk, tone);
  if (!state) return null;
  const { told, rate, lateMs } = state;
  const trouble = troubleOf(state);
  return (
    <div
      aria-label="Live vials"
      role="group"
      data-stage={told?.stage ?? 'opening'}
      data-rate={rate.toFixed(1)}
      data-late={Math.round(lateMs)}
      style={{ display: 'grid', gap: 8, alignContent: 'center' }}
    >
      {told?.stage === 'watching' ? (
        <Stack data-large={large ? '' : undefined}>
          {told.readings.map((reading) => (
            <One key={reading.block} reading={reading} />
          ))}
        </Stack>
      ) : (
        <Setting state={state} large={large} />
      )}
      {trouble && (
        <Warn role="alert">
          {trouble}{' '}
          {onAgain && (
            <Tap onClick={onAgain} style={{ marginTop: 8 }}>
              Again
            </Tap>
          )}
        </Warn>
      )}
      {told?.stage === 'watching' && (
        <Small role="status">
          {stageWords(state)}{' '}
          {rate > 0 && `${Math.round(rate)} a second, ${Math.round(lateMs + causalDelayS * 1000)} ms behind.`}
        </Small>
      )}
    </div>
  );
}

const Ring = styled.progress`
  width: 100%;
  height: 14px;
  accent-color: var(--fluid);
`;

const Setting = ({ state, large }: { readonly state: LiveState; readonly large: boolean }) => (
  <div role="status" style={{ display: 'grid', gap: 10, fontSize: large ? '1.5rem' : '1.05rem' }}>
    <b>{stageWords(state)}</b>
    {state.told?.stage === 'still' && <Ring value={state.told.stillShare} max={1} aria-label="Still" />}
    {state.told?.stage === 'finding' && state.told.missing.length > 0 && (
      <Small style={{ fontSize: '1.05rem' }}>Not found: {listWords(state.told.missing.map(nameOfMark))}.</Small>
    )}
  </div>
);
