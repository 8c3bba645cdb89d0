// Apparatus as its numbers are known: springs on hooks, how far the carriage goes, where ropes come from.
import type { SpringKind } from './springs';

export const apparatusKinds = ['reformer', 'trapezeTable', 'chair'] as const;
export type SpringApparatus = (typeof apparatusKinds)[number];

/** Where a rope or spring comes from, for a body lying with its shoulders at the rests: m headward of them, m over the hips. */
export type RopeFrom = {
  readonly beyondShouldersM: number;
  readonly upM: number;
  /**
   * `frame`: 1:1, the rope ends at the frame and each side pulls with half the springs' force. `carriage`: it ends at the
   * carriage, each side pulls with a quarter, and the foot moves twice as far as the carriage.
   */
  readonly ends: 'frame' | 'carriage';
};

export type Rig = {
  readonly kind: SpringApparatus;
  readonly springs: readonly SpringKind[];
  readonly hooks: number;
  /** One for each side. */
  readonly inPairs?: boolean | undefined;
  /** Longest carriage travel or way of the pedal, m. */
  readonly travelM: number;
  readonly bars: readonly { readonly name: string; readonly heightM: number }[];
  readonly rope: RopeFrom | null;
};

/** What each kind is like before a studio has told its own: lengths in m, springs in the trade's usual kinds, no rates. */
export const usualRig = (kind: SpringApparatus): Rig => {
  const spring = (id: string, label: string, units: number, count: number): SpringKind => ({
    id,
    label,
    units,
    count,
    rate: null,
  });
  switch (kind) {
    case 'reformer':
      return {
        kind,
        springs: [spring('full', 'full', 1, 3), spring('half', 'half', 0.5, 1), spring('quarter', 'quarter', 0.25, 1)],
        hooks: 5,
        travelM: 0.95,
        bars: [
          { name: 'low', heightM: 0.22 },
          { name: 'middle', heightM: 0.34 },
          { name: 'high', heightM: 0.45 },
        ],
        rope: { beyondShouldersM: 0.95, upM: 0.2, ends: 'carriage' },
      };
    case 'trapezeTable':
      return {
        kind,
        springs: [
          spring('light', 'light', 0.25, 2),
          spring('medium', 'medium', 0.5, 2),
          spring('heavy', 'heavy', 1, 2),
        ],
        hooks: 2,
        inPairs: true,
        travelM: 0.8,
        bars: [
          { name: 'low', heightM: 0.5 },
          { name: 'high', heightM: 1.1 },
        ],
        rope: { beyondShouldersM: 0.25, upM: 1.1, ends: 'frame' },
      };
    case 'chair':
      return {
        kind,
        springs: [spring('light', 'light', 0.5, 2), spring('medium', 'medium', 1, 2)],
        hooks: 2,
        travelM: 0.4,
        bars: [],
        rope: null,
      };
  }
};
