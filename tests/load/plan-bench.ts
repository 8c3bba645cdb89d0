// Twelve of sixty composed, beside what a general solver took up to a minute and more for: how often the best there is, how far from
// it otherwise, how far the bound; after 0.3 s of effort and after 2 s. Times as multiples of a thousand arc tangents.
import { readFileSync } from 'node:fs';
import { compose, isColliding } from '@/core/planning/compose';
import { twelveOfSixty } from '../rigs/made-plans';
import { leastUs, thousandAngles } from './timing';

const best: Record<string, { value?: number }> = JSON.parse(readFileSync('tests/fixtures/plans.json', 'utf8'));
const say = (line: string) => process.stdout.write(`${line}\n`);
const middle = (all: readonly number[]) => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;
const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

const [yard = 1] = leastUs([{ work: thousandAngles, calls: 20 }]);
for (const effortMs of [300, 2000]) {
  const told = Object.entries(best).flatMap(([seed, { value: optimum }]) => {
    if (optimum === undefined) return [];
    const began = performance.now();
    const result = compose({ ...twelveOfSixty(Number(seed)), effortMs });
    const ms = performance.now() - began;
    if (!result.ok || isColliding(result.value)) return [{ missed: 1, gap: Infinity, below: false, ms }];
    const { value, bound, gapPct } = result.value;
    return [{ missed: (optimum - value) / optimum, gap: gapPct, below: bound < optimum - 1e-6, ms }];
  });
  const found = told.filter(({ missed }) => missed < 1e-7).length;
  say(
    `compose, effort ${effortMs} ms: ${found} of ${told.length} the best there is, the rest within ${percent(Math.max(0, ...told.map(({ missed }) => missed)))}; ` +
      `gap of the bound ${middle(told.map(({ gap }) => gap)).toFixed(2)} % (middle), ${Math.max(...told.map(({ gap }) => gap)).toFixed(2)} % (worst); ` +
      `below the best ${told.filter(({ below }) => below).length} times; ` +
      `took ${Math.round(middle(told.map(({ ms }) => ms * 1000)) / yard)} and at most ${Math.round(Math.max(...told.map(({ ms }) => ms * 1000)) / yard)} yardsticks (${Math.round(Math.max(...told.map(({ ms }) => ms)))} ms here)`,
  );
}
