// What is learned of an eye from all its answers: figures with their intervals, block by block and fault by fault, what it is weak in, in
// words, and whether being sure means being right.
import { mean } from 'simple-statistics';
import type { View } from '../anatomy/positions';
import { detectionOf, brierOf, shareInterval } from './observer';
import type { Detected, Range } from './observer';
import { judgeEye } from './own-eye';
import type { Spread } from './own-eye';
import { sureness } from './question';
import { trained } from './trained';
import type { Trained } from './trained';
import { detections, estimatesOf, isSeenRight, shownOf } from './seen';
import type { BlockOf, Seen } from './seen';
import { thresholdOf } from './threshold';
import type { Threshold } from './threshold';

/** A tilt that anybody sees, degrees. */
export const plainDeg = 15;
/** Fewer answers than this tell no threshold worth a number. */
const leastShown = 8;
/** And fewer than this no difference between two ways of looking. */
const leastEach = 6;

export type OfMeasure = {
  readonly measure: Trained;
  readonly spread?: Spread;
  /** What is still wanting before her own error counts; absent where it does. */
  readonly wants?: string;
  readonly threshold?: Threshold;
};

export type OfCorner = Detected & {
  readonly block: string;
  readonly view: View;
  readonly moving: boolean;
  readonly n: number;
};

export type OfFault = {
  readonly fault: string;
  readonly shown: number;
  readonly hits: number;
  readonly hitCi?: Range;
  readonly offered: number;
  readonly falseAlarms: number;
};

export type Sureness = { readonly sure: number; readonly n: number; readonly right: number; readonly ci: Range };

export type Learned = {
  readonly n: number;
  readonly measures: readonly OfMeasure[];
  readonly corners: readonly OfCorner[];
  readonly faults: readonly OfFault[];
  readonly sureness: readonly Sureness[];
  readonly brier?: { readonly value: number; readonly ci?: Range };
  /** Day by day, the mean miss of the tilts estimated, degrees, and how many there were. */
  readonly days: readonly {
    readonly day: string;
    readonly missDeg: number;
    readonly n: number;
    readonly rightShare: number;
  }[];
  readonly stand: { readonly n: number; readonly right: number };
  readonly weak: readonly string[];
};

function ofMeasure(seen: readonly Seen[], measure: Trained): OfMeasure {
  const [estimates, shown] = [estimatesOf(seen, measure), shownOf(seen, measure)];
  return {
    measure,
    ...judgeEye(estimates),
    ...(shown.length >= leastShown ? { threshold: thresholdOf(shown, plainDeg) } : {}),
  };
}

function cornersOf(seen: readonly Seen[], blockOf: BlockOf): OfCorner[] {
  const all = new Map<string, { block: string; view: View; moving: boolean; trials: ReturnType<typeof detections> }>();
  for (const one of seen)
    for (const trial of detections(one, blockOf)) {
      const { view, moving } = one;
      const key = `${trial.block} ${view} ${moving}`;
      const corner = all.get(key) ?? { block: trial.block, view, moving, trials: [] };
      corner.trials.push(trial);
      all.set(key, corner);
    }
  return [...all.values()].map(({ trials, ...where }) => ({ ...where, n: trials.length, ...detectionOf(trials) }));
}

function faultsOf(seen: readonly Seen[]): OfFault[] {
  const all = new Map<string, { shown: number; hits: number; offered: number; falseAlarms: number }>();
  const of = (fault: string) => {
    const found = all.get(fault) ?? { shown: 0, hits: 0, offered: 0, falseAlarms: 0 };
    all.set(fault, found);
    return found;
  };
  for (const one of seen) {
    const { asked, answer } = one;
    if (asked.kind !== 'fault' || answer.kind !== 'fault') continue;
    const right = isSeenRight(one);
    if (asked.fault !== null) {
      of(asked.fault).shown += 1;
      if (right) of(asked.fault).hits += 1;
    }
    for (const option of asked.options) {
      if (option === asked.fault || asked.alike.includes(option)) continue;
      of(option).offered += 1;
      if (answer.said === option) of(option).falseAlarms += 1;
    }
  }
  return [...all].map(([fault, counts]) => ({
    fault,
    ...counts,
    ...(counts.shown > 0 ? { hitCi: shareInterval(counts.hits, counts.shown) } : {}),
  }));
}

const surenessOf = (seen: readonly Seen[]): Sureness[] =>
  sureness.flatMap((sure) => {
    const all = seen.filter(({ answer }) => answer.sure === sure);
    const right = all.filter(isSeenRight).length;
    return all.length > 0 ? [{ sure, n: all.length, right, ci: shareInterval(right, all.length) }] : [];
  });

