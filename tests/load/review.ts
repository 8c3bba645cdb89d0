// npm run review: for every exercise, level and watched fault the first three offers, one line each, to be read by a teacher.
// Levels that are offered the same stand together. The sheet lies in .private/review.txt.
import { mkdirSync, writeFileSync } from 'node:fs';
import { rankCorrections } from '@/core/corrections/rank';
import { entry, faultIds } from '@/core/knowledge/find';
import { watchedAt } from '@/core/knowledge/fits';
import { factsOfPhase } from '@/core/knowledge/facts';
import { repertoire } from '@/repertoire';

const props = repertoire.props.map(({ id }) => id);
const lines: string[] = [];
for (const exercise of repertoire.exercises) {
  lines.push('', `# ${exercise.name} (${exercise.id})`);
  for (const { number, name, change, ...level } of exercise.levels) {
    const { trunk, head, feet, hands } = factsOfPhase(level);
    const where = `${trunk}, head ${head}, feet ${feet.left}/${feet.right}, hands ${hands.left}/${hands.right}`;
    lines.push(`  ${number} ${name}: ${change} [${where}]`);
  }
  for (const { fault } of exercise.faults) {
    const offers = new Map<string, number[]>();
    for (const { number } of exercise.levels) {
      if (!faultIds(watchedAt(repertoire, exercise, number)).includes(fault)) continue;
      const asked = { fault, exercise: exercise.id, level: number, history: [], conditions: [], props };
      const { options } = rankCorrections(repertoire, { ...asked, touchConsent: true });
      const says = options.slice(0, 3).map(({ correction, first }) => {
        const { kind, say, prop } = entry(repertoire.corrections, correction);
        return `${first ? '*' : ''}${correction} (${prop ?? kind}) “${say}”`;
      });
      const line = says.join(' | ') || 'NOTHING';
      offers.set(line, [...(offers.get(line) ?? []), number]);
    }
    const { plain } = entry(repertoire.faults, fault);
    for (const [line, levels] of offers) lines.push(`- ${fault} (${plain}) at ${levels.join(',')}: ${line}`);
  }
}
mkdirSync('.private', { recursive: true });
writeFileSync('.private/review.txt', `${lines.join('\n')}\n`);
process.stdout.write(`${lines.length} lines in .private/review.txt\n`);
