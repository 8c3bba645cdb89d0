// A ladder by what it asks of one body: a bar a level, how large each step is, and half-way steps where one is too large.
import type { Body } from '../body/segments';
import type { Ladder } from './ladder-level';
import { halfStepsBetween } from './half-steps';
import type { HalfStepKind } from './half-steps';
import { demandOfLevel, mainKind, stepSize } from './levels';
import type { StepSize } from './levels';
import type { DemandKind } from './moments';

export type RungLoad = {
  readonly number: number;
  /** Of the ladder's main kind, % of weight × stature; absent where the arithmetic does not reach. */
  readonly pct?: number;
  /** On each hand or forearm that carries, % of body weight; absent where none does. */
  readonly handsPct?: number;
  /** From what is held to this level, of the legs; absent where it is held already or nothing is known. */
  readonly size?: StepSize;
  /** Ways between, offered where this level would be a leap. */
  readonly half: readonly { readonly kind: HalfStepKind; readonly words: string; readonly pct: number | null }[];
};

export type LadderLoad = {
  readonly kind: DemandKind;
  readonly rungs: readonly RungLoad[];
  /** Longest bar, %. */
  readonly most: number;
};

/** Demand of every level of an exercise for a body, against what is held; absent where nothing is asked that is reckoned. */
export function ladderLoad(body: Body, { levels }: Ladder, capacityPct?: number | null): LadderLoad | undefined {
  const peaks = levels.map((level) => demandOfLevel(body, level, 6).peak);
  const kind = mainKind(peaks);
  if (!kind) return undefined;
  const known = capacityPct ?? undefined;
  const rungs = levels.map((level, i): RungLoad => {
    const pct = peaks[i]?.[kind];
    const legs = peaks[i]?.legs;
    const isHeld = known !== undefined && legs !== undefined && legs <= known;
    const size = kind === 'legs' && known !== undefined && !isHeld ? stepSize(known, legs) : undefined;
    const below = levels[i - 1];
    return {
      number: level.number,
      ...(pct === undefined ? {} : { pct }),
      ...(peaks[i]?.hands === undefined ? {} : { handsPct: peaks[i].hands }),
      ...(size ? { size } : {}),
      half:
        size?.kind === 'leap' && below
          ? halfStepsBetween(body, below, level, known).map(({ kind: way, words, demandPct }) => ({
              kind: way,
              words,
              pct: demandPct ?? null,
            }))
          : [],
    };
  });
  return { kind, rungs, most: Math.max(0.5, ...rungs.map(({ pct = 0 }) => pct)) };
}
