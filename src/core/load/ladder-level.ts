// A level as far as load goes. The repertoire's levels have this and more.
import type { Shown } from '../body/shown';

export type LadderLevel = Shown & {
  readonly number: number;
  readonly name: string;
  /** What is new in it, in words. */
  readonly change: string;
  readonly dose: object;
  readonly load: {
    /** What else it asks; `footHeld`: a bar, strap or pedal takes the foot. */
    readonly also: readonly string[];
  };
};

/** An exercise as a ladder of levels, counted from 1. */
export type Ladder<L extends LadderLevel = LadderLevel> = { readonly levels: readonly L[] };

/** As much of a repertoire as load asks: its ladders, and to which block each fault belongs. */
export type Ladders = {
  readonly exercises: readonly (Ladder & { readonly id: string })[];
  readonly faults: readonly { readonly id: string; readonly block: string }[];
};
