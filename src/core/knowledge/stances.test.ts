import { repertoire } from '@/repertoire';
import { conditionsInForce } from './conditions';
import { entry } from './entries';
import { lookUp } from './lookup';
import { resolveStances, resolveTargets } from './stances';

const stances = (school?: string, changes?: Record<string, string>) => {
  const result = resolveStances(repertoire, school, changes);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const march = entry(repertoire.exercises, 'march');
const targets = (
  level: number | undefined,
  phase: 'start' | 'out' | 'hold' | 'back',
  school?: string,
  changes?: Record<string, string>,
) => {
  const result = resolveTargets(repertoire, march, level, phase, stances(school, changes));
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const tilt = (...args: Parameters<typeof targets>) => targets(...args).find(({ measure }) => measure === 'pelvicTilt');

describe('stances in force', () => {
  test('without a word said, Even keel', () => expect(stances().school.id).toBe('evenKeel'));
  test('a school’s preset says where each choice comes from; a change to it is one’s own', () => {
    const force = stances('classicalFlow', { coreEffort: 'light' });
    expect(force.choices.supinePelvis).toEqual({ choice: 'imprint', from: 'school' });
    expect(force.choices.coreEffort).toEqual({ choice: 'light', from: 'own' });
  });
  test('schools are found by their names as people write them', () => {
    for (const name of ['Graded imprint', 'graded-imprint', 'GRADEDIMPRINT'])
      expect(stances(name).school.id).toBe('gradedImprint');
  });
});

describe('targets in force', () => {
  test('each school asks its own of a pelvis under leg load', () => {
    expect(tilt(3, 'hold', 'evenKeel')?.interval).toEqual([-5, 5]);
    expect(tilt(3, 'hold', 'gradedImprint')?.interval).toEqual([-12, -4]);
    expect(tilt(3, 'hold', 'freeSpine')?.interval).toEqual([-5, 5]);
  });
  test('severity counts in half the width of the target', () => {
    expect(tilt(3, 'hold', 'evenKeel')?.tolerance).toBe(5);
    expect(tilt(3, 'hold', 'gradedImprint')?.tolerance).toBe(4);
    expect(tilt(4, 'hold', 'evenKeel')?.tolerance).toBe(8.5); // −12…+5 with both legs up
  });
  test('each says whose it is', () => {
    expect(tilt(3, 'hold', 'gradedImprint')?.source).toBe('Graded imprint: imprint');
    expect(tilt(3, 'hold', 'gradedImprint', { supinePelvis: 'neutral' })?.source).toBe(
      'Graded imprint, changed: neutral',
    );
  });
  test('before the movement only the face is watched; tabletop from the level that reaches it', () => {
    expect(targets(3, 'start').map(({ measure }) => measure)).toEqual(['faceAngle']);
    expect(targets(2, 'hold').map(({ measure }) => measure)).not.toContain('tabletopError');
    expect(targets(3, 'hold').map(({ measure }) => measure)).toContain('tabletopError');
  });
  test('a level that the exercise does not have is refused with those it has', () => {
    expect(resolveTargets(repertoire, march, 7, 'hold', stances())).toMatchObject({
      ok: false,
      error: { code: 'unknownLevel', message: 'March has levels 1 to 5, not 7', path: 'level' },
    });
  });
});

test('names from outside: by id, by name, loosely; unknown ones are answered with the known', () => {
  expect(lookUp(repertoire.exercises, 'Leg Float', 'exercise', 'exercise')).toMatchObject({
    ok: true,
    value: { id: 'legFloat' },
  });
  expect(lookUp(repertoire.conditions, 'Low back pain now', 'condition', 'c')).toMatchObject({
    ok: true,
    value: { id: 'lowBackPain' },
  });
  expect(lookUp(repertoire.exercises, 'flying', 'exercise', 'exercise')).toMatchObject({
    ok: false,
    error: { message: expect.stringContaining('"flying" is not a known exercise; known: legFloat, march, ') },
  });
});

test('a condition acts until it is cleared', () => {
  expect(
    conditionsInForce([
      { condition: 'neck', clearedOn: null },
      { condition: 'hip', clearedOn: '2026-03-01' },
    ]),
  ).toEqual(['neck']);
});
