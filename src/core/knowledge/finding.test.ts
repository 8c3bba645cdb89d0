import { repertoire } from '@/repertoire';
import { findIn } from './finding';

const named = (text: string, kind = 'exercise') =>
  findIn(repertoire, text)
    .filter((hit) => hit.kind === kind)
    .map(({ name }) => name);

test('a few letters find an exercise by the beginning of its words, whatever their case', () => {
  expect(named('leg fl')[0]).toBe('Leg float');
  expect(named('FLO')).toContain('Leg float');
  expect(named('roll d')).toContain('Standing roll-down');
});
test('what begins so comes before what only holds such a word, and that before what is about it', () => {
  const all = findIn(repertoire, 'roll', 50).filter(({ kind }) => kind === 'exercise');
  const at = (name: string) => all.findIndex((hit) => hit.name === name);
  expect(at('Roll-over')).toBeGreaterThanOrEqual(0);
  expect(at('Roll-over')).toBeLessThan(at('Standing roll-down'));
});
test('a cue is found by its words, with an exercise in which it is said', () => {
  const [cue] = findIn(repertoire, repertoire.corrections[0]?.say.slice(0, 14) ?? '').filter(
    ({ kind }) => kind === 'cue',
  );
  const where = repertoire.exercises.find(({ id }) => id === cue?.exercise);
  expect(where?.corrections).toContain(cue?.id);
});
test('props and terms too; nothing is meant by nothing, or by what is nowhere', () => {
  expect(named('pole', 'prop')[0]?.toLowerCase()).toContain('pole');
  expect(named('neutral', 'term').length).toBeGreaterThan(0);
  for (const nothing of ['', '   ', '--', 'zzyzx', '\u0000', '('.repeat(200)])
    expect(findIn(repertoire, nothing)).toEqual([]);
});
