// Whether a set kept the breath's proportions: how long a count was, and which part of the movement ran ahead of it or behind.
import type { Phase } from '../anatomy/positions';
import { phasesOf } from '../breathing/phases';
import type { BreathPhase } from '../breathing/parse';

export type Tempo = { readonly outS: number; readonly holdS: number; readonly backS: number };
export const movedPhases = ['out', 'hold', 'back'] as const satisfies readonly Phase[];
export type MovedPhase = (typeof movedPhases)[number];

export type TempoKept = {
  /** Length of a count, s, by the ways out and back. */
  readonly countS: number;
  /** Of the ways out and back, how much longer each took than its counts, as a share; − shorter. */
  readonly off: Readonly<Record<'out' | 'back', number>>;
  readonly counts: Readonly<Record<MovedPhase, number>>;
};

/** A set's middle tempo beside its breath; undefined where the breath does not go out and back. */
export function tempoKept({ outS, backS }: Tempo, breath: readonly BreathPhase[]): TempoKept | undefined {
  const phases = phasesOf(breath);
  const countsOf = (wanted: Phase): number =>
    breath.reduce((sum, { count }, i) => (phases[i] === wanted ? sum + count : sum), 0);
  const counts = { out: countsOf('out'), hold: countsOf('hold'), back: countsOf('back') };
  if (counts.out === 0 || counts.back === 0 || outS <= 0 || backS <= 0) return undefined;
  const countS = (outS + backS) / (counts.out + counts.back);
  const off = { out: outS / (counts.out * countS) - 1, back: backS / (counts.back * countS) - 1 };
  return { countS, off, counts };
}
