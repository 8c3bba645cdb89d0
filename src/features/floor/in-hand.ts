// What the parts of an exercise in hand are given.
import type { Payload } from '@/core/progression/events';
import type { DayPack, FloorClient } from './pack';
import type { Sound } from './pacer';
import type { ItemView } from './state';

export type Tell = (what: Payload) => Promise<string>;
export type Sheets = 'note' | 'pain' | 'look' | 'picture' | 'change' | 'plan' | 'help' | 'stop' | 'aside' | 'end';

export type InHand = {
  readonly pack: DayPack;
  readonly client: FloorClient;
  readonly view: ItemView;
  readonly tell: Tell;
  readonly open: (sheet: Sheets) => void;
  readonly onNext: () => void;
  readonly nextName: string | undefined;
  /** The repetition that was lost just now and has no name yet. */
  readonly naming: string | null;
  readonly onNamed: () => void;
  readonly onTap: (clean: boolean) => void;
  readonly working: string | undefined;
  readonly onWork: (fault: string) => void;
  readonly running: boolean;
  readonly onRun: (running: boolean) => void;
  readonly sound: Sound;
  readonly onSound: (sound: Sound) => void;
};
