// Sets of any tempo with the truth known, for benches: what is played, when it is held, and which frames a busy phone drops.
import type { PlayedSet } from '@/core/body/played-set';
import { entry } from '@/core/knowledge/find';
import type { FilmInput } from '@/core/knowledge/film';
import { normal } from '@/core/random';
import { repertoire } from '@/repertoire';
import { madeFilm } from './made-films';

const rates = [24, 25, 30, 50, 60] as const;
const exercises = [
  ['lowerLift', 1],
  ['legFloat', 2],
  ['lowBellySeries', 6],
  ['feetInStraps', 2],
  ['kneeFloat', 2],
] as const;
/** Spread of a followed mark, mm (a pixel a millimetre). */
const noiseMm = 0.4;

export function pick<T>(all: readonly T[], uniform: () => number): T {
  const one = all[Math.floor(uniform() * all.length)];
  if (one === undefined) throw new Error('nothing to pick from');
  return one;
}
export const shareOf = (all: readonly number[], share: number): number =>
  [...all].sort((a, b) => a - b)[Math.min(all.length - 1, Math.floor(share * all.length))] ?? 0;

/** A set of any tempo, a half one in some, an arch of any size in some of its repetitions. */
function randomSet(uniform: () => number): { readonly set: PlayedSet; readonly archDeg: number } {
  const repetitions = 3 + Math.floor(6 * uniform());
  const archDeg = Math.round(4 + 14 * uniform());
  const faulty = Array.from({ length: repetitions }, (_, i) => i + 1).filter(() => uniform() < 0.4);
  const half = uniform() < 0.3 ? { half: { repetition: 1 + Math.floor(repetitions * uniform()), share: 0.45 } } : {};
  const set: PlayedSet = {
    ...{ repetitions, stillS: 1.2 + uniform(), outS: 0.8 + 2 * uniform(), holdS: pick([0, 0.3, 1, 2], uniform) },
    ...{ backS: 0.8 + 2 * uniform(), restS: pick([0.2, 0.5, 1.5], uniform) },
    ...half,
    fault: { id: 'arch', amount: archDeg, repetitions: faulty, when: 'through' },
  };
  return { set, archDeg };
}

/** Frames dropped here and there, as a busy phone does. */
function withDropped(input: FilmInput, uniform: () => number): FilmInput {
  const { times, points, sdPx } = input.film;
  const stays = times.map((_, i) => i === 0 || uniform() > 0.03);
  const kept = <T>(all: readonly T[]): T[] => all.filter((_, i) => stays[i]);
  const each = <T>(all: Readonly<Partial<Record<string, readonly T[]>>>) =>
    Object.fromEntries(Object.entries(all).map(([key, one]) => [key, kept(one ?? [])]));
  return { ...input, film: { times: kept(times), points: each(points), sdPx: each(sdPx) } };
}

/** When a repetition is held, s. */
export function holdOf({ stillS, outS, holdS, backS, restS }: PlayedSet, number: number): readonly [number, number] {
  const from = stillS + (number - 1) * (outS + holdS + backS + restS) + outS;
  return [from, from + holdS];
}

export type MadeSet = { readonly input: FilmInput; readonly set: PlayedSet; readonly archDeg: number };

/** A set of one of the exercises that show an arch, filmed with noise and dropped frames. */
export function makeSet(uniform: () => number): MadeSet {
  const [id, number] = pick(exercises, uniform);
  const exercise = entry(repertoire.exercises, id);
  const level = exercise.levels.find((one) => one.number === number);
  if (!level) throw new Error('no such level');
  const { set, archDeg } = randomSet(uniform);
  const made = madeFilm({ exercise, level, set, fps: pick(rates, uniform), noise: () => noiseMm * normal(uniform) });
  return { input: withDropped(made, uniform), set, archDeg };
}