function daysOf(seen: readonly Seen[]): Learned['days'] {
  const days = [...new Set(seen.map(({ day }) => day))].toSorted();
  return days.map((day) => {
    const own = seen.filter((one) => one.day === day);
    const misses = trained.flatMap((measure) =>
      estimatesOf(own, measure).map(({ estimateDeg, truthDeg }) => Math.abs(estimateDeg - truthDeg)),
    );
    const missDeg = misses.length > 0 ? mean(misses) : Number.NaN;
    return { day, missDeg, n: misses.length, rightShare: own.filter(isSeenRight).length / own.length };
  });
}

const blockWords: Readonly<Record<string, string>> = {
  pelvis: 'the pelvis',
  ribs: 'the ribs',
  head: 'the head',
  legs: 'the legs',
};
const nameOfBlock = (block: string): string => blockWords[block] ?? block;

/** Blocks that are missed more when the body moves than when it is still, by more than chance would (one-sided, 5 %). */
function missedInMotion(seen: readonly Seen[], blockOf: BlockOf): string[] {
  return Object.keys(blockWords).flatMap((block) => {
    const there = seen.flatMap((one) =>
      detections(one, blockOf)
        .filter((trial) => trial.block === block && trial.present)
        .map(({ said }) => ({ said, moving: one.moving })),
    );
    const [moving, still] = [there.filter((one) => one.moving), there.filter((one) => !one.moving)];
    if (moving.length < leastEach || still.length < leastEach) return [];
    const hit = (some: typeof there): number => some.filter(({ said }) => said).length / some.length;
    const pooled = there.filter(({ said }) => said).length / there.length;
    const spread = Math.sqrt(pooled * (1 - pooled) * (1 / moving.length + 1 / still.length));
    const z = spread > 0 ? (hit(still) - hit(moving)) / spread : 0;
    return z > 1.645 ? [`You miss ${nameOfBlock(block)} when the body moves.`] : [];
  });
}

function weakOf(
  seen: readonly Seen[],
  measures: readonly OfMeasure[],
  corners: readonly OfCorner[],
  faults: readonly OfFault[],
  blockOf: BlockOf,
  names: Names,
): string[] {
  const tilts = measures.flatMap(({ measure, spread }) => {
    if (!spread?.slopeCi) return [];
    const name = names.measure(measure);
    if (spread.slopeCi[1] < 1) return [`You read less tilt than there is: ${name}.`];
    return spread.slopeCi[0] > 1 ? [`You read more tilt than there is: ${name}.`] : [];
  });
  const missed = faults.flatMap(({ fault, hitCi, shown, hits }) =>
    hitCi && hitCi[1] < 0.6 && shown >= leastEach ? [`You see ${names.fault(fault)} ${hits} times of ${shown}.`] : [],
  );
  const blocks = [...new Set(corners.map(({ block }) => block))];
  const seenWhereNone = blocks.flatMap((block) => {
    const empty = seen.flatMap((one) => detections(one, blockOf).filter((t) => t.block === block && !t.present));
    const said = empty.filter((one) => one.said).length;
    return empty.length >= leastEach && shareInterval(said, empty.length)[0] > 0.25
      ? [`You see something at ${nameOfBlock(block)} where nothing is: ${said} times of ${empty.length}.`]
      : [];
  });
  return [...missedInMotion(seen, blockOf), ...missed, ...seenWhereNone, ...tilts];
}

/** Names for sentences. */
export type Names = { readonly measure: (id: string) => string; readonly fault: (id: string) => string };

/** All that answers tell of an eye. `blockOf`, `names`: of the repertoire. */
export function learnedFrom(seen: readonly Seen[], blockOf: BlockOf, names: Names): Learned {
  const measures = trained.map((measure) => ofMeasure(seen, measure));
  const [corners, faults] = [cornersOf(seen, blockOf), faultsOf(seen)];
  const brier = brierOf(seen.map((one) => ({ confidence: one.answer.sure, right: isSeenRight(one) })));
  const stood = seen.filter(({ asked }) => asked.kind === 'stand');
  return {
    n: seen.length,
    ...{ measures, corners, faults },
    sureness: surenessOf(seen),
    ...(brier ? { brier } : {}),
    days: daysOf(seen),
    stand: { n: stood.length, right: stood.filter(isSeenRight).length },
    weak: weakOf(seen, measures, corners, faults, blockOf, names),
  };
}
