// Made sets with the truth known: repetitions counted, when they turn, and whether each is rightly clean or lost; and what reading a
// set takes beside measuring its frames once.
import { momentAt } from '@/core/body/played-set';
import { readFilm } from '@/core/knowledge/film';
import type { FilmInput } from '@/core/knowledge/film';
import { measureSet } from '@/core/motion/reps';
import { seeded } from '@/core/random';
import { repertoire } from '@/repertoire';
import { holdOf, makeSet, shareOf as at } from '../rigs/made-sets';
import { leastUs } from './timing';

const sets = 50;

function main(): void {
  const uniform = seeded(15);
  const [off, errors]: [number[], number[]] = [[], []];
  let [exact, repetitions, clear, right, judged] = [0, 0, 0, 0, 0];
  let last: FilmInput | undefined;
  for (let i = 0; i < sets; i += 1) {
    const { input, set, archDeg } = makeSet(uniform);
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
