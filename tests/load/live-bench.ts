// The same made sets watched as they are done: what is told while it happens against what is true, how soon, and what a frame takes.
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import type { PlayedSet } from '@/core/body/played-set';
import type { Vec2 } from '@/core/geometry';
import { keysOf } from '@/core/keyed';
import { LiveWatch } from '@/core/knowledge/live';
import type { LiveRepetition } from '@/core/knowledge/live';
import { seeded } from '@/core/random';
import { repertoire } from '@/repertoire';
import { holdOf, makeSet, shareOf } from '../rigs/made-sets';
import type { MadeSet } from '../rigs/made-sets';

const sets = 50;
const limitDeg = 5;

type Told = LiveRepetition & { readonly toldS: number };

/** All that is told of a set, and what each frame took, ms. */
function watch({ input: { film, neutral: _, ...input } }: MadeSet, spent: number[]): Told[] {
  const begun = LiveWatch.begin(input, repertoire);
  if (!begun.ok) throw new Error(begun.error.message);
  return film.times.flatMap((atS, i) => {
    const points: Partial<Record<LandmarkKey, Vec2>> = {};
    const sdPx: Partial<Record<LandmarkKey, number>> = {};
    for (const key of keysOf(film.points)) {
      const at = film.points[key]?.[i];
      if (at) [points[key], sdPx[key]] = [at, 0.3];
    }
    const from = performance.now();
    const { ended } = begun.value.see({ atS, points, sdPx });
    spent.push(performance.now() - from);
    return ended.map((one) => ({ ...one, toldS: atS }));
  });
}

/** Whole repetitions of a set, by number. */
const wholeOf = ({ repetitions, half }: PlayedSet): number[] =>
  Array.from({ length: repetitions }, (_, i) => i + 1).filter((number) => number !== half?.repetition);

function main(): void {
  const uniform = seeded(23);
  const [spent, late, off]: [number[], number[], number[]] = [[], [], []];
  let [exact, clear, right, judged, all] = [0, 0, 0, 0, 0];
  for (let i = 0; i < sets; i += 1) {
    const made = makeSet(uniform);
    const told = watch(made, spent);
    const whole = wholeOf(made.set);
    if (told.length !== whole.length) continue;
    exact += 1;
    for (const [k, one] of told.entries()) {
      const number = whole[k] ?? 0;
      const [from, to] = holdOf(made.set, number);
      off.push(Math.max(0, from - one.turnS, one.turnS - to));
      late.push(one.toldS - one.endS);
      all += 1;
      if (one.verdict !== 'notJudged') judged += 1;
      const truth = made.set.fault?.repetitions.includes(number) ? made.archDeg : 0;
      const se = one.reason?.se ?? 2;
      if (Math.abs(truth - limitDeg) < 2 * se) continue;
      clear += 1;
      if (one.verdict === (truth > limitDeg ? 'lost' : 'clean')) right += 1;
    }
  }
  const percent = (part: number, of: number) => `${((100 * part) / Math.max(1, of)).toFixed(0)} %`;
  const ms = (s: number) => `${(1000 * s).toFixed(0)} ms`;
  console.warn(
    `• live, ${sets} made sets at 24 to 60 a second: ${exact} counted exactly; turns off by ${ms(shareOf(off, 0.5))} (median), ${ms(shareOf(off, 0.95))} (95 %); told ${ms(shareOf(late, 0.5))} after the end (median), ${ms(shareOf(late, 0.95))} (95 %); of ${clear} more than two errors from the limit ${percent(right, clear)} right; ${percent(judged, all)} of all judged; a frame takes ${shareOf(spent, 0.5).toFixed(2)} ms (median), ${shareOf(spent, 0.99).toFixed(1)} (99 %)`,
  );
}

main();
