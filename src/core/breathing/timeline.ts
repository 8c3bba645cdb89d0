import * as v from 'valibot';
import { success } from '../result';
import type { Result } from '../result';
import { parsePattern } from './parse';
import type { BreathPhase, BreathPhaseKind } from './parse';

const number = v.pipe(v.number('is not a number'), v.finite('is not a finite number'));
const whole = (least: number, most: number) =>
  v.pipe(
    number,
    v.integer('must be a whole number'),
    v.minValue(least, `must be at least ${least}`),
    v.maxValue(most, `must be at most ${most}`),
  );

export const breathInput = v.strictObject({
  pattern: v.string('must be text'),
  /** Seconds per count. */
  pace: v.optional(
    v.pipe(
      number,
      v.minValue(0.2, 'must be at least 0.2 seconds a count'),
      v.maxValue(10, 'must be at most 10 seconds a count'),
    ),
    1,
  ),
  repetitions: whole(1, 500),
  sides: v.optional(whole(1, 2), 1),
  directions: v.optional(whole(1, 2), 1),
  changeOverS: v.optional(
    v.pipe(number, v.minValue(0, 'must not be below 0'), v.maxValue(600, 'must be at most 600')),
    5,
  ),
});
export type BreathInput = v.InferOutput<typeof breathInput>;

export type BreathMoment = {
  readonly at: number;
  readonly phase: BreathPhaseKind;
  readonly count: number;
  readonly moves: string;
};

export type BreathOutput = {
  readonly repetitionS: number;
  readonly setS: number;
  readonly breathsPerMinute: number;
  /** One repetition; `at` in seconds from its start. */
  readonly timeline: readonly BreathMoment[];
  readonly warnings: readonly { readonly code: string; readonly message: string }[];
};

const fastest = 20;
const slowest = 4;
const longestHeldS = 3;

/** Breaths in one repetition: runs of in (or of out, if there are more), taken round and round, holds not counted. */
function breathsIn(phases: readonly BreathPhase[]): number {
  const moving = phases.map(({ kind }) => kind).filter((kind) => kind !== 'hold');
  const starts = (wanted: BreathPhaseKind) =>
    moving.filter((kind, index) => kind === wanted && moving.at(index - 1) !== wanted).length;
  return Math.max(1, starts('in'), starts('out'));
}

/** Seconds for which the breath is held after an in-breath, the longest such hold. */
function heldAfterIn(phases: readonly BreathPhase[], pace: number): number {
  let [longest, held] = [0, 0];
  let last: BreathPhaseKind | undefined;
  for (const { kind, count } of [...phases, ...phases]) {
    if (kind === 'hold') held += last === 'in' ? count * pace : 0;
    else [last, held] = [kind, 0];
    longest = Math.max(longest, held);
  }
  return Math.min(
    longest,
    phases.reduce((sum, { kind, count }) => sum + (kind === 'hold' ? count * pace : 0), 0),
  );
}

/** Times of a breath pattern: a repetition, the whole set with change-overs between sides and directions, breaths a minute. */
export function breath(input: BreathInput): Result<BreathOutput> {
  const parsed = parsePattern(input.pattern);
  if (!parsed.ok) return parsed;
  const phases = parsed.value;
  let counts = 0;
  const timeline = phases.map(({ kind, count, moves }) => {
    const at = counts * input.pace;
    counts += count;
    return { at, phase: kind, count, moves };
  });
  const repetitionS = counts * input.pace;
  const rounds = input.sides * input.directions;
  const setS = input.repetitions * rounds * repetitionS + input.changeOverS * (rounds - 1);
  const breathsPerMinute = (60 * breathsIn(phases)) / repetitionS;
  const warnings = [];
  if (breathsPerMinute > fastest)
    warnings.push({
      code: 'breathFast',
      message: `${breathsPerMinute.toFixed(1)} breaths a minute is fast (above ${fastest}): slow the pace or count longer.`,
    });
  if (breathsPerMinute < slowest)
    warnings.push({
      code: 'breathSlow',
      message: `${breathsPerMinute.toFixed(1)} breaths a minute is slow (below ${slowest}): shorten the counts.`,
    });
  const held = heldAfterIn(phases, input.pace);
  if (held > longestHeldS)
    warnings.push({
      code: 'breathHeld',
      message: `The breath is held ${held.toFixed(1)} s after breathing in: beyond ${longestHeldS} s under load it makes strain.`,
    });
  return success({ repetitionS, setS, breathsPerMinute, timeline, warnings });
}
