// What the camera sees of her, told to a window of her own on the same device: figure, vials and one word, no picture.
import { isRecord } from '@/core/keyed';
import { oneWord } from '@/core/knowledge/live-told';
import type { SeenPoints } from '@/core/figure/seen-figure';
import type { BlockReading } from '@/core/alignment/vial';
import type { LiveDesk, LiveState } from '@/platform/browser/live/desk';

const channelName = 'spine-mirror';

export type Mirrored = {
  readonly points: SeenPoints;
  readonly size: { readonly width: number; readonly height: number };
  readonly readings: readonly Pick<BlockReading, 'block' | 'state' | 'place'>[];
  readonly word: string;
  readonly isOut: boolean;
};

/** Tells every frame to whoever shows it. */
export function mirror(desk: LiveDesk): () => void {
  const channel = new BroadcastChannel(channelName);
  let last: LiveState['told'];
  const stop = desk.subscribe(() => {
    const state = desk.now();
    const { told } = state;
    const rests = state.isOver || state.standsStill || Boolean(state.trouble);
    if (told === last && !rests) return;
    last = told;
    const word = rests ? 'Rest' : oneWord(told);
    channel.postMessage({
      points: told?.points ?? {},
      size: told?.size ?? { width: 16, height: 9 },
      readings: (told?.readings ?? []).map(({ block, state: of, place }) => ({ block, state: of, place })),
      word,
      isOut: told?.readings.some(({ state: of }) => of === 'out') ?? false,
    } satisfies Mirrored);
  });
  return () => {
    stop();
    channel.close();
  };
}

const isMirrored = (value: unknown): value is Mirrored =>
  isRecord(value) && isRecord(value.points) && Array.isArray(value.readings) && typeof value.word === 'string';

/** Hears what is told. */
export function hearMirror(heard: (told: Mirrored) => void): () => void {
  const channel = new BroadcastChannel(channelName);
  channel.onmessage = ({ data }: MessageEvent<unknown>) => {
    if (isMirrored(data)) heard(data);
  };
  return () => channel.close();
}
