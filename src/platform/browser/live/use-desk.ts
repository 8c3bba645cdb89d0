// A camera that watches, in a component: its state, what hinders it, and its tone.
import { useEffect, useRef, useSyncExternalStore } from 'react';
import type { LiveDesk, LiveState } from './desk';

const noState = () => undefined;

export const useDesk = (desk: LiveDesk | undefined): LiveState | undefined =>
  useSyncExternalStore(desk?.subscribe ?? (() => () => undefined), desk?.now ?? noState, noState);

/** What hinders the eye now, in words; undefined where nothing does. */
export function troubleOf({ trouble, told, isOver, standsStill }: LiveState): string | undefined {
  if (trouble) return trouble;
  if (isOver) return 'The simulated set is over.';
  if (standsStill)
    return 'No new picture comes from the camera: nothing is counted now. What was counted is kept. If it does not come back, turn the camera off and on.';
  if (told?.trouble) return told.trouble;
  if (told?.cameraMoved)
    return 'The camera stands elsewhere than it did: nothing is judged by its old place. Set it up again.';
  return undefined;
}

/** A soft, short tone: something has left its target. */
export function useLeavingTone(desk: LiveDesk, isLoud: boolean): void {
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
