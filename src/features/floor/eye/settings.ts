// What a camera on the Floor is asked to do.
import type { View } from '@/core/anatomy/positions';
import type { Exercise, Level } from '@/core/knowledge/entries';
import { noPlace } from '@/platform/browser/eye-place';
import type { EyePlace } from '@/platform/browser/eye-place';
import type { DayPack, FloorClient } from '../pack';

export type EyeWay = 'camera' | 'simulated';

export type EyeSettings = {
  readonly way: EyeWay;
  readonly view: View;
  /** Where it stands in this room. */
  readonly place: EyePlace;
  /** It taps by itself; else it proposes, and she answers. */
  readonly taps: boolean;
  /** A quiet tone as something leaves its target. */
  readonly tone: boolean;
  /** The vials as large as the page gives, instead of the figure. */
  readonly large: boolean;
  /** What goes wrong in the simulated set. */
  readonly fault: string;
};

/** Before anything was chosen. */
export const usual: EyeSettings = {
  way: 'camera',
  view: 'side',
  place: noPlace,
  taps: true,
  tone: false,
  large: true,
  fault: '',
};

/** What a camera, or another device, is opened for; nothing where the exercise has left the repertoire. */
export type ToOpen = {
  readonly pack: DayPack;
  readonly client: FloorClient;
  readonly exercise: Exercise | undefined;
  readonly level: Level | undefined;
  readonly settings: EyeSettings;
};

/** A proposal waits for an answer so long, ms; after it she has gone on. */
export const answersForMs = 20_000;
