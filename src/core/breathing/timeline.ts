import { success } from '../result';
import type { Result } from '../result';
import { parsePattern } from './parse';
import type { BreathInput } from './breath-input';
import type { BreathPhase, BreathPhaseKind } from './parse';

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
