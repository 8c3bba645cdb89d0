// Made sets with the truth known: repetitions counted, when they turn, and whether each is rightly clean or lost; and what reading a
// set takes beside measuring its frames once.
import { momentAt } from '@/core/body/played-set';
import type { PlayedSet } from '@/core/body/played-set';
import { entry } from '@/core/knowledge/find';
import { readFilm } from '@/core/knowledge/film';
import type { FilmInput } from '@/core/knowledge/film';
import { measureSet } from '@/core/motion/reps';
import { normal, seeded } from '@/core/random';
import { repertoire } from '@/repertoire';
import { madeFilm } from '../rigs/made-films';
import { leastUs } from './timing';

const sets = 50;
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

function pick<T>(all: readonly T[], uniform: () => number): T {
  const one = all[Math.floor(uniform() * all.length)];
  if (one === undefined) throw new Error('nothing to pick from');
  return one;
}
const at = (all: readonly number[], share: number): number =>
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
function holdOf({ stillS, outS, holdS, backS, restS }: PlayedSet, number: number): readonly [number, number] {
  const from = stillS + (number - 1) * (outS + holdS + backS + restS) + outS;
  return [from, from + holdS];
}

function main(): void {
  const uniform = seeded(15);
  const [off, errors]: [number[], number[]] = [[], []];
  let [exact, repetitions, clear, right, judged] = [0, 0, 0, 0, 0];
  let last: FilmInput | undefined;
  for (let i = 0; i < sets; i += 1) {
    const [id, number] = pick(exercises, uniform);
    const exercise = entry(repertoire.exercises, id);
    const level = exercise.levels.find((one) => one.number === number);
    if (!level) throw new Error('no such level');
    const { set, archDeg } = randomSet(uniform);
    const made = madeFilm({ exercise, level, set, fps: pick(rates, uniform), noise: () => noiseMm * normal(uniform) });
    const input = withDropped(made, uniform);
    last = input;
    const reading = readFilm(input, repertoire);
    if (!reading.ok) throw new Error(reading.error.message);
    const told = reading.value.repetitions;
    const limit = reading.value.limits.pelvicTiltStrip?.interval[1] ?? 5;
    if (told.length !== set.repetitions) continue;
    exact += 1;
    for (const [k, one] of told.entries()) {
      const [from, to] = holdOf(set, k + 1);
      off.push(Math.max(0, from - one.turnS, one.turnS - to));
      const { repetition } = momentAt(set, (from + to) / 2 + 1e-6);
      if (one.verdict === 'partial' || set.half?.repetition === repetition) continue;
      const truth = set.fault?.repetitions.includes(repetition) ? archDeg : 0;
      const drift = one.drift.pelvicTiltStrip;
      repetitions += 1;
      if (one.verdict !== 'notJudged') judged += 1;
      if (drift) errors.push((drift.value - truth) / drift.se);
      if (!drift || Math.abs(truth - limit) < 2 * drift.se) continue;
      clear += 1;
      if (one.verdict === (truth > limit ? 'lost' : 'clean')) right += 1;
    }
  }
  const percent = (part: number, all: number) => `${((100 * part) / Math.max(1, all)).toFixed(0)} %`;
  console.warn(
    `• films, ${sets} made sets at 24 to 60 a second: ${exact} counted exactly; turns off by ${(1000 * at(off, 0.5)).toFixed(0)} ms (median), ${(1000 * at(off, 0.95)).toFixed(0)} (95 %), ${(1000 * at(off, 1)).toFixed(0)} (worst); of ${clear} repetitions more than two errors from the limit ${percent(right, clear)} right; ${percent(judged, repetitions)} of all judged; drift within 1.96 stated errors in ${percent(errors.filter((one) => Math.abs(one) < 1.96).length, errors.length)}`,
  );
  tellTime(last);
}

function tellTime(input: FilmInput | undefined): void {
  if (!input) return;
  const ten = { times: Array.from({ length: 36_000 }, (_, i) => i / 60) };
  const wave = ten.times.map((s) => (s < 2 ? 0 : 25 * (1 - Math.cos(((s - 2) * Math.PI) / 2))));
  const series = { legElevation: wave, pelvicTilt: wave.map((value) => value / 9) };
  const set = { ...ten, driver: 'legElevation', series, targets: { pelvicTilt: [-5, 5] as const } };
  const [reading = 1, reps = 0] = leastUs([
    { work: () => Number(readFilm(input, repertoire).ok), calls: 1 },
    { work: () => measureSet(set).repetitions.length, calls: 1 },
  ]);
  console.warn(
    `• reading a film of ${input.film.times.length} frames: ${(reading / 1000 / input.film.times.length).toFixed(3)} ms a frame; repetitions of ten minutes at 60 a second: ${(reps / 1000).toFixed(0)} ms`,
  );
}

main();
