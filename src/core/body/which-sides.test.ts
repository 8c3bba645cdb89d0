import { entry, levelOf } from '../knowledge/find';
import { repertoire } from '@/repertoire';
import type { Pose } from './pose';
import { sidesWorked } from './which-sides';

const body = { heightM: 1.7, massKg: 65 };
const down = { kind: 'footDown' } as const;
const up = (thighDeg: number) => ({ kind: 'raised', thighDeg, kneeDeg: 90 }) as const;
const legs = (left: Pose['left'], right: Pose['right']): Pose => ({ left, right });

test('a repetition works both sides, one of them, or lets them change places', () => {
  expect(sidesWorked(body, { top: legs(up(90), up(90)) })).toBe('both');
  expect(sidesWorked(body, { top: legs(up(90), up(90)), legOrder: 'oneAfterOther' })).toBe('both');
  expect(sidesWorked(body, { top: legs(down, up(90)) })).toBe('one');
  expect(sidesWorked(body, { start: legs(up(90), up(90)), top: legs(up(40), up(90)) })).toBe('one');
  expect(sidesWorked(body, { start: legs(up(40), up(90)), top: legs(up(90), up(40)) })).toBe('change');
  expect(sidesWorked(body, { start: legs(up(40), up(90)), top: legs(up(90), up(60)) })).toBe('one');
});

/** What one after the other may be counted by the side that begins, or as one; and where a repetition begins with a leg up. */
const otherwise: Readonly<Record<string, string>> = {
  'march 4': 'both legs in turn, counted by the one that begins',
  'kneeFloat 3': 'begins where the first leg floats already',
  'neutralCheck 4': 'begins where the first leg floats already',
  'legSprings 3': 'the legs walk: each repetition takes both in turn',
};

test('every level counts the sides that its path works', () => {
  const wrong = repertoire.exercises.flatMap(({ id, levels, sideOrder }) =>
    levels.flatMap((level) => {
      const worked = sidesWorked(body, level);
      const own = `${id} ${level.number}: ${worked}, counted on ${level.dose.sides}`;
      if (otherwise[`${id} ${level.number}`]) return [];
      if (worked === 'both' && level.dose.sides === 2) return [own];
      if (worked === 'one' && level.dose.sides === 1) return [own];
      return level.dose.sides === 2 && sideOrder === 'both' ? [`${own}, in no order`] : [];
    }),
  );
  expect(wrong).toEqual([]);
});

test.each([
  ['singleLegStretch', [2, 2, 2, 2, 1]],
  ['crissCross', [2, 2, 2]],
  ['march', [2, 2, 2, 2, 1]],
] as const)('%s: left and right apart, pairs as pairs', (id, sides) => {
  const exercise = entry(repertoire.exercises, id);
  expect(exercise.levels.map(({ dose }) => dose.sides)).toEqual(sides);
  for (const [index, count] of sides.entries()) expect(levelOf(exercise, index + 1).dose.sides).toBe(count);
});
