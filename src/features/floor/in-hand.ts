// What the parts of an exercise in hand are given.
import type { Payload } from '@/core/progression/events';
import type { DayPack, FloorClient } from './pack';
import type { Eye } from './eye/use-eye';
import type { Pace } from './pacer';
import type { ItemView } from './state';

export type Recorder = (what: Payload) => Promise<string>;
export type Sheets =
  | 'eye'
  | 'note'
  | 'pain'
  | 'felt'
  | 'look'
  | 'picture'
  | 'change'
  | 'plan'
  | 'help'
  | 'stop'
  | 'call'
  | 'aside'
  | 'end';

export type InHand = {
  readonly pack: DayPack;
  readonly client: FloorClient;
  readonly view: ItemView;
  readonly record: Recorder;
  readonly open: (sheet: Sheets) => void;
  readonly next: {
    readonly name: string | undefined;
    readonly exercise: string | undefined;
    readonly level: number | undefined;
    readonly go: () => void;
  };
  readonly count: {
    /** The repetition that was lost just now and has no name yet. */
    readonly naming: string | null;
    readonly onNamed: () => void;
    readonly onTap: (clean: boolean) => void;
  };
  /** The fault that the instructor chose to work on. */
  readonly work: { readonly fault: string | undefined; readonly choose: (fault: string) => void };
  readonly pace: Pace;
  /** The camera that watches, where one does. */
  readonly eye: Eye;
};
