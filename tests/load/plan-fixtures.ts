// Solves the made problems of composing exactly, with a general solver, up to a few minutes each, and keeps what it found.
import { readFileSync, writeFileSync } from 'node:fs';
import highs from 'highs';
import { asProgramme } from '../rigs/exact-plan';
import { twelveOfSixty } from '../rigs/made-plans';

const file = 'tests/fixtures/plans.json';
const kept: Record<string, unknown> = JSON.parse(readFileSync(file, { encoding: 'utf8', flag: 'a+' }) || '{}');
const [from = 1, to = 40] = process.argv.slice(2).map(Number);
for (let seed = from; seed <= to; seed += 1) {
  if (kept[seed]) continue;
  const solver = await highs();
  const began = performance.now();
  const { Status, ObjectiveValue, Columns } = solver.solve(asProgramme(twelveOfSixty(seed)), {
    time_limit: 400,
    mip_rel_gap: 1e-7,
  });
  const order = Object.entries(Columns)
    .filter(([name, column]) => name.startsWith('x_') && 'Primal' in column && column.Primal > 0.5)
    .map(([name]) => name.split('_').map(Number))
    .toSorted((a, b) => (a[2] ?? 0) - (b[2] ?? 0))
    .map(([, i]) => `e${i}`);
  process.stdout.write(`${seed} ${Status} ${ObjectiveValue} ${Math.round((performance.now() - began) / 1000)} s\n`);
  if (Status === 'Optimal') kept[seed] = { value: Math.round(ObjectiveValue * 1e6) / 1e6, order };
  else if (Status === 'Infeasible') kept[seed] = { infeasible: true };
  writeFileSync(file, `${JSON.stringify(kept, null, 1)}\n`);
}
