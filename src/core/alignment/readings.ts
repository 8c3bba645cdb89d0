// Readings by hand and by eye as they were taken → values with errors.
import { isOneOf } from '../keyed';
import * as v from 'valibot';
import { number } from '../numbers';
import type { Grade, OwnEye } from './by-eye';
import { readEye, grades } from './by-eye';
import { handRuleOf, readHand } from './by-hand';
import type { Position } from '../anatomy/positions';
import type { TargetToMeet } from './judge';
import type { OtherReading, Role } from './look-values';
import { roles } from './look-values';

export const takenInput = v.strictObject({
  role: v.picklist(roles),
  /** `seen`: a fault that was graded by itself; `measure` is then its id. */
  method: v.picklist(['hand', 'eye', 'seen']),
  measure: v.pipe(v.string(), v.regex(/^[a-zA-Z][a-zA-Z0-9]{0,59}$/)),
  /** Degrees, fingers, mm or mmHg as its tool counts; or a grade: −2 to 2 of a block, 0 to 3 of a fault. Null takes it back. */
  taken: v.nullable(number),
  /** To which side a fault was seen. */
  side: v.optional(v.nullable(v.picklist(['L', 'R']))),
});
export type Taken = Omit<v.InferOutput<typeof takenInput>, 'taken'> & { readonly taken: number };

/** As much of a target as says where level is. */
type LevelTarget = Pick<TargetToMeet, 'measure' | 'interval' | 'relativeTo'>;

/** An observer as an instrument: her finger's width, and her eye by measure. */
export type Observer = {
  readonly fingerMm?: number | undefined;
  readonly eyes?: Readonly<Partial<Record<string, OwnEye>>> | undefined;
};

const isGrade = (value: number): value is Grade => isOneOf(grades, value);

/** Where level is for a grade: own neutral is 0; what is judged as measured is level in the middle of its target. */
export function levelOf(measure: string, targets: readonly LevelTarget[]): number {
  const target = targets.find((one) => one.measure === measure);
  if (!target || target.relativeTo === 'neutral') return 0;
  const [lo, hi] = target.interval;
  return lo !== null && hi !== null ? (lo + hi) / 2 : 0;
}

/** Values by moment. What cannot be (a grade of 7, a gap of forty fingers) is left out. */
export function readTaken(
  taken: readonly Taken[],
  position: Position,
  { fingerMm, eyes }: Observer,
  targets: readonly LevelTarget[],
): Partial<Record<Role, OtherReading[]>> {
  const read: Partial<Record<Role, OtherReading[]>> = {};
  for (const one of taken) {
    const reading = readOne(one, position, { fingerMm, eyes }, targets);
    if (reading) (read[one.role] ??= []).push(reading);
  }
  return read;
}

function readOne(
  { method, measure, taken }: Taken,
  position: Position,
  { fingerMm, eyes }: Observer,
  targets: readonly LevelTarget[],
): OtherReading | undefined {
  if (method === 'eye') {
    if (!isGrade(taken)) return undefined;
    const { value, se } = readEye(taken, levelOf(measure, targets), eyes?.[measure]);
    return { method, measure, value, seWithin: se, seBetween: se, fromLevel: true };
  }
  if (method === 'seen' || !handRuleOf(measure, position)) return undefined;
  const read = readHand({ measure, read: taken }, position, fingerMm);
  return read && { method, measure, value: read.value, seWithin: read.se, seBetween: read.seBetween, fromLevel: false };
}
