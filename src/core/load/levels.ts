// What the levels of a ladder ask of a body: demand over the movement, its peak, and what each step adds.
import { poseAt } from '../body/movement';
import { movementOf } from '../body/shown';
import type { Movement } from '../body/shown';
import type { Body } from '../body/segments';
import type { LadderLevel } from './ladder-level';
import { remembering } from '../remember';
import { leapAt, leastCapacityPct, noStepAt } from './thresholds';
import { demandKinds, loadOfPose } from './moments';
import type { Demand, DemandKind } from './moments';
import { mean } from 'simple-statistics';

/** Along the way out, from the start (0) to the top (1). */
export type CurvePoint = { readonly at: number; readonly demand: Demand };

type Asking = Pick<LadderLevel, 'start' | 'via' | 'top' | 'load'>;

/** A bar, pedal or strap takes the legs: their weight on the hips depends on springs, not on the pose alone. */
export const areLegsHeld = ({ load }: Pick<LadderLevel, 'load'>): boolean => load.also.includes('footHeld');

/** Feet leave or reach the floor one by one, in a way that start and top do not tell: what lies between is not known. */
const areFeetMoving = ({ start, hold }: Movement): boolean =>
  (['left', 'right'] as const).some((leg) => (start[leg].kind === 'raised') !== (hold[leg].kind === 'raised'));

/** Demand over the way out of a level, % of weight × stature; where feet leave the floor, at its start and top alone. */
export function demandCurve(body: Body, level: Asking, steps = 12): CurvePoint[] {
  const movement = movementOf(level);
  const legsHeld = areLegsHeld(level);
  const count = areFeetMoving(movement) ? (movement.out ? 2 : 1) : steps;
  return Array.from({ length: count + 1 }, (_, i) => ({
    at: i / count,
    demand: loadOfPose(body, poseAt(body, movement, 'out', i / count), { legsHeld }).demand,
  }));
}

const over = (curve: readonly CurvePoint[], fold: (values: readonly number[]) => number): Demand =>
  Object.fromEntries(
    demandKinds.flatMap((kind) => {
      const values = curve.flatMap(({ demand }) => demand[kind] ?? []);
      return values.length > 0 ? [[kind, fold(values)]] : [];
    }),
  );

export type LevelDemand = { readonly curve: readonly CurvePoint[]; readonly peak: Demand; readonly mean: Demand };

const remember = remembering<Asking, LevelDemand>();
/** All of a body that a demand hangs on. */
const bodyKey = (body: Body): string => JSON.stringify([body.heightM, body.massKg, body.sex, body.measuredMm]);

/** A level's demand over the movement with its peak and mean. Worked out once for each level, body and number of steps. */
export const demandOfLevel = (body: Body, level: Asking, steps?: number): LevelDemand =>
  remember(level, `${steps} ${bodyKey(body)}`, () => workOutDemand(body, level, steps));

function workOutDemand(body: Body, level: Asking, steps: number | undefined): LevelDemand {
  const curve = demandCurve(body, level, steps);
  return {
    curve,
    peak: over(curve, (values) => Math.max(...values)),
    mean: over(curve, (values) => mean([...values])),
  };
}

export type StepSize = {
  /** Next level's peak as a share of capacity, which is never taken as less than 2 %. */
  readonly share: number;
  readonly kind: 'leap' | 'step' | 'noStep' | 'first';
};

/** How large a step in the legs' load is for a capacity; absent where either is not known. */
export function stepSize(heldPct: number | undefined, askedPct: number | undefined): StepSize | undefined {
  if (heldPct === undefined || askedPct === undefined) return undefined;
  const share = askedPct / Math.max(heldPct, leastCapacityPct);
  if (askedPct <= 0.05) return undefined;
  if (heldPct <= 0.05) return { share, kind: share > leapAt ? 'leap' : 'first' };
  return { share, kind: share > leapAt ? 'leap' : share < noStepAt ? 'noStep' : 'step' };
}

/** The kind of demand that a ladder is about: the one that its levels ask most of. */
export function mainKind(peaks: readonly Demand[]): DemandKind | undefined {
  const most = (kind: DemandKind) => Math.max(0, ...peaks.map((peak) => peak[kind] ?? 0));
  if (most('neck') > 0) return 'neck';
  if (most('legs') > 0.2 && most('hips') <= 0.2) return 'legs'; // a bridge is about the legs that carry it
  // Weight on the hands is told beside a span, never instead of it.
  return demandKinds
    .filter((kind) => kind !== 'hands')
    .sort((a, b) => most(b) - most(a))
    .find((kind) => most(kind) > 0.2);
}
