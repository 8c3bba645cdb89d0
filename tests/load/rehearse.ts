// npm run rehearse [school …]: every exercise, level, phase, view and school as drawn, clean and with each watched fault two
// tolerances out on either side. Ends with code 1 where a clean drawing is called a fault, or a fault is neither first nor by eye.
import { drawableFaults } from '@/core/body/deviations';
import { phases } from '@/core/anatomy/positions';
import { watchedAt } from '@/core/knowledge/fits';
import { rehearse } from '@/core/knowledge/rehearse';
import { falselyOut, outcomeOf } from '@/core/knowledge/rehearse-check';
import { resolveStances } from '@/core/knowledge/stances';
import { repertoire } from '@/repertoire';

const asked = process.argv.slice(2);
const schools = asked.length > 0 ? asked : repertoire.schools.map(({ id }) => id);
const wrong: string[] = [];
const tally = { views: 0, faults: 0, first: 0, drawn: 0, undrawn: 0 };

for (const school of schools) {
  const stances = resolveStances(repertoire, school);
  if (!stances.ok) throw new Error(stances.error.message);
  for (const exercise of repertoire.exercises)
    for (const level of exercise.levels) {
      const scene = { exercise, level, stances: stances.value };
      const where = `${school} ${exercise.id} ${level.number}`;
      for (const phase of phases) {
        const clean = rehearse(repertoire, { ...scene, phase });
        if (!clean.ok) throw new Error(`${where} ${phase}: ${clean.error.message}`);
        tally.views += clean.value.views.length;
        for (const { fault, measure, value } of falselyOut(clean.value))
          wrong.push(`${where} ${phase}: clean, but ${fault} by ${measure} ${value.toFixed(2)}`);
      }
      for (const { fault: id, phases: when } of watchedAt(repertoire, exercise, level.number).faults)
        for (const phase of when)
          for (const side of ['L', 'R'] as const) {
            const found = rehearse(repertoire, { ...scene, phase, fault: { id, tolerances: 2, side } });
            if (!found.ok) throw new Error(`${where} ${phase} ${id}: ${found.error.message}`);
            const outcome = outcomeOf(found.value, { id, side });
            tally.faults += 1;
            if (outcome === 'first') tally.first += 1;
            else if (outcome !== 'byEye') wrong.push(`${where} ${phase}: ${id} ${side} ${outcome}`);
            else if (drawableFaults.includes(id)) tally.drawn += 1;
            else tally.undrawn += 1;
          }
    }
}
process.stdout.write(
  [
    ...wrong,
    `${tally.views} clean views; ${tally.faults} faults added, ${tally.first} first, ${tally.drawn + tally.undrawn} by eye`,
    `of those by eye, ${tally.undrawn} can't be drawn, ${tally.drawn} have no measure or edge that shows them there`,
    `${wrong.length} wrong`,
    '',
  ].join('\n'),
);
process.exitCode = wrong.length > 0 ? 1 : 0;
